import type { Schemas } from "../api/client";
import { MarkShape } from "../ui/Mark";
import { pressed } from "./pressed";

interface BlockProps {
  block: Schemas["BlockView"];
  x0: number;
  x1: number;
  line: number;
  height?: number;
  chosen?: boolean;
  strong?: boolean;
  label: string;
  onPick: () => void;
}

/** A stretch of hands: past is low and solid, now is full and filled as far as it is done, next is an outline. */
export function Block({ block, x0, x1, line, height = 50, chosen = false, strong = false, label, onPick }: BlockProps) {
  const width = Math.max(2, x1 - x0 - 2);
  const past = block.state === "past";
  const tall = past ? 26 : height;
  const top = line - tall;
  const size = width >= 24 ? Math.min(24, tall - 4) : width >= 11 ? 11 : 0;
  const fill = past
    ? "fill-ink"
    : block.state === "now"
      ? "fill-hand-soft stroke-hand"
      : strong
        ? "fill-hand stroke-hand"
        : "fill-above stroke-ink";
  const mark = past ? "fill-on-ink" : strong ? "fill-on-hand" : "fill-ink";
  return (
    <g role="button" tabIndex={0} aria-label={label} onClick={onPick} onKeyDown={pressed(onPick)} className="cursor-pointer">
      <rect x={x0} y={Math.min(top, line - 50)} width={width} height={Math.max(tall, 50)} className="fill-transparent" />
      <rect x={x0 + 1} y={top} width={width} height={tall} className={fill} strokeWidth={past ? 0 : chosen ? 5 : width < 7 ? 1 : 2.5} />
      {block.state === "now" ? <rect x={x0 + 1} y={top} width={width * block.doneShare} height={tall} className="fill-hand" /> : null}
      {size > 0 && block.state !== "now" ? (
        <g transform={`translate(${x0 + 1 + width / 2} ${line - tall / 2})`}>
          <MarkShape mark={block.mark} size={past ? Math.min(16, size) : size} className={mark} />
        </g>
      ) : null}
    </g>
  );
}
