/** Where a point of the line lies on the drawing: along it, and off it to the waiting side. */
export type Place = (along: number, off: number) => [number, number];

/** The line lies flat: waits hang below. */
export const flat =
  (line: number): Place =>
  (along, off) => [along, line + off];
/** The line stands upright: waits hang to the right. */
export const upright =
  (line: number): Place =>
  (along, off) => [line + off, along];

/** Longer is deeper, so a deep curve reads as "do not count on this tonight". */
export function depthOf(minutes: number, most: number): number {
  return Math.min(most, 14 + 16 * Math.log2(1 + Math.max(0, minutes) / 6));
}

function offAt(u: number, depth: number): number {
  // A share may miss 1 by a rounding: a root of less than nothing is no number.
  return depth * Math.max(0, 1 - (2 * u - 1) ** 2) ** 0.72;
}

/** A slack curve from one place on the line to another, or a share of it. */
export function arcPath(from: number, to: number, depth: number, place: Place, share: [number, number] = [0, 1]): string {
  const steps = 36;
  const points: string[] = [];
  for (let i = 0; i <= steps; i++) {
    const u = share[0] + ((share[1] - share[0]) * i) / steps;
    const [x, y] = place(from + (to - from) * u, offAt(u, depth));
    points.push(`${i === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`);
  }
  return points.join("");
}

/** Where on the curve a share of the way lies: the bead. */
export function beadAt(from: number, to: number, depth: number, place: Place, u: number): [number, number] {
  return place(from + (to - from) * u, offAt(u, depth));
}
