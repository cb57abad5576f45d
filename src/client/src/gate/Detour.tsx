import type { Schemas } from "../api/client";
import { layAxis } from "../line/axis";
import { Ring, WaitArc } from "../line/WaitArc";
import { flat } from "../line/waitArc";
import { moment } from "../ui/clockface";
import { useWidth } from "../ui/useWidth";

const line = 92;
const height = 172;
const hour = 3_600_000;

/** A repair as a detour on the line: saw-toothed blocks, the nights between them folded, waits hanging below. */
export function Detour({ price, now, zone }: { price: Schemas["RepairPriceView"]; now: Date; zone: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const blocks = price.detour.map((d) => ({ ...d, from: Date.parse(d.begin), to: Date.parse(d.end) }));
  const pieces: { kind: "open" | "fold"; from: number; to: number; size?: number }[] = [];
  let at = now.getTime();
  pieces.push({ kind: "open", from: at, to: at + 1, size: 74 });
  at += 1;
  for (const b of blocks) {
    if (b.from - at > hour / 2) {
      pieces.push({ kind: "fold", from: at, to: b.from, size: 54 });
      at = b.from;
    }
    pieces.push({ kind: "open", from: at, to: Math.max(b.to, at + 1) });
    at = Math.max(b.to, at + 1);
  }
  // Short blocks are drawn wide enough to be read under one another's words.
  const open = pieces.filter((p) => p.kind === "open" && p.size === undefined);
  const room = width - 24 - pieces.reduce((sum, p) => sum + (p.size ?? 0), 0);
  for (const p of open) p.size = Math.max(90, room / Math.max(1, open.length));
  const axis = layAxis(pieces, 8, width - 16);
  return (
    <div ref={ref} className="relative w-full" style={{ height }}>
      {width > 0 ? (
        <svg width={width} height={height} className="absolute inset-0" role="img" aria-label={spoken(price, now, zone)}>
          <path d={`M0 ${line}H${width}`} className="stroke-ink" strokeWidth={5} />
          {axis.segments
            .filter((s) => s.kind === "fold")
            .map((s) => (
              <g key={s.from}>
                {[0, 1, 2, 3, 4, 5].map((i) => {
                  const face = (s.x1 - s.x0) / 6;
                  return (
                    <rect
                      key={i}
                      x={s.x0 + i * face}
                      y={line - 46}
                      width={face}
                      height={92}
                      className={i % 2 === 0 ? "fill-pleat-dim" : "fill-pleat-lit"}
                    />
                  );
                })}
                <path d={`M${s.x0} ${line}l9 -4l9 8l9 -8l9 8l9 -8l9 4`} className="fill-none stroke-ink" strokeWidth={4} />
              </g>
            ))}
          <path d={`M${axis.at(now.getTime()) + 4} ${line - 14}l9 14l-9 14l-9 -14z`} className="fill-hand" />
          <text x={12} y={18} className="fill-ink text-body strong">
            now
          </text>
          {blocks.map((b, i) => {
            const x = axis.at(b.from);
            const w = Math.max(26, Math.min(96, ((b.to - b.from) / 60_000) * 8));
            const teeth = Math.max(2, Math.round(w / 12));
            const saw = Array.from(
              { length: teeth },
              (_, k) => `L${x + ((k + 0.5) * w) / teeth} ${line - 38}L${x + ((k + 1) * w) / teeth} ${line - 28}`,
            );
            const next = blocks[i + 1];
            const safe = b.safeAt ? Date.parse(b.safeAt) : null;
            return (
              <g key={`${b.title}${b.begin}`}>
                <text x={x} y={18} className="fill-ink text-body strong">
                  {moment(b.begin, now, zone)}
                </text>
                <text x={x} y={38} className="fill-ink text-note">
                  {b.title.toLowerCase()}
                </text>
                <path d={`M${x} ${line}V${line - 28}${saw.join("")}V${line}Z`} className={b.isLook ? "fill-hand" : "fill-redo"} />
                {safe && next ? (
                  <>
                    <WaitArc
                      from={x + w}
                      to={Math.max(x + w + 20, axis.at(Math.min(safe, next.from)))}
                      minutes={(safe - b.to) / 60_000}
                      deepest={52}
                      place={flat(line)}
                      waited={null}
                    />
                    <Ring at={Math.max(x + w + 20, axis.at(Math.min(safe, next.from)))} place={flat(line)} faint />
                    <text x={x + w + 8} y={height - 8} className="fill-wait text-note strong">
                      safe {moment(b.safeAt ?? b.end, now, zone)}
                    </text>
                  </>
                ) : null}
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}

function spoken(price: Schemas["RepairPriceView"], now: Date, zone: string): string {
  return price.detour
    .map((d) => `${d.title} ${moment(d.begin, now, zone)}${d.safeAt ? `, safe ${moment(d.safeAt, now, zone)}` : ""}`)
    .join("; ");
}
