import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { addDays, addHours, format, formatISO, parse, parseISO } from "date-fns";
import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { planQuery, sittingsQuery } from "../api/queries";
import { Stop } from "../intake/Sentence";
import { Choice } from "../ui/Choice";
import { DayGap } from "../ui/DayGap";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { Stepper } from "../ui/Stepper";
import { TimeGap } from "../ui/TimeGap";
import { Moves } from "./Moves";
import { type Second, useSecondPlan } from "./useSecondPlan";

type Ask = Schemas["WhatIfAsk"];

const questions = [
  { value: "evening", text: "had one more evening" },
  { value: "later_start", text: "began later" },
  { value: "away", text: "was away" },
  { value: "rain", text: "lost a day to rain" },
  { value: "handles", text: "had other handles" },
  { value: "under_way", text: "had more or fewer units under way" },
  { value: "airbrush", text: "used the airbrush, not the can" },
  { value: "first", text: "put one unit first" },
  { value: "skip_filling", text: "left rank and file unfilled" },
] as const;
const numbers = ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
const underWay = [...numbers.map((text, i) => ({ value: `up_to_${i + 1}`, text })), { value: "no_limit", text: "no limit" }];
type Kind = (typeof questions)[number]["value"];

/** The first day to come on which nobody sits, YYYY-MM-DD. */
function freeDay(plan: Schemas["PlanView"]): string {
  const taken = new Set(plan.sittings.map((s) => s.date));
  let day = addDays(parseISO(plan.now.slice(0, 10)), 1);
  while (taken.has(formatISO(day, { representation: "date" }))) day = addDays(day, 1);
  return formatISO(day, { representation: "date" });
}

function anHourLater(time: string): string {
  return format(addHours(parse(time, "HH:mm", new Date(0)), 1), "HH:mm");
}

/** What if: one question at a time, in a sentence; the answer is who moves and by how much, and it is taken with one act. */
export function WhatIfView() {
  const plan = useQuery(planQuery);
  const sittings = useQuery(sittingsQuery);
  if (!plan.data || !sittings.data || plan.data.promises.length === 0)
    return <Loading error={plan.error ? wordsOf(plan.error) : null} text="Working out the plan" again={() => void plan.refetch()} />;
  return <Asking plan={plan.data} sittings={sittings.data} />;
}

function Asking({ plan, sittings }: { plan: Schemas["PlanView"]; sittings: Schemas["SittingsAnswer"] }) {
  const navigate = useNavigate();
  const next = plan.sittings.find((s) => !s.isNow)?.date ?? plan.now.slice(0, 10);
  const free = freeDay(plan);
  // An evening as the person's own are.
  const usual = sittings.weekly[0]?.begins.slice(0, 5) ?? "19:30";
  const [kind, setKind] = useState<Kind>("evening");
  const [date, setDate] = useState(free);
  const [until, setUntil] = useState(next);
  const [begins, setBegins] = useState(usual);
  const [ends, setEnds] = useState(sittings.weekly[0]?.ends.slice(0, 5) ?? "22:00");
  const [handles, setHandles] = useState(sittings.handles + 5);
  const [under, setUnder] = useState("up_to_5");
  const [unit, setUnit] = useState(plan.promises[0]?.unitId ?? "");
  const [beside, setBeside] = useState<readonly Second[]>([]);
  const time = (t: string) => `${t}:00`;
  const question: Ask = {
    kind,
    ...(["evening", "later_start", "rain", "away"].includes(kind) ? { date } : {}),
    ...(kind === "away" ? { until } : {}),
    ...(kind === "evening" ? { begins: time(begins), ends: time(ends) } : {}),
    ...(kind === "later_start" ? { begins: time(begins) } : {}),
    ...(kind === "handles" ? { handles } : {}),
    ...(kind === "under_way" ? { underWay: under } : {}),
    ...(kind === "first" ? { unitId: unit } : {}),
  };
  const { ask, take } = useSecondPlan(() => void navigate({ to: "/plan" }));
  const put =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      set(value);
      // What is shown is the answer to what is asked.
      ask.reset();
    };
  // Each question begins with a day and an hour that make a difference.
  const turn = (other: Kind) => {
    setKind(other);
    setDate(other === "evening" ? free : next);
    setBegins(other === "later_start" ? anHourLater(usual) : usual);
  };
  const answer = ask.data;
  return (
    <main id="screen" data-screen="what-if" tabIndex={-1} className="flex flex-1 flex-col gap-5 px-4 pb-6 outline-none md:px-10">
      <h1 className="sr-only">What if</h1>
      <form
        className="flex flex-wrap items-center gap-x-3 gap-y-2 text-lead lg:text-[30px]"
        onSubmit={(e) => {
          e.preventDefault();
          ask.mutate(question);
        }}
      >
        What if I
        <Choice large label="What if I" value={kind} options={questions} onChange={put(turn)} />
        {kind === "evening" || kind === "later_start" || kind === "rain" ? (
          <>
            {kind === "rain" ? null : <Stop>,</Stop>}
            {kind === "rain" ? "on" : null}
            <DayGap large label="Day" value={date} onChange={put(setDate)} />
          </>
        ) : null}
        {kind === "evening" ? (
          <>
            from <TimeGap large label="From" value={begins} onChange={put(setBegins)} />
            to <TimeGap large label="To" value={ends} onChange={put(setEnds)} />
          </>
        ) : null}
        {kind === "later_start" ? (
          <>
            at <TimeGap large label="At" value={begins} onChange={put(setBegins)} />
          </>
        ) : null}
        {kind === "away" ? (
          <>
            from <DayGap large label="First day away" value={date} onChange={put(setDate)} />
            to <DayGap large label="Last day away" value={until} onChange={put(setUntil)} />
          </>
        ) : null}
        {kind === "handles" ? (
          <>
            <Stop>:</Stop> <Stepper label="Handles" value={handles} least={1} most={1000} onChange={put(setHandles)} />
          </>
        ) : null}
        {kind === "under_way" ? (
          <>
            <Stop>:</Stop>
            <Choice large label="Units under way" value={under} options={underWay} onChange={put(setUnder)} />
          </>
        ) : null}
        {kind === "first" ? (
          <>
            <Stop>:</Stop>
            <Choice
              large
              label="Unit"
              value={unit}
              options={plan.promises.map((p) => ({ value: p.unitId, text: p.unit }))}
              onChange={put(setUnit)}
            />
          </>
        ) : null}
        <Stop>?</Stop>
        <Key type="submit" tone="main" disabled={ask.isPending}>
          {ask.isPending ? "Working out a second plan" : "Work it out"}
        </Key>
      </form>
      <div aria-live="polite" className="flex flex-col gap-4">
        {ask.error ? <p className="strong text-redo">{wordsOf(ask.error)}</p> : null}
        {take.error ? <p className="strong text-redo">{wordsOf(take.error)}</p> : null}
        {answer ? <Moves plan={plan} view={answer.view} /> : <p className="text-ink-2">A second plan is searched from the one you see.</p>}
      </div>
      <div className="mt-auto flex flex-wrap items-center gap-3">
        {answer ? (
          <>
            <Key tone="dark" disabled={take.isPending} onClick={() => take.mutate(answer)}>
              Take this plan
            </Key>
            <Key
              onClick={() => {
                setBeside((all) => [answer, ...all].slice(0, 4));
                ask.reset();
              }}
            >
              Keep it beside
            </Key>
          </>
        ) : null}
        <Link to="/plan" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
          Leave as is
        </Link>
        {beside.length > 0 ? (
          <ul className="flex flex-col" data-beside={beside.length}>
            <li className="text-note text-ink-2">Beside it so far</li>
            {beside.map((second) => (
              <li key={second.id} className="flex flex-wrap items-center gap-x-3">
                <span>
                  <b>{second.view.title}:</b> {second.view.summary}
                </span>
                <button type="button" className="min-h-11 strong underline" disabled={take.isPending} onClick={() => take.mutate(second)}>
                  Take it
                </button>
                <button
                  type="button"
                  className="min-h-11 strong underline"
                  onClick={() => setBeside((all) => all.filter((s) => s !== second))}
                >
                  Drop it
                </button>
              </li>
            ))}
          </ul>
        ) : null}
      </div>
    </main>
  );
}
