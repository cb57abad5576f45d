import type { Schemas } from "../api/client";
import { HexagonGlyph } from "../ui/HexagonGlyph";

interface BigHexagonProps {
  batch: Schemas["BatchView"];
  chosen: Schemas["Side"] | null;
  onChoose: (side: Schemas["Side"]) => void;
}

const places: Record<Schemas["Side"], { name: string; className: string }> = {
  clean: { name: "Clean", className: "left-1/2 top-0 -translate-x-1/2 items-center text-center" },
  wash: { name: "Wash", className: "left-[68%] top-[17%] items-start text-left" },
  finish: { name: "Finish", className: "left-[76%] top-[41%] items-start text-left" },
  fill: { name: "Fill", className: "left-[68%] top-[66%] items-start text-left" },
  mount: { name: "Mount", className: "bottom-0 left-1/2 -translate-x-1/2 items-center text-center" },
  prime: { name: "Prime", className: "right-[68%] top-[66%] items-end text-right" },
  paint: { name: "Paint", className: "right-[76%] top-[41%] items-end text-right" },
  varnish: { name: "Varnish", className: "right-[68%] top-[17%] items-end text-right" },
};

/** The hexagon drawn large with dates round it; reading clockwise from the top is where the work is done. */
export function BigHexagon({ batch, chosen, onChoose }: BigHexagonProps) {
  return (
    <div className="relative mx-auto h-[346px] w-full max-w-[620px]">
      <div className="absolute left-1/2 top-1/2 -translate-x-1/2 -translate-y-1/2">
        <HexagonGlyph sides={batch.hexagon} size={210} />
      </div>
      {batch.sides.map((s) => (
        <button
          key={s.side}
          type="button"
          aria-pressed={s.side === chosen}
          disabled={s.state === "none"}
          onClick={() => onChoose(s.side)}
          className={`absolute flex min-h-12 flex-col leading-snug ${places[s.side].className}`}
        >
          <span className={`text-[20px] strong ${s.side === chosen ? "underline decoration-[3px] underline-offset-4" : ""}`}>
            {places[s.side].name}
          </span>
          <span className="text-note">{s.pass || s.when}</span>
          {s.effort ? <span className="text-axis text-ink-2">{s.effort} hands-on</span> : null}
        </button>
      ))}
    </div>
  );
}
