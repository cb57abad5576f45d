import type { Schemas } from "../api/client";
import { capital } from "../ui/capital";
import { dayOf } from "../ui/clockface";
import { MarkShape } from "../ui/Mark";

const tones: Record<Schemas["WhatIfEffect"], string> = {
  same: "text-ink-2",
  sooner: "strong",
  later: "strong text-redo",
  no_place: "strong text-redo",
};

/** Who moves by a second plan, and by how much: the dates beside each other, and the pins along the folded weeks. */
export function Moves({ plan, view }: { plan: Schemas["PlanView"]; view: Schemas["WhatIfView"] }) {
  return (
    <section data-second={view.title} className="flex flex-col gap-4">
      <div>
        <h2 className="text-main leading-tight">{capital(view.summary)}</h2>
        <p className="text-note text-ink-2">
          {view.title}. Both plans were searched from the one you see;{" "}
          {view.stepsMoved === 1 ? "1 step moves" : `${view.stepsMoved} steps move`}.
        </p>
      </div>
      <ul aria-label="When each unit is done, as it is and then">
        {view.units.map((u) => (
          <li
            key={u.unitId}
            className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1 md:grid md:border-0
              md:[grid-template-columns:250px_170px_210px_1fr]"
          >
            <span className={`w-full truncate md:w-auto ${u.effect === "same" ? "" : "strong"}`} title={u.unit}>
              {u.unit}
            </span>
            <span className="digits text-[25px] text-ink-2">{u.was}</span>
            <span className={`digits text-[25px] ${u.effect === "same" ? "hidden md:inline" : ""}`}>
              {u.effect === "same" ? null : (
                <>
                  <span aria-hidden="true">→ </span>
                  <span className="sr-only">then </span>
                  {u.willBe}
                </>
              )}
            </span>
            <span className={`text-note ${tones[u.effect]}`}>{u.effect === "same" ? "no difference" : u.words}</span>
          </li>
        ))}
      </ul>
      <Pins plan={plan} view={view} />
    </section>
  );
}

const width = 1200;
const line = 52;
const row = 40;
const most = 6;
const day = 86_400_000;

// The weeks on one line, and under it where each pin that moves stands and where it would: one row each.
function Pins({ plan, view }: { plan: Schemas["PlanView"]; view: Schemas["WhatIfView"] }) {
  const moved = view.units
    .flatMap((u) => {
      const was = plan.promises.find((p) => p.unitId === u.unitId)?.done;
      return u.hoursSooner && (u.effect === "sooner" || u.effect === "later") && was
        ? [{ ...u, from: Date.parse(was), to: Date.parse(was) - u.hoursSooner * 3_600_000 }]
        : [];
    })
    .slice(0, most);
  if (moved.length === 0) return null;
  const first = Date.parse(plan.now);
  const last = Math.max(...plan.promises.flatMap((p) => (p.done ? [Date.parse(p.done)] : [])), ...moved.map((m) => m.to)) + day;
  const at = (t: number) => 24 + ((t - first) / (last - first)) * (width - 120);
  const height = line + 12 + row * moved.length;
  let labelled = Number.NEGATIVE_INFINITY;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="hidden w-full md:block" aria-hidden="true">
      <rect x={0} y={line} width={width} height={height - line} className="fill-below" />
      {plan.sittings
        .filter((s) => Date.parse(s.begin) < last)
        .map((s) => {
          const x = at(Date.parse(s.begin));
          const isSaid = x - labelled > 84;
          if (isSaid) labelled = x;
          return (
            <g key={s.begin}>
              <rect x={x} y={line - 18} width={3} height={18} className="fill-ink-2" />
              {isSaid ? (
                <text x={x} y={22} className="fill-ink-2 text-axis">
                  {dayOf(s.begin, new Date(plan.now), plan.zone)}
                </text>
              ) : null}
            </g>
          );
        })}
      <path d={`M0 ${line}H${width}`} className="stroke-ink" strokeWidth={5} />
      {moved.map((m, i) => {
        const y = line + 26 + row * i;
        const [from, to] = [at(m.from), at(m.to)];
        const tip = to + (to > from ? -16 : 16);
        const back = to > from ? -9 : 9;
        return (
          <g key={m.unitId}>
            <path d={`M${from} ${line}V${y}`} className="stroke-ink" strokeWidth={2} strokeDasharray="5 5" />
            <path d={`M${to} ${line}V${y}`} className="stroke-ink" strokeWidth={2.5} />
            <path
              d={`M${from} ${y}H${tip}M${tip + back} ${y - 7}L${tip} ${y}L${tip + back} ${y + 7}`}
              className="fill-none stroke-ink"
              strokeWidth={2.5}
            />
            <circle cx={from} cy={y} r={8} className="fill-below stroke-ink" strokeWidth={2.5} />
            <circle cx={to} cy={y} r={15} className="fill-ink" />
            <g transform={`translate(${to} ${y})`}>
              <MarkShape mark={m.mark} size={18} className="fill-on-ink" />
            </g>
          </g>
        );
      })}
    </svg>
  );
}
