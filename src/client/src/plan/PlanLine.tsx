import { useState } from "react";
import type { Schemas } from "../api/client";
import { Block } from "../line/Block";
import { FoldedGap } from "../line/FoldedGap";
import { pressed } from "../line/pressed";
import { spokenBlock, spokenFold } from "../line/spoken";
import { Ring, WaitArc } from "../line/WaitArc";
import { flat } from "../line/waitArc";
import { clockTime, dayOf } from "../ui/clockface";
import { MarkShape } from "../ui/Mark";
import { useWidth } from "../ui/useWidth";
import { planAxis } from "./planAxis";

interface PlanLineProps {
  plan: Schemas["PlanView"];
  now: Date;
  unitId: string | null;
  stepId: string | null;
  open: number;
  onOpen: (sitting: number) => void;
  onStep: (stepId: string, unitId: string) => void;
}

const line = 166;
const height = 346;
const pad = 40;

/** Weeks on the line: one sitting open, the others folded; one unit's thread heavy, the others faint. */
export function PlanLine({ plan, now, unitId, stepId, open, onOpen, onStep }: PlanLineProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const [folded, setFolded] = useState<string | null>(null);
  const axis = planAxis(plan.sittings, open, now.getTime(), pad, Math.max(320, width));
  const at = (m: string) => axis.at(Date.parse(m));
  const total = Math.max(width, axis.length + pad);
  const nowX = axis.at(now.getTime());
  return (
    <div
      ref={ref}
      className="w-full overflow-x-auto"
      tabIndex={total > width ? 0 : undefined}
      role="group"
      aria-label="The plan on the line"
    >
      {width > 0 ? (
        <svg width={total} height={height} className="block" role="group" aria-label="Sittings, work and waits">
          <rect x={0} y={line} width={total} height={height - line} className="fill-below" />
          {plan.sittings.map((s, i) =>
            i === open ? (
              <rect key={s.begin} x={at(s.begin)} y={line - 92} width={at(s.end) - at(s.begin)} height={92} className="fill-sheet" />
            ) : null,
          )}
          <path d={`M0 ${line}H${total}`} className="stroke-ink" strokeWidth={6} />
          {axis.segments
            .filter((s) => s.kind === "fold")
            .map((s) => (
              <FoldedGap
                key={s.from}
                segment={s}
                top={line - 92}
                bottom={height}
                line={line}
                pairs={3}
                label={spokenFold(s.from, s.to, now, plan.zone)}
                onPick={setFolded}
              />
            ))}
          <text x={pad} y={20} className="fill-ink-2 text-axis">
            {folded ?? plan.sprayWords}
          </text>
          {plan.sittings.flatMap((s, i) =>
            s.spray.length === 0
              ? [<Unfit key={s.begin} x0={at(s.begin)} x1={at(s.end)} />]
              : s.spray.map((p) => <SprayBand key={p.begin} assumed={p.assumed} x0={at(p.begin)} x1={at(p.end)} open={i === open} />),
          )}
          {plan.sittings.map((s, i) => (
            <Title key={s.begin} sitting={s} now={now} zone={plan.zone} x={at(s.begin)} open={i === open} onOpen={() => onOpen(i)} />
          ))}
          <Waits plan={plan} unitId={unitId} at={at} now={now} />
          {plan.sittings.flatMap((s, i) =>
            s.blocks.map((b) => (
              <Block
                key={`${b.stepId}${b.begin}`}
                block={b}
                x0={at(b.begin)}
                x1={at(b.end)}
                line={line}
                height={i === open ? 58 : 30}
                chosen={b.stepId === stepId}
                strong={b.unitId === unitId}
                label={spokenBlock(b, now, plan.zone)}
                onPick={() => onStep(b.stepId, b.unitId)}
              />
            )),
          )}
          {plan.sittings.map((s, i) => (i === open ? null : <Stack key={s.begin} sitting={s} unitId={unitId} x={at(s.begin)} />))}
          {pins(plan, at).map((p) => (
            <Pin key={p.unitId} {...p} chosen={p.unitId === unitId} />
          ))}
          <WaitNames plan={plan} unitId={unitId} at={at} />
          <g aria-hidden="true">
            <path d={`M${nowX} ${line - 68}V${line + 60}`} className="stroke-hand" strokeWidth={4} />
            <path d={`M${nowX - 9} ${line - 74}h18l-9 13z`} className="fill-hand" />
          </g>
        </svg>
      ) : null}
    </div>
  );
}

// Tonight, or the day and its hours; narrow sittings show their day only.
function Title({
  sitting,
  now,
  zone,
  x,
  open,
  onOpen,
}: {
  sitting: Schemas["PlanSittingView"];
  now: Date;
  zone: string;
  x: number;
  open: boolean;
  onOpen: () => void;
}) {
  const hours = `${clockTime(sitting.begin, zone)} to ${clockTime(sitting.end, zone)}`;
  const day = sitting.isNow ? sitting.title : dayOf(sitting.begin, now, zone);
  const text = open ? `${day}, ${hours}` : sitting.isNow ? day : day.split(" ").slice(0, 2).join(" ");
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={open}
      aria-label={`${day}, ${hours}${sitting.spray.length > 0 ? "" : ", unfit for spraying"}: ${open ? "open" : "unfold"}`}
      onClick={onOpen}
      onKeyDown={pressed(onOpen)}
      className="cursor-pointer"
    >
      <rect x={x - 8} y={46} width={open ? 250 : 58} height={28} className="fill-transparent" />
      <text x={x} y={66} className={`fill-ink text-axis ${open || sitting.isNow ? "strong" : ""}`}>
        {text}
      </text>
    </g>
  );
}

// Fit by the forecast is drawn through, assumed is dashed.
function SprayBand({ assumed, x0, x1, open }: { assumed: boolean; x0: number; x1: number; open: boolean }) {
  return (
    <rect
      x={x0 + 1}
      y={30}
      width={Math.max(2, x1 - x0 - 2)}
      height={open ? 14 : 12}
      className={`stroke-fit ${assumed ? "fill-none" : "fill-fit"}`}
      strokeWidth={2.5}
      {...(assumed ? { strokeDasharray: "5 4" } : {})}
    />
  );
}

function Unfit({ x0, x1 }: { x0: number; x1: number }) {
  const middle = (x0 + x1) / 2;
  return <path d={`M${x0} 37H${x1}M${middle - 8} 30l16 14M${middle + 8} 30l-16 14`} className="stroke-unfit" strokeWidth={3.5} />;
}

// Which units a folded sitting works on: their marks, two in a column.
function Stack({ sitting, unitId, x }: { sitting: Schemas["PlanSittingView"]; unitId: string | null; x: number }) {
  const seen = [...new Map(sitting.blocks.filter((b) => b.state !== "past").map((b) => [b.unitId, b])).values()].slice(0, 4);
  return (
    <g aria-hidden="true">
      {seen.map((b, i) => (
        <g key={b.unitId} transform={`translate(${x + 10 + Math.floor(i / 2) * 22} ${line - 46 - (i % 2) * 22})`}>
          <MarkShape mark={b.mark} size={18} className={b.unitId === unitId ? "fill-hand" : "fill-ink"} />
        </g>
      ))}
    </g>
  );
}

function Waits({ plan, unitId, at, now }: { plan: Schemas["PlanView"]; unitId: string | null; at: (m: string) => number; now: Date }) {
  const own = plan.waits.filter((w) => w.unitId === unitId);
  return (
    <g aria-hidden="true">
      {plan.waits.map((w) => {
        const minutes = (Date.parse(w.to) - Date.parse(w.from)) / 60_000;
        const waited = Math.max(0, (now.getTime() - Date.parse(w.from)) / (minutes * 60_000));
        return (
          <WaitArc
            key={`${w.stepId}${w.from}${w.to}`}
            from={at(w.from)}
            to={at(w.to)}
            minutes={minutes}
            deepest={150}
            place={flat(line)}
            waited={w.unitId === unitId ? waited : 0}
            faint={w.unitId !== unitId}
          />
        );
      })}
      {own.map((w) => (
        <Ring key={`${w.stepId}${w.to}`} at={at(w.to)} place={flat(line)} faint />
      ))}
    </g>
  );
}

// The chosen unit's longest waits by name, each at its own height, above the pins.
function WaitNames({ plan, unitId, at }: { plan: Schemas["PlanView"]; unitId: string | null; at: (m: string) => number }) {
  const length = (w: Schemas["BightView"]) => Date.parse(w.to) - Date.parse(w.from);
  const long = plan.waits
    .filter((w) => w.unitId === unitId)
    .sort((a, b) => length(b) - length(a))
    .slice(0, 3);
  return (
    <g aria-hidden="true">
      {long.map((w, i) => (
        <text
          key={`${w.stepId}${w.from}`}
          x={Math.max(110, (at(w.from) + at(w.to)) / 2)}
          y={line + 88 + i * 22}
          textAnchor="middle"
          className="halo fill-wait text-axis strong"
        >
          {w.what}
        </text>
      ))}
    </g>
  );
}

interface PinPlace {
  unitId: string;
  mark: string;
  x: number;
  level: number;
}

// Pins that would stand over one another hang one level higher.
function pins(plan: Schemas["PlanView"], at: (m: string) => number): PinPlace[] {
  const placed: PinPlace[] = [];
  for (const p of plan.promises) {
    if (!p.done || p.handsLeft === 0) continue;
    const x = at(p.done);
    const level = placed.filter((o) => Math.abs(o.x - x) < 32).length;
    placed.push({ unitId: p.unitId, mark: p.mark, x, level });
  }
  return placed;
}

function Pin({ mark, x, level, chosen }: PinPlace & { chosen: boolean }) {
  const y = height - 22 - level * 32;
  return (
    <g aria-hidden="true">
      <path d={`M${x} ${line + 6}V${y}`} className="stroke-ink" strokeWidth={2.5} />
      <g transform={`translate(${x} ${y})`}>
        <circle r={15} className={chosen ? "fill-hand" : "fill-ink"} />
        <MarkShape mark={mark} size={18} className={chosen ? "fill-on-hand" : "fill-on-ink"} />
      </g>
    </g>
  );
}
