import type { Schemas } from "../api/client";
import { clockTime, lasts, moment } from "../ui/clockface";
import { Mark } from "../ui/Mark";
import { useWidth } from "../ui/useWidth";
import { benchAxis, ticks } from "./axis";
import { Block } from "./Block";
import { FoldedGap } from "./FoldedGap";
import { spokenBlock, spokenFold } from "./spoken";
import { Ring, WaitArc } from "./WaitArc";
import { flat } from "./waitArc";
import { zoneOffset } from "./zone";

export interface BenchLineProps {
  view: Schemas["BenchView"];
  now: Date;
  /** Acts kept in the browser, drawn as ticks at now. */
  unsent: number;
  onBlock: (block: Schemas["BlockView"]) => void;
  onWait: (drying: Schemas["DryingView"]) => void;
  onFold: (words: string) => void;
  /** Room is short above the line. */
  tight: boolean;
}

const line = 88;
// Where an alert has a row of its own the waits hang less deep: nothing of them goes behind the keys.
const deep = 300,
  low = 252;
const most = 4;

/** Drying with digits: at most four; with more, the soonest three and how many more. */
export function digitsOf(drying: readonly Schemas["DryingView"][]): [readonly Schemas["DryingView"][], number] {
  return drying.length > most ? [drying.slice(0, most - 1), drying.length - most + 1] : [drying, 0];
}

/** Tonight on the line: hands above, waits below. */
export function BenchLine({ view, now, unsent, onBlock, onWait, onFold, tight }: BenchLineProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const height = tight ? low : deep;
  const pad = 40;
  const axis = benchAxis(
    { now: now.getTime(), sitting: view.sitting, nextSitting: view.nextSitting },
    pad,
    Math.max(320, width) - pad - 14,
    120,
  );
  const at = (moment: string) => axis.at(Date.parse(moment));
  const nowX = axis.at(now.getTime());
  const [shown, more] = digitsOf(view.drying);
  const columns = layColumns(
    shown.map((d) => at(d.sure)),
    Math.max(320, width),
  );
  const fold = axis.segments.find((s) => s.kind === "fold");
  const limit = view.step?.limit;
  const lastTonight = view.line.blocks.filter((b) => view.sitting && b.begin < view.sitting.end).at(-1);
  const free = view.sitting && lastTonight ? (Date.parse(view.sitting.end) - Date.parse(lastTonight.end)) / 60_000 : 0;
  return (
    <div ref={ref} className="relative w-full" style={{ height }}>
      {width > 0 ? (
        <svg width={width} height={height} className="absolute inset-0 block" role="group" aria-label="The line: hands above, waits below">
          <rect x={0} y={line} width={width} height={height - line} className="fill-below" />
          {fold ? (
            <FoldedGap
              segment={fold}
              top={line - 56}
              bottom={height}
              line={line}
              pairs={6}
              label={spokenFold(fold.from, fold.to, now, view.zone)}
              onPick={onFold}
            />
          ) : null}
          {axis.segments
            .filter((s) => s.kind === "open")
            .map((s, i) => (
              <path
                key={s.from}
                d={`M${i === 0 ? 0 : s.x0} ${line}H${s === axis.segments.at(-1) ? width : s.x1}`}
                className="stroke-ink"
                strokeWidth={6}
              />
            ))}
          <Waits view={view} now={now} axisAt={at} />
          {ticks(axis, zoneOffset(view.zone, now), 64).map((t) => (
            <g key={t}>
              <path d={`M${axis.at(t)} ${line}v12`} className="stroke-ink" strokeWidth={3} />
              <text x={axis.at(t) + 5} y={line + 22} className="halo fill-ink text-axis">
                {clockTime(new Date(t), view.zone)}
              </text>
            </g>
          ))}
          {view.line.blocks.map((b) => (
            <Block
              key={`${b.stepId}${b.begin}`}
              block={b}
              x0={at(b.begin)}
              x1={at(b.end)}
              line={line}
              label={spokenBlock(b, now, view.zone)}
              onPick={() => onBlock(b)}
            />
          ))}
          {free >= 8 && lastTonight && view.sitting ? <Free x0={at(lastTonight.end)} x1={at(view.sitting.end)} minutes={free} /> : null}
          {fold && view.nextSitting ? (
            <g className="text-axis">
              <text x={(fold.x0 + fold.x1) / 2} y={line - 64} textAnchor="middle" className="fill-ink-2">
                {lasts((fold.to - Math.max(view.sitting ? fold.from : 0, now.getTime())) / 60_000)} away
              </text>
              <text x={fold.x1 + 4} y={line - 64} className="strong fill-ink">
                {moment(view.nextSitting.begin, now, view.zone)}
              </text>
            </g>
          ) : null}
          {limit ? <Flag x={at(limit.at)} text={`stiff ${clockTime(limit.at, view.zone)}`} /> : null}
          {view.drying.map((d) => (
            <Ring key={`${d.stepId}${d.coatId}${d.stage}`} at={at(d.sure)} place={flat(line)} />
          ))}
          {shown.map((d, i) => (
            <LeaderLine
              height={height}
              key={`${d.stepId}${d.coatId}${d.stage}`}
              from={at(d.sure)}
              to={columns[i] ?? 0}
              before={i}
              behind={shown.length - 1 - i}
            />
          ))}
          <g aria-hidden="true">
            <path d={`M${nowX} ${line - 78}V${line + 116}`} className="stroke-hand" strokeWidth={4} />
            <path d={`M${nowX - 14} ${line - 88}h28l-14 18z`} className="fill-hand" />
          </g>
          {unsent > 0 ? (
            <text x={nowX + 14} y={line - 62} className="fill-hand text-body strong">
              {`${"✓".repeat(Math.min(unsent, 8))} ${unsent} to send`}
            </text>
          ) : null}
        </svg>
      ) : null}
      {shown.map((d, i) => (
        <SafeTime
          key={`${d.stepId}${d.coatId}${d.stage}`}
          drying={d}
          now={now}
          zone={view.zone}
          left={columns[i] ?? 0}
          onPick={() => onWait(d)}
        />
      ))}
      {more > 0 ? (
        <p className="absolute bottom-1 right-10 text-note">
          {more} more, all after {moment(view.drying[most - 1]?.sure ?? view.now, now, view.zone)}
        </p>
      ) : null}
    </div>
  );
}

function Waits({ view, now, axisAt }: { view: Schemas["BenchView"]; now: Date; axisAt: (m: string) => number }) {
  return (
    <g aria-hidden="true">
      {view.line.bights.map((b) => {
        const total = Date.parse(b.to) - Date.parse(b.from);
        const waited = b.begun ? (now.getTime() - Date.parse(b.from)) / total : null;
        return (
          <WaitArc
            key={`${b.stepId}${b.from}${b.to}`}
            from={axisAt(b.from)}
            to={axisAt(b.to)}
            minutes={total / 60_000}
            deepest={128}
            place={flat(line)}
            waited={waited}
          />
        );
      })}
    </g>
  );
}

function Free({ x0, x1, minutes }: { x0: number; x1: number; minutes: number }) {
  if (x1 - x0 < 70) return null;
  return (
    <g aria-hidden="true">
      <path d={`M${x0 + 8} ${line - 14}v-9H${x1 - 8}v9`} className="fill-none stroke-ink-2" strokeWidth={2} />
      <text x={(x0 + x1) / 2} y={line - 32} textAnchor="middle" className="fill-ink-2 text-axis">
        {lasts(minutes)} free
      </text>
    </g>
  );
}

function Flag({ x, text }: { x: number; text: string }) {
  const width = text.length * 8.2 + 22;
  return (
    <g>
      <path d={`M${x} ${line}V${line - 88}`} className="stroke-ink" strokeWidth={3} />
      <path d={`M${x} ${line - 88}h${width}l-8 12l8 12h${-width}z`} className="fill-limit" />
      <text x={x + 9} y={line - 71} className="fill-on-limit text-axis strong">
        {text}
      </text>
    </g>
  );
}

// From the ring straight down, then across above all digits to the left of its own: those on their way right the higher the farther right
// they stand, those on their way left the lower, so none crosses another.
function LeaderLine({ from, to, before, behind, height }: { from: number; to: number; before: number; behind: number; height: number }) {
  const beside = to - 12;
  const across = height - 118 - 9 * (beside > from ? before : behind);
  const path = Math.abs(beside - from) > 6 ? `V${across}H${beside}V${height - 4}` : `V${height - 4}`;
  return <path aria-hidden="true" d={`M${from} ${line + 12}${path}`} className="fill-none stroke-wait" strokeWidth={3} />;
}

interface SafeTimeProps {
  drying: Schemas["DryingView"];
  now: Date;
  zone: string;
  left: number;
  onPick: () => void;
}

/** A safe time in large digits, with what it is; it opens the coat. */
export function SafeTime({ drying, now, zone, left, onPick }: SafeTimeProps) {
  const rest = (Date.parse(drying.sure) - now.getTime()) / 60_000;
  return (
    <button type="button" onClick={onPick} className="absolute bottom-1 z-10 max-w-[228px] text-left leading-[1.25]" style={{ left }}>
      <span className="digits block text-[56px]">{moment(drying.sure, now, zone)}</span>
      <span className="flex items-center gap-1.5 text-[19px] strong">
        <Mark mark={drying.mark} size={20} />
        <span className="truncate">{drying.unit}</span>
      </span>
      <span className="relative block truncate text-note">
        {drying.what}, {drying.expected ? "after the last" : `${lasts(rest)} to go`}
        <span className="sr-only">, {drying.safeTo}</span>
      </span>
    </button>
  );
}

/** Columns for the digits: each right of its ring where it can be, none over another. */
function layColumns(rings: readonly number[], width: number): number[] {
  const wide = Math.min(236, (width - 60) / Math.max(1, rings.length));
  const columns = rings.map((x) => Math.max(40, x + 14));
  for (let i = 1; i < columns.length; i++) columns[i] = Math.max(columns[i] ?? 0, (columns[i - 1] ?? 0) + wide);
  for (let i = columns.length - 1, right = width - 14 - Math.min(wide, 206); i >= 0; i--, right -= wide)
    columns[i] = Math.min(columns[i] ?? 0, right);
  return columns;
}
