import type { Schemas } from "../api/client";
import { lasts, moment } from "../ui/clockface";

interface RecoatWallProps {
  recoat: Schemas["RecoatView"];
  now: Date;
  zone: string;
}

const [ground, top, closesAt, foldAt, reopensAt, end] = [56, 22, 300, 340, 410, 500];

/** When the next coat may go on: a wall with gaps. Shut, open, shut, folded time, open again. */
export function RecoatWall({ recoat, now, zone }: RecoatWallProps) {
  const { closes, reopens } = recoat;
  if (!closes) return null;
  const minutes = (at: string) => (Date.parse(at) - Date.parse(recoat.endedAt)) / 60_000;
  const [open, shut] = [minutes(recoat.opens), minutes(closes)];
  const never = open >= shut;
  const opensAt = never ? closesAt : Math.max(64, Math.min(closesAt - 90, (open / shut) * closesAt));
  const words = `Shut until ${moment(recoat.opens, now, zone)}, open until ${moment(closes, now, zone)}, ${
    reopens ? `open again from ${moment(reopens, now, zone)}` : "then only after sanding"
  }`;
  const since = (now.getTime() - Date.parse(recoat.endedAt)) / 60_000;
  const at = nowAt(since, open, shut, opensAt, reopens ? minutes(reopens) : null);
  return (
    <svg
      role="img"
      aria-label={never ? "The window is shut before it opens" : words}
      viewBox={`0 0 ${end} 84`}
      className="mt-1 w-full max-w-[500px]"
    >
      <rect x="0" y={top} width={opensAt} height={ground - top} className="fill-ink" />
      <Label x={opensAt / 2} y={44} text="shut" className="fill-on-ink" />
      {never ? null : <Label x={(opensAt + closesAt) / 2} y={44} text="next coat here" className="fill-hand" />}
      <rect x={closesAt} y={top} width={foldAt - closesAt} height={ground - top} className="fill-ink" />
      {reopens ? (
        <>
          <path d={pleats(foldAt, reopensAt)} className="fill-rule" />
          <Label x={(reopensAt + end) / 2} y={44} text="open again" className="fill-hand" />
        </>
      ) : (
        <>
          <rect x={foldAt} y={top} width={end - foldAt} height={ground - top} className="fill-ink" />
          <Label x={(foldAt + end) / 2} y={44} text="sand it first" className="fill-on-ink" />
        </>
      )}
      <rect x="0" y={ground} width={end} height="4" className="fill-ink" />
      <Label x={4} y={78} text="0" start />
      {never ? null : <Label x={opensAt} y={78} text={lasts(open)} />}
      <Label x={closesAt} y={78} text={lasts(shut)} />
      {reopens ? <Label x={reopensAt} y={78} text={lasts(minutes(reopens))} /> : null}
      <path d={`M${at} ${top}l-8 -14h16z`} className="fill-hand" />
    </svg>
  );
}

function Label({ x, y, text, start, className = "fill-ink" }: { x: number; y: number; text: string; start?: boolean; className?: string }) {
  return (
    <text x={x} y={y} textAnchor={start ? "start" : "middle"} fontSize="16" className={`strong ${className}`}>
      {text}
    </text>
  );
}

// Each stretch is drawn on a scale of its own: the mark moves within the one that runs.
function nowAt(since: number, open: number, shut: number, opensAt: number, reopens: number | null): number {
  const within = (from: number, to: number, left: number, right: number) =>
    left + Math.min(1, Math.max(0, (since - from) / Math.max(1, to - from))) * (right - left);
  if (since < open) return within(0, open, 0, opensAt);
  if (since < shut) return within(open, shut, opensAt, closesAt);
  return reopens === null
    ? within(shut, shut * 3, closesAt, end - 8)
    : since < reopens
      ? within(shut, reopens, closesAt, reopensAt)
      : end - 40;
}

function pleats(from: number, to: number): string {
  const fold = (to - from) / 5;
  return Array.from({ length: 5 }, (_, i) => {
    const x = from + i * fold;
    return `M${x} ${top}l${fold / 2} 5V${ground + 4}l${-fold / 2} -5z`;
  }).join("");
}
