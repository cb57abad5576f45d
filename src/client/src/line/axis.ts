/** A stretch of the line: an open sitting with a scale, or hours folded away. */
export interface Segment {
  kind: "open" | "fold";
  from: number;
  to: number;
  x0: number;
  x1: number;
}

/** The line's axis: piecewise linear. Inside a fold a moment is placed in proportion to the fold. */
export interface Axis {
  segments: readonly Segment[];
  length: number;
  at: (moment: number) => number;
}

interface Piece {
  kind: Segment["kind"];
  from: number;
  to: number;
  /** Pixels; an open piece without them shares what is left by its minutes. */
  size?: number;
}

/** Lays pieces one after another over a length. */
export function layAxis(pieces: readonly Piece[], start: number, end: number): Axis {
  const fixed = pieces.reduce((sum, p) => sum + (p.size ?? 0), 0);
  const shared = pieces.filter((p) => p.size === undefined).reduce((sum, p) => sum + (p.to - p.from), 0);
  const perMs = shared > 0 ? Math.max(0, end - start - fixed) / shared : 0;
  const segments: Segment[] = [];
  let x = start;
  for (const p of pieces) {
    const size = p.size ?? (p.to - p.from) * perMs;
    segments.push({ kind: p.kind, from: p.from, to: p.to, x0: x, x1: x + size });
    x += size;
  }
  return { segments, length: x, at: (moment) => place(segments, moment) };
}

function place(segments: readonly Segment[], moment: number): number {
  const first = segments[0];
  const last = segments[segments.length - 1];
  if (!first || !last) return 0;
  if (moment <= first.from) return first.x0;
  if (moment >= last.to) return last.x1;
  for (const s of segments) {
    if (moment < s.to) return s.x0 + ((Math.max(moment, s.from) - s.from) / (s.to - s.from)) * (s.x1 - s.x0);
  }
  return last.x1;
}

const minute = 60_000;

interface BenchTimes {
  now: number;
  sitting: { begin: string; end: string } | null;
  nextSitting: { begin: string; end: string } | null;
}

/** Tonight open, the fold to the next sitting, and that sitting's first three quarters of an hour. */
export function benchAxis(times: BenchTimes, start: number, end: number, fold: number): Axis {
  const tonight = times.sitting
    ? { from: Date.parse(times.sitting.begin), to: Date.parse(times.sitting.end) }
    : { from: times.now - 25 * minute, to: times.now + 25 * minute };
  const pieces: Piece[] = [{ kind: "open", ...tonight }];
  if (times.nextSitting) {
    const begin = Date.parse(times.nextSitting.begin);
    const to = times.sitting ? Math.min(Date.parse(times.nextSitting.end), begin + 45 * minute) : Date.parse(times.nextSitting.end);
    if (begin > tonight.to) pieces.push({ kind: "fold", from: tonight.to, to: begin, size: fold });
    pieces.push({ kind: "open", from: Math.max(begin, tonight.to), to: Math.max(to, tonight.to + minute) });
  } else {
    pieces.push({ kind: "fold", from: tonight.to, to: tonight.to + 24 * 60 * minute, size: fold });
  }
  return layAxis(pieces, start, end);
}

/** Round moments along the open stretches, for the axis: every half hour where there is room, else every hour. */
export function ticks(axis: Axis, zoneOffsetMinutes: number, room: number): number[] {
  const found: number[] = [];
  for (const s of axis.segments.filter((s) => s.kind === "open")) {
    const perHour = ((s.x1 - s.x0) / (s.to - s.from)) * 60 * minute;
    const every = (perHour >= room * 2 ? 30 : perHour >= room ? 60 : 180) * minute;
    const shift = zoneOffsetMinutes * minute;
    for (let t = Math.ceil((s.from + shift) / every) * every - shift; t <= s.to; t += every) found.push(t);
  }
  return found;
}
