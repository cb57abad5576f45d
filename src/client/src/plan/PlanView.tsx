import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { type ReactNode, useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { planQuery, planStepQuery, queryClient } from "../api/queries";
import { type LookedStep, StepSheet } from "../bench/StepSheet";
import { useMinute } from "../ui/clock";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { manyUnits, OrderUnits } from "../ui/OrderUnits";
import { Sheet } from "../ui/Sheet";
import { useDevice } from "../ui/settings";
import { inOrder } from "../ui/unitOrder";
import { useMedia } from "../ui/useMedia";
import { AssumedAir } from "./AssumedAir";
import { DueForm } from "./DueForm";
import { HowMany } from "./HowMany";
import { PlanLine } from "./PlanLine";
import { Promises } from "./Promises";
import { Proof } from "./Proof";
import { SittingList } from "./SittingList";
import { Slip } from "./Slip";
import { SprayKey } from "./SprayKey";

/** PLAN: when is each unit done, and what holds it. */
export function PlanView() {
  const plan = useQuery(planQuery);
  if (!plan.data)
    return <Loading error={plan.error ? wordsOf(plan.error) : null} text="Working out the plan" again={() => void plan.refetch()} />;
  if (plan.data.promises.length === 0 && plan.data.renewing)
    return <Loading error={null} text="The plan is being made" again={() => void plan.refetch()} />;
  if (plan.data.promises.length === 0) return <NoUnits />;
  return <Plan plan={plan.data} />;
}

function Plan({ plan }: { plan: Schemas["PlanView"] }) {
  const now = useMinute();
  const narrow = useMedia("(max-width: 700px)");
  const search = useSearch({ from: "/plan" });
  const navigate = useNavigate({ from: "/plan" });
  const chosen = search.step ?? plan.promises.find((p) => p.unitId === search.unit)?.nextStep ?? soonest(plan);
  const step = useQuery({ ...planStepQuery(chosen), placeholderData: (before) => before }).data;
  const promise = plan.promises.find((p) => p.unitId === (search.unit ?? step?.unitId)) ?? plan.promises[0];
  const { unitOrder } = useDevice();
  const [find, setFind] = useState("");
  const many = plan.promises.length >= manyUnits;
  const ordered = many ? inOrder(plan.promises, (p) => ({ ...p, name: p.unit }), unitOrder, find) : plan.promises;
  // Whoever comes too late is seen first; dates that do not stand yet call nobody late.
  const isLate = (p: (typeof ordered)[number]) => p.late && !plan.isFirst;
  const late = ordered.filter(isLate);
  const promises = [...late, ...ordered.filter((p) => !isLate(p))];
  const [looked, setLooked] = useState<LookedStep | null>(null);
  const [opened, setOpened] = useState<number | null>(null);
  const open = Math.min(plan.sittings.length - 1, opened ?? (plan.sittings.length > 1 && plan.sittings[0]?.isNow ? 1 : 0));
  const sitting = plan.sittings[open];
  const choose = (stepId: string | undefined, unitId: string) =>
    void navigate({ search: { unit: unitId, ...(stepId ? { step: stepId } : {}) }, replace: true });
  // On a narrow screen what holds a step lies far below its row: it is laid over it.
  const look = (stepId: string, unitId: string) => {
    choose(stepId, unitId);
    void queryClient
      .fetchQuery(planStepQuery(stepId))
      .then((found) => found && setLooked({ ...found, words: found.note, mayBegin: false }));
  };
  return (
    <main id="screen" data-screen="plan" tabIndex={-1} className="flex flex-1 flex-col gap-3 outline-none">
      <h1 className="sr-only">Plan</h1>
      <div className="flex flex-wrap items-center gap-2 px-4 pt-2 md:px-10 print:hidden">
        <Link to="/plan/what-if" className={plain}>
          What if
        </Link>
        <Link to="/plan/evenings" className={plain}>
          Your evenings
        </Link>
        {late.length > 0 ? (
          <p role="status" className="strong text-redo">
            {late.length === 1 ? "1 unit late" : `${late.length} units late`}: {late.map((p) => p.unit).join(", ")}
          </p>
        ) : null}
        {plan.bettering && !plan.canGoBack ? (
          <p role="status" className="ml-auto text-note text-ink-2">
            {plan.isFirst
              ? "The first plan is being bettered: its dates come in a moment"
              : "A better plan is looked for: dates may still move"}
          </p>
        ) : null}
      </div>
      <StepSheet looked={looked} onClose={() => setLooked(null)} />
      <Promises
        promises={promises}
        chosen={promise?.unitId ?? null}
        first={plan.isFirst ?? false}
        head={many ? <OrderUnits find={find} onFind={setFind} /> : null}
        onChoose={(unitId) => choose(undefined, unitId)}
      />
      {plan.unplaced.length > 0 ? <Unplaced rows={plan.unplaced} /> : <Proof plan={plan} />}
      {plan.assumedAir.length > 0 ? <AssumedAir rows={plan.assumedAir} /> : null}
      {plan.sittings.length === 0 ? (
        <p className="px-4 md:px-10">No sitting lies ahead: set your evenings, and the plan is made.</p>
      ) : narrow ? (
        <SittingList plan={plan} stepId={step?.stepId ?? null} onStep={look} />
      ) : (
        <>
          {/* What is chosen stands beside the line, with what can be done about it: never under the fold. */}
          <div className="grid lg:[grid-template-columns:minmax(0,1fr)_360px]">
            <div className="min-w-0">
              <PlanLine
                plan={plan}
                now={now}
                unitId={promise?.unitId ?? null}
                stepId={step?.stepId ?? null}
                open={open}
                onOpen={setOpened}
                onStep={choose}
              />
            </div>
            <aside aria-label="The chosen step" className="flex flex-col gap-3 px-4 md:px-10 lg:px-5">
              {step ? <StepWords step={step} /> : <p>{chosen ? "" : "Nothing is left to plan."}</p>}
              {step ? <Holds step={step} /> : null}
            </aside>
          </div>
          <div className="hidden print:block">
            <SittingList plan={plan} stepId={null} onStep={choose} />
          </div>
        </>
      )}
      <section className="px-4 pb-4 md:px-10">
        <div className="flex flex-col gap-3">
          {promise ? <DueForm key={`${promise.unitId}${promise.deadline}`} promise={promise} /> : null}
          <div className="print:hidden flex flex-wrap gap-x-8 gap-y-3">
            <Group title="This bench">
              {sitting ? <SprayKey sitting={sitting} title={sitting.isNow ? sitting.title.toLowerCase() : sitting.title} /> : null}
              <HowMany plan={plan} />
              <PlanRules rules={plan.rules} />
            </Group>
            <Group title="Carry it away">
              <a href="/api/plan.ics" className={plain}>
                Calendar file
              </a>
              <a href="/api/plan.pdf" className={plain}>
                Sheet for the wall
              </a>
              <a href="/api/plan.csv" className={plain}>
                CSV
              </a>
            </Group>
          </div>
        </div>
      </section>
    </main>
  );
}

const plain = "inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong";

// Keys that belong together, under what they are about.
function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h2 className="text-note font-normal text-ink-2">{title}</h2>
      <div className="flex flex-wrap gap-2">{children}</div>
    </section>
  );
}

// The step that is planned to begin first.
function soonest(plan: Schemas["PlanView"]): string | null {
  return plan.sittings.find((s) => s.blocks.length > 0)?.blocks.find((b) => b.state !== "past")?.stepId ?? null;
}

function StepWords({ step }: { step: Schemas["PlanStepView"] }) {
  return (
    <div>
      <p className="text-ink-2">
        {step.unit}, {step.day}
      </p>
      <h2 className="text-[27px] leading-tight">
        {step.title}, {step.times}
      </h2>
      <p className="mt-1">{step.note}</p>
      {step.painting.map((line) => (
        <p key={line} className="mt-1 text-note">
          {line}
        </p>
      ))}
      {step.assumedAir ? <p className="mt-1 text-note">{step.assumedAir}</p> : null}
      <Link
        to="/units/$id"
        params={{ id: step.unitId }}
        search={{ step: step.stepId }}
        className="inline-flex min-h-12 items-center strong underline"
      >
        Show the route
      </Link>
      {step.holds.length > 0 ? <Slip key={step.stepId} step={step} /> : null}
    </div>
  );
}

function Holds({ step }: { step: Schemas["PlanStepView"] }) {
  return (
    <div>
      <h2 className="text-[20px]">What holds it</h2>
      {step.holds.length === 0 ? <p>It is in hand.</p> : null}
      <ul>
        {step.holds.map((h) => (
          <li key={`${h.at}${h.text}`} className="flex items-baseline gap-4">
            <span className="digits min-w-20 shrink-0 text-[23px]">{h.time}</span>
            <span className={h.binds ? "strong" : ""}>{h.text}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

// Sprays planned where the month rarely allows them.
function Unplaced({ rows }: { rows: readonly Schemas["UnplacedView"][] }) {
  const first = rows[0];
  return first ? (
    <p role="status" className="mx-4 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2 md:mx-10">
      <b>No plan fits.</b> {first.title}, {first.unit}: {first.lacks}. It needs {first.remedy}.
      {rows.length > 1 ? ` ${rows.length - 1} more steps find no place.` : ""}
    </p>
  ) : null;
}

function NoUnits() {
  return (
    <main id="screen" tabIndex={-1} className="flex flex-1 flex-col px-4 outline-none md:px-10">
      <h1 className="text-main">Nothing to plan yet</h1>
      <p className="mt-2">
        <Link to="/intake" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
          Add a unit
        </Link>{" "}
        <Link to="/plan/evenings" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
          Your evenings
        </Link>
      </p>
      <div className="-mx-4 mt-auto h-60 border-t-[6px] border-ink bg-below md:-mx-10" aria-hidden="true" />
    </main>
  );
}

// The rules of the calendar: what the plan keeps by itself, and what is left to the person.
function PlanRules({ rules }: { rules: readonly Schemas["PlanRuleView"][] }) {
  const group = (kept: boolean) => rules.filter((r) => (r.keptBy !== null) === kept);
  return (
    <Sheet title="What the plan keeps to" opener={<Key>What it keeps to</Key>}>
      <ul>
        {group(true).map((r) => (
          <li key={r.text} className="mt-1">
            {r.text} <span className="text-note text-ink-2">Kept by {r.keptBy}.</span>
          </li>
        ))}
      </ul>
      {group(false).length > 0 ? <h3 className="mt-4 text-[19px]">Left to you</h3> : null}
      <ul>
        {group(false).map((r) => (
          <li key={r.text} className="mt-1">
            {r.text}
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
