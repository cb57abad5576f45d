import type { Segment } from "./axis";
import { pressed } from "./pressed";

interface FoldedGapProps {
  segment: Segment;
  top: number;
  bottom: number;
  line: number;
  /** How many pairs of a dim and a lit face. */
  pairs: number;
  /** Its hours and dates, said when it is touched. */
  label: string;
  onPick: (label: string) => void;
}

/** Hours folded away: pairs of a dim and a lit face, edges cut zigzag. */
export function FoldedGap({ segment, top, bottom, line, pairs, label, onPick }: FoldedGapProps) {
  const face = (segment.x1 - segment.x0) / (pairs * 2);
  const faces = Array.from({ length: pairs * 2 }, (_, i) => segment.x0 + i * face);
  const dip = (i: number) => (i % 2 === 0 ? 0 : 5);
  const zigzag = faces.map((x, i) => `L${x.toFixed(1)} ${line + (i % 2 === 0 ? -4 : 4)}`).join("");
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      onClick={() => onPick(label)}
      onKeyDown={pressed(() => onPick(label))}
      className="cursor-pointer"
    >
      {faces.map((x, i) => (
        <path
          key={x}
          d={`M${x} ${top + dip(i)}L${x + face} ${top + dip(i + 1)}V${bottom - dip(i + 1)}L${x} ${bottom - dip(i)}Z`}
          className={i % 2 === 0 ? "fill-pleat-dim" : "fill-pleat-lit"}
        />
      ))}
      <path d={`M${segment.x0} ${line}${zigzag}L${segment.x1} ${line}`} className="fill-none stroke-ink" strokeWidth={4} />
    </g>
  );
}
