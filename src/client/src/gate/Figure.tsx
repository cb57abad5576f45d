import type { Schemas } from "../api/client";

interface Part {
  d: string;
  /** Where its number stands. */
  at: [number, number];
}

// Six places of each figure, in the order of their keys, on 240 by 340.
const figures: Record<Schemas["GateFigure"], readonly Part[]> = {
  standing: [
    { d: "M120 4a29 29 0 1 0 .1 0Z", at: [120, 44] },
    { d: "M36 186L38 128C40 92 56 76 76 74L68 186Z", at: [54, 148] },
    { d: "M78 74H162L168 176H72Z", at: [120, 138] },
    { d: "M204 186L202 128C200 92 184 76 164 74L172 186Z", at: [186, 148] },
    { d: "M76 184H164L172 276H130L120 232L110 276H68Z", at: [120, 214] },
    { d: "M30 286H210V312C210 320 206 324 198 324H42C34 324 30 320 30 312Z", at: [120, 315] },
  ],
  rider: [
    { d: "M112 4a24 24 0 1 0 .1 0Z", at: [112, 38] },
    { d: "M84 60H140L148 138H76Z", at: [112, 108] },
    { d: "M172 92L206 84L228 122L200 140L172 130Z", at: [200, 122] },
    { d: "M26 148C30 138 60 142 168 138L178 202H36C26 190 24 164 26 148Z", at: [104, 182] },
    { d: "M38 210H72L66 276H42ZM140 210H174L170 276H146Z", at: [106, 252] },
    { d: "M18 286H222V312C222 320 218 324 210 324H30C22 324 18 320 18 312Z", at: [120, 315] },
  ],
  hull: [
    { d: "M70 20H170L190 84H50Z", at: [120, 62] },
    { d: "M20 92H72V232H20Z", at: [46, 172] },
    { d: "M80 92H160V232H80Z", at: [120, 172] },
    { d: "M168 92H220V232H168Z", at: [194, 172] },
    { d: "M50 240H190L176 292H64Z", at: [120, 276] },
    { d: "M30 300H210V326H30Z", at: [120, 322] },
  ],
  plate: [
    { d: "M68 74H172V232H68Z", at: [120, 164] },
    { d: "M20 74H60V232H20Z", at: [40, 164] },
    { d: "M68 20H172V66H68Z", at: [120, 54] },
    { d: "M180 74H220V232H180Z", at: [200, 164] },
    { d: "M68 240H172V278H68Z", at: [120, 269] },
    { d: "M68 288H172V324H68Z", at: [120, 316] },
  ],
  terrain: [
    { d: "M30 70L120 8L210 70Z", at: [120, 58] },
    { d: "M20 78H70V230H20Z", at: [45, 164] },
    { d: "M78 78H162V230H78Z", at: [120, 164] },
    { d: "M170 78H220V230H170Z", at: [195, 164] },
    { d: "M40 238H200V276H40Z", at: [120, 268] },
    { d: "M14 284H226V324H14Z", at: [120, 315] },
  ],
};

interface FigureProps {
  figure: Schemas["GateFigure"];
  places: readonly string[];
  chosen: number | null;
  /** Places where flaws of this unit were found late before. */
  lookFirst: readonly Schemas["LookFirstView"][];
  onChoose: (index: number) => void;
}

/** One figure with six places: a touch, or the place's number. */
export function Figure({ figure, places, chosen, lookFirst, onChoose }: FigureProps) {
  return (
    <svg viewBox="0 0 240 330" className="h-[340px] w-auto" role="group" aria-label="Where">
      {figures[figure].map((part, i) => {
        const place = places[i] ?? "";
        const first = lookFirst.find((l) => l.place === place);
        const on = i === chosen;
        return (
          <g
            key={place}
            role="button"
            tabIndex={0}
            aria-pressed={on}
            aria-label={`${i + 1} ${place}${first ? `, look here first: ${first.words}` : ""}`}
            onClick={() => onChoose(i)}
            onKeyDown={(e) => {
              if (e.key !== "Enter" && e.key !== " ") return;
              e.preventDefault();
              onChoose(i);
            }}
            className="cursor-pointer"
          >
            <path d={part.d} className={on ? "fill-redo stroke-redo" : "fill-above stroke-ink"} strokeWidth={3.5} />
            {first && !on ? <path d={part.d} className="fill-none stroke-limit" strokeWidth={8} strokeDasharray="2 10" /> : null}
            <text x={part.at[0]} y={part.at[1]} textAnchor="middle" fontSize={30} className={`strong ${on ? "fill-on-redo" : "fill-ink"}`}>
              {i + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
