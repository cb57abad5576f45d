import type { Schemas } from "../api/client";
import { type Axis, layAxis } from "../line/axis";

const fold = 19;
const narrow = 46;
const half = 150;
const least = 340;

/** One sitting wide open, tonight half open, the rest narrow; every fold the same width whatever its length. */
export function planAxis(sittings: readonly Schemas["PlanSittingView"][], open: number, now: number, start: number, width: number): Axis {
  const isTonight = (i: number) => sittings[i]?.isNow === true;
  const others = sittings.reduce((sum, _, i) => sum + (i === open ? 0 : isTonight(i) ? half : narrow) + fold, 0);
  const wide = Math.max(least, width - start * 2 - others);
  const pieces = sittings.flatMap((s, i) => {
    const from = Date.parse(s.begin);
    const to = Date.parse(s.end);
    const next = sittings[i + 1];
    const size = i === open ? wide : isTonight(i) ? half : narrow;
    return [
      { kind: "open" as const, from, to, size },
      { kind: "fold" as const, from: to, to: next ? Date.parse(next.begin) : to + 3 * 86_400_000, size: fold },
    ];
  });
  const first = sittings[0];
  if (first && Date.parse(first.begin) > now) pieces.unshift({ kind: "fold", from: now, to: Date.parse(first.begin), size: fold * 2 });
  return layAxis(pieces, start, width);
}
