import { arcPath, beadAt, depthOf, type Place } from "./waitArc";

interface WaitArcProps {
  from: number;
  to: number;
  minutes: number;
  deepest: number;
  place: Place;
  /** Share of the wait that is over; null for one not yet begun: dotted, no bead. */
  waited: number | null;
  faint?: boolean;
}

/** A wait: the part over is thick, the part to come thin, a bead where it meets now. Its ring is drawn above the blocks. */
export function WaitArc({ from, to, minutes, deepest, place, waited, faint = false }: WaitArcProps) {
  const depth = depthOf(minutes, deepest);
  const stroke = "fill-none stroke-wait";
  if (waited === null) {
    return (
      <path
        d={arcPath(from, to, depth, place)}
        className={stroke}
        strokeWidth={faint ? 1.6 : 2.4}
        strokeDasharray="2 6"
        strokeLinecap="round"
        opacity={faint ? 0.55 : 0.8}
      />
    );
  }
  const u = Math.min(1, Math.max(0, waited));
  const [bx, by] = beadAt(from, to, depth, place, u);
  return (
    <g opacity={faint ? 0.65 : 1}>
      <path d={arcPath(from, to, depth, place, [u, 1])} className={stroke} strokeWidth={faint ? 1.6 : 3} />
      <path d={arcPath(from, to, depth, place, [0, u])} className={stroke} strokeWidth={faint ? 3 : 7} strokeLinecap="round" />
      {faint ? null : <circle cx={bx} cy={by} r={6.5} className="fill-wait" />}
    </g>
  );
}

/** The safe end of a wait, on the line. */
export function Ring({ at, place, faint = false }: { at: number; place: Place; faint?: boolean }) {
  const [x, y] = place(at, 0);
  return <circle aria-hidden="true" cx={x} cy={y} r={faint ? 7 : 10.5} className="fill-below stroke-wait" strokeWidth={faint ? 3.5 : 5} />;
}
