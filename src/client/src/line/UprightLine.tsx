import { clockTime, lasts, moment } from "../ui/clockface";
import { Mark, MarkShape } from "../ui/Mark";
import { useWidth } from "../ui/useWidth";
import { benchAxis, ticks } from "./axis";
import { type BenchLineProps, digitsOf } from "./BenchLine";
import { pressed } from "./pressed";
import { spokenBlock } from "./spoken";
import { Ring, WaitArc } from "./WaitArc";
import { upright } from "./waitArc";
import { zoneOffset } from "./zone";

/** The line standing upright, for narrow screens: hands left, drying right, time downward. */
export function UprightLine({ view, now, unsent, onBlock, onWait }: BenchLineProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const [shown, more] = digitsOf(view.drying);
  const height = Math.max(390, 60 + shown.length * 104);
  const line = Math.round(Math.min(116, width * 0.3));
  const axis = benchAxis({ now: now.getTime(), sitting: view.sitting, nextSitting: view.nextSitting }, 10, height - 8, 36);
  const at = (m: string) => axis.at(Date.parse(m));
  const nowY = axis.at(now.getTime());
  const rows = layRows(
    shown.map((d) => at(d.sure)),
    height,
  );
  const fold = axis.segments.find((s) => s.kind === "fold");
  const place = upright(line);
  const left = line + Math.min(110, (width - line) * 0.36);
  return (
    <div ref={ref} className="relative w-full bg-above" style={{ height }}>
      {width > 0 ? (
        <svg width={width} height={height} className="absolute inset-0 block" role="group" aria-label="The line: hands left, waits right">
          <rect x={line} y={0} width={width - line} height={height} className="fill-below" />
          {fold
            ? [0, 1, 2, 3, 4, 5].map((i) => (
                <rect
                  key={i}
                  x={0}
                  y={fold.x0 + i * 6}
                  width={width}
                  height={6}
                  className={i % 2 === 0 ? "fill-pleat-dim" : "fill-pleat-lit"}
                />
              ))
            : null}
          <path d={`M${line} 0V${height}`} className="stroke-ink" strokeWidth={5} />
          <g aria-hidden="true">
            {view.line.bights.map((b) => {
              const total = Date.parse(b.to) - Date.parse(b.from);
              return (
                <WaitArc
                  key={`${b.stepId}${b.from}${b.to}`}
                  from={at(b.from)}
                  to={at(b.to)}
                  minutes={total / 60_000}
                  deepest={Math.min(92, (width - line) * 0.34)}
                  place={place}
                  waited={b.begun ? (now.getTime() - Date.parse(b.from)) / total : null}
                />
              );
            })}
          </g>
          {ticks(axis, zoneOffset(view.zone, now), 60).map((t) => (
            <text key={t} x={line - 58} y={axis.at(t) + 5} textAnchor="end" className="fill-ink text-axis">
              {clockTime(new Date(t), view.zone)}
            </text>
          ))}
          {view.line.blocks.map((b) => {
            const y0 = at(b.begin);
            const tall = Math.max(2, at(b.end) - y0 - 2);
            const past = b.state === "past";
            const wide = past ? 26 : 48;
            return (
              <g
                key={`${b.stepId}${b.begin}`}
                role="button"
                tabIndex={0}
                aria-label={spokenBlock(b, now, view.zone)}
                onClick={() => onBlock(b)}
                onKeyDown={pressed(() => onBlock(b))}
              >
                <rect
                  x={line - 4 - wide}
                  y={y0}
                  width={wide}
                  height={tall}
                  className={past ? "fill-ink" : b.state === "now" ? "fill-hand-soft stroke-hand" : "fill-above stroke-ink"}
                  strokeWidth={past ? 0 : 2.5}
                />
                {b.state === "now" ? (
                  <rect x={line - 4 - wide} y={y0} width={wide} height={tall * b.doneShare} className="fill-hand" />
                ) : null}
                {!past && tall >= 22 ? (
                  <g transform={`translate(${line - 4 - wide / 2} ${y0 + tall / 2})`}>
                    <MarkShape mark={b.mark} size={20} />
                  </g>
                ) : null}
              </g>
            );
          })}
          {view.nextSitting && fold ? (
            <text x={line - 8} y={Math.min(height - 6, fold.x1 + 18)} textAnchor="end" className="fill-ink text-axis strong">
              {moment(view.nextSitting.begin, now, view.zone)}
            </text>
          ) : null}
          {view.drying.map((d) => (
            <Ring key={`${d.stepId}${d.coatId}${d.stage}`} at={at(d.sure)} place={place} />
          ))}
          {shown.map((d, i) => (
            <path
              key={`${d.stepId}${d.coatId}${d.stage}`}
              aria-hidden="true"
              d={`M${line + 11} ${at(d.sure)}H${left - 14}V${(rows[i] ?? 0) + 24}H${left - 6}`}
              className="fill-none stroke-wait"
              strokeWidth={3}
            />
          ))}
          <g aria-hidden="true">
            <path d={`M16 ${nowY}H${line + Math.min(96, width * 0.25)}`} className="stroke-hand" strokeWidth={4} />
            <path d={`M10 ${nowY - 11}v22l16-11z`} className="fill-hand" />
          </g>
          {unsent > 0 ? (
            <text x={14} y={nowY - 14} className="fill-hand text-axis strong">
              {`✓ ${unsent} to send`}
            </text>
          ) : null}
        </svg>
      ) : null}
      {shown.map((d, i) => (
        <button
          key={`${d.stepId}${d.coatId}${d.stage}`}
          type="button"
          onClick={() => onWait(d)}
          className="absolute right-1 text-left leading-tight"
          style={{ top: rows[i], left }}
        >
          <span className="digits block text-[42px]">{moment(d.sure, now, view.zone)}</span>
          <span className="flex items-center gap-1 text-note strong">
            <Mark mark={d.mark} size={18} />
            <span className="truncate">{d.unit}</span>
          </span>
          <span className="relative block truncate text-axis">
            {d.what}, {d.expected ? "after the last" : `${lasts((Date.parse(d.sure) - now.getTime()) / 60_000)} to go`}
            <span className="sr-only">, {d.safeTo}</span>
          </span>
        </button>
      ))}
      {more > 0 ? <p className="absolute bottom-1 right-2 text-axis">{more} more after these</p> : null}
    </div>
  );
}

function layRows(rings: readonly number[], height: number): number[] {
  const tall = 100;
  const rows = rings.map((y) => Math.max(6, y - 22));
  for (let i = 1; i < rows.length; i++) rows[i] = Math.max(rows[i] ?? 0, (rows[i - 1] ?? 0) + tall);
  for (let i = rows.length - 1, bottom = height - 6; i >= 0; i--, bottom -= tall) rows[i] = Math.min(rows[i] ?? 0, bottom - tall + 6);
  return rows;
}
