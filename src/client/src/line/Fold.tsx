import { useId } from "react";

/** Folded paper as wide as its place: pairs of a dim and a lit face with the line zigzagged across. */
export function Fold({ height, line }: { height: number; line: number }) {
  const id = useId();
  return (
    <svg aria-hidden="true" width="100%" height={height} className="block">
      <pattern id={`${id}f`} width={18} height={height} patternUnits="userSpaceOnUse">
        <path d={`M0 0L9 5V${height - 5}L0 ${height}Z`} className="fill-pleat-dim" />
        <path d={`M9 5L18 0V${height}L9 ${height - 5}Z`} className="fill-pleat-lit" />
      </pattern>
      <pattern id={`${id}z`} width={18} height={16} y={line - 8} patternUnits="userSpaceOnUse">
        <path d="M-2 13L9 3L20 13" className="fill-none stroke-ink" strokeWidth={4} />
      </pattern>
      <rect width="100%" height={height} fill={`url(#${id}f)`} />
      <rect y={line - 8} width="100%" height={16} fill={`url(#${id}z)`} />
    </svg>
  );
}
