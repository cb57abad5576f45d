import type { Schemas } from "../api/client";

type Pass = Schemas["PaintPassView"];

interface PassStripProps {
  passes: readonly Pass[];
  models: number;
  chosen: number;
  onChoose: (number: number) => void;
}

/** The passes along the line, as wide as their minutes: had solid, the one that is on coloured; what dries before the next can go over it
 * hangs below. */
export function PassStrip({ passes, models, chosen, onChoose }: PassStripProps) {
  return (
    <div className="overflow-x-auto">
      <ol className="flex min-w-max items-stretch gap-1 px-4 md:min-w-0 md:px-10" aria-label="Passes">
        {passes.map((p) => (
          <li key={p.number} className="flex flex-col" style={{ flex: `${Math.max(1, p.seconds)} 1 52px`, minWidth: 52 }}>
            <Block pass={p} models={models} chosen={p.number === chosen} onChoose={() => onChoose(p.number)} />
            <span className="h-[6px]" aria-hidden="true" />
            <span
              className={`line-clamp-3 px-1 pt-1.5 text-note leading-tight hyphens-auto ${p.isOn ? "strong text-hand" : ""} ${
                p.kind === "colour" ? "" : "text-wait"
              }`}
              aria-hidden="true"
            >
              {p.name}
            </span>
          </li>
        ))}
      </ol>
      <ul className="px-4 pb-3 pt-2 md:px-10">
        {passes
          .filter((p) => p.wait)
          .map((p) => (
            <li key={p.number} className="flex items-center gap-2 text-note strong text-wait">
              <WaitSign />
              {p.wait}
            </li>
          ))}
      </ul>
    </div>
  );
}

function Block({ pass, models, chosen, onChoose }: { pass: Pass; models: number; chosen: boolean; onChoose: () => void }) {
  const had = pass.had === models;
  const tone = had ? "border-ink bg-ink text-on-ink" : pass.isOn ? "border-hand bg-hand-soft text-hand" : "border-ink bg-sheet text-ink";
  return (
    <button
      type="button"
      aria-pressed={chosen}
      aria-label={`${pass.name}, ${minutes(pass.seconds)} min each, on ${pass.had} of ${models}`}
      onClick={onChoose}
      className={`flex h-20 flex-col justify-between border-[3px] border-b-0 p-2 text-left ${tone}`}
    >
      <Swatch colour={pass.swatch ?? null} kind={pass.kind} />
      <span className="flex items-baseline justify-between gap-1">
        <span className="digits text-[26px] leading-none">{minutes(pass.seconds)}</span>
        {chosen ? <span className="h-2 w-2 rounded-full bg-current" aria-hidden="true" /> : null}
      </span>
    </button>
  );
}

/** A pass's colour; where nobody said one, what kind of pass it is. */
export function Swatch({ colour, kind, large = false }: { colour: string | null; kind: Schemas["PassKind"]; large?: boolean }) {
  const size = large ? { width: 60, height: 30 } : { width: 36, height: 20 };
  return (
    <svg {...size} viewBox="0 0 36 20" aria-hidden="true" className="shrink-0">
      <rect x="1" y="1" width="34" height="18" fill={colour ?? "none"} className="stroke-current" strokeWidth="1.6" />
      {colour ? null : <path d={signs[kind]} className="fill-none stroke-current" strokeWidth="1.6" />}
    </svg>
  );
}

// No colour named: a brush stroke; a shade runs down; a filter lies over all; a mask has an edge; a coat is a second line.
const signs: Record<Schemas["PassKind"], string> = {
  colour: "M6 14L30 6",
  shade: "M8 4V15M14 4V11M20 4V15M26 4V9",
  filter: "M5 7H31M5 13H31",
  mask: "M18 3V17M22 3L31 17",
  coat: "M5 15H31M5 11H31M5 7H31",
};

function WaitSign() {
  return (
    <svg width="34" height="16" viewBox="0 0 34 16" aria-hidden="true" className="shrink-0">
      <path d="M2 1C4 20 26 20 28 4" className="fill-none stroke-wait" strokeWidth="2.6" />
      <circle cx="29" cy="4" r="3.6" className="fill-below stroke-wait" strokeWidth="2.2" />
    </svg>
  );
}

/** Minutes as they are read: whole, or to a tenth below three. */
export function minutes(seconds: number): string {
  return seconds < 180 ? `${Math.round(seconds / 6) / 10}` : `${Math.round(seconds / 60)}`;
}
