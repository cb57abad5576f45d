import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { alertsQuery, benchQuery, houseQuery } from "../api/queries";
import { BenchLine } from "../line/BenchLine";
import { spokenBlock, spokenWait } from "../line/spoken";
import { UprightLine } from "../line/UprightLine";
import { useMinute } from "../ui/clock";
import { clockTime } from "../ui/clockface";
import { HexagonGlyph } from "../ui/HexagonGlyph";
import { Loading } from "../ui/Loading";
import { Renewing } from "../ui/Renewing";
import { useDevice } from "../ui/settings";
import { useMedia } from "../ui/useMedia";
import { Clocks, SoakLink, StartClock } from "./Clocks";
import { CoatSheet } from "./CoatSheet";
import { CountSheet } from "./CountSheet";
import { FirstFacts } from "./FirstFacts";
import { Keys } from "./Keys";
import { Now } from "./Now";
import { Soon } from "./Soon";
import { StatusBar } from "./StatusBar";
import { type LookedStep, StepSheet } from "./StepSheet";
import { useBenchActs } from "./useBenchActs";
import { useRows } from "./useRows";
import { Signs, Why } from "./Why";

/** BENCH: what now, what is drying, when may I touch it, what waits. */
export function BenchView() {
  const bench = useQuery(benchQuery);
  if (bench.data) return <Bench answer={bench.data} />;
  return <Loading error={bench.error ? wordsOf(bench.error) : null} text="Laying out the bench" again={() => void bench.refetch()} />;
}

function Bench({ answer }: { answer: Schemas["BenchAnswer"] }) {
  const view = answer.view;
  const now = useMinute();
  const alerted = (useQuery(alertsQuery).data?.length ?? 0) > 0;
  const narrow = useMedia("(max-width: 700px)");
  const wide = useMedia("(min-width: 1120px)");
  const [chosen, setChosen] = useState<number | null>(null);
  const [coat, setCoat] = useState<Schemas["DryingView"] | null>(null);
  const [looked, setLooked] = useState<LookedStep | null>(null);
  const [counting, setCounting] = useState(false);
  const [look, setLook] = useState<number | null>(null);
  const [folded, setFolded] = useState<string | null>(null);
  const navigate = useNavigate();
  const acts = useBenchActs(
    view,
    chosen,
    () => setChosen(null),
    () => {
      const model = chosen ?? view.step?.nextModel;
      if (view.step)
        void navigate({
          to: "/gate/$stepId",
          params: { stepId: view.step.stepId },
          search: model && !view.step.isGate ? { model: `${model}` } : {},
        });
    },
  );
  const step = view.step;
  const device = useDevice();
  const along = lookable(view, now);

  useRows(device.keyRows, {
    main: () => acts.main.can && acts.main.act(),
    middle: () => acts.middle.can && acts.middle.act(),
    back: () => acts.back.can && acts.back.act(),
    flaw: () => acts.flaw.can && acts.flaw.act(),
    choose: (n) => step?.models.some((m) => m.number === n && (m.state === "rest" || m.state === "hand")) && setChosen(n),
    look: (by) =>
      setLook((i) => (along.length === 0 ? null : i === null ? nearest(along, now) : Math.min(along.length - 1, Math.max(0, i + by)))),
    unfold: (open) => (open ? along[look ?? -1]?.open() : setLook(null)),
    home: () => {
      setLook(null);
      setFolded(null);
      setChosen(null);
    },
  });

  function openBlock(block: Schemas["BlockView"]) {
    setLooked({ ...block, words: spokenBlock(block, now, view.zone), mayBegin: block.state === "next" });
  }
  function lookable(v: Schemas["BenchView"], at: Date) {
    return [
      ...v.line.blocks.map((b) => ({ at: Date.parse(b.begin), words: spokenBlock(b, at, v.zone), open: () => openBlock(b) })),
      ...v.drying.map((d) => ({ at: Date.parse(d.sure), words: spokenWait(d, at, v.zone), open: () => setCoat(d) })),
    ].sort((a, b) => a.at - b.at);
  }

  const time = clockTime(now, view.zone);
  const head = (
    <Now
      view={view}
      pending={acts.pending}
      chosen={chosen}
      onChoose={setChosen}
      onCount={() => setCounting(true)}
      clock={wide ? null : time}
    />
  );
  const why = (
    <Why
      view={view}
      slabs={!narrow}
      onThen={(t) => setLooked({ ...t, unit: "", title: t.text, unitId: unitOf(view, t.stepId), words: t.text, mayBegin: true })}
    />
  );
  const busy = view.clocks.length > 0 || Boolean(step?.clock);
  const minutes = (
    <>
      {step?.clock?.kind === "soak" ? (
        <p className="py-1">
          <SoakLink stepId={step.stepId} text="Soak in groups, by one key" />
        </p>
      ) : null}
      {step?.clock ? <StartClock stepId={step.stepId} clock={step.clock} /> : null}
      <Clocks clocks={view.clocks} inHand={step?.stepId ?? null} />
    </>
  );
  const lineProps = {
    tight: alerted,
    view,
    now,
    unsent: acts.outbox.silent ? acts.outbox.unsent.length : 0,
    onBlock: openBlock,
    onWait: setCoat,
    onFold: setFolded,
  };
  return (
    <main
      id="screen"
      data-screen="bench"
      tabIndex={-1}
      className="flex flex-1 flex-col pb-[164px] outline-none md:pb-[121px]
        short:pb-[112px]"
    >
      <StatusBar outbox={acts.outbox} demoHasAged={answer.demoHasAged} trouble={answer.planTrouble ?? null} />
      {narrow ? (
        <section className="flex flex-col gap-3 px-4">
          {view.return.length > 0 ? <Returned lines={view.return} /> : null}
          {head}
          {step ? <Signs step={step} /> : null}
          <Soon view={view} />
          {minutes}
        </section>
      ) : (
        <section
          className={`grid gap-x-5 gap-y-3 px-4 md:px-10 ${view.hands === "empty" ? "" : "lg:min-h-[284px]"}
            lg:[grid-template-columns:minmax(0,1fr)_264px_338px]`}
        >
          {head}
          {why}
          <div className="min-w-0">
            <p className="digits pointer-events-none hidden text-clock leading-[0.86]! lg:block">{time}</p>
            {minutes}
            {view.return.length > 0 ? (
              <Returned lines={view.return} />
            ) : (
              <NotTonight rows={view.notTonight} heading={view.notNow} most={busy ? 2 : 4} />
            )}
          </div>
        </section>
      )}
      {view.hands === "empty" ? <Empty /> : null}
      <div className="relative mt-auto pt-1">
        {/* In the free corner under the line, where it moves nothing; without a plan the headline says it. */}
        {answer.planOf ? (
          <div role="status" className="pointer-events-none absolute bottom-1 left-4 z-10 text-note md:left-10">
            <Renewing renewing={answer.renewing} planOf={answer.planOf} />
          </div>
        ) : null}
        {look !== null && along[look] ? (
          <p role="status" className="px-4 text-note md:px-10">
            {along[look].words} <span className="text-ink-2">· ↑ opens it, Esc goes back to now</span>
          </p>
        ) : null}
        {folded ? (
          <p role="status" className="px-4 text-note md:px-10">
            {folded}
          </p>
        ) : null}
        {narrow ? <UprightLine {...lineProps} /> : <BenchLine {...lineProps} />}
      </div>
      {narrow ? (
        <section className="flex flex-col gap-3 px-4 py-4">
          {why}
          <div>
            <NotTonight rows={view.notTonight} heading={view.notNow} most={4} />
          </div>
        </section>
      ) : null}
      <p aria-live="polite" className="sr-only">
        {step ? `${step.unit}, ${step.title}: ${step.done + acts.pending} of ${step.total} done` : view.headline}
      </p>
      <TextLine view={view} now={now} />
      <Keys acts={acts} />
      <CoatSheet drying={coat} now={now} zone={view.zone} onClose={() => setCoat(null)} />
      <StepSheet looked={looked} onClose={() => setLooked(null)} />
      {step ? <CountSheet key={`${step.stepId}${step.done}`} step={step} open={counting} onOpenChange={setCounting} /> : null}
    </main>
  );
}

function unitOf(view: Schemas["BenchView"], stepId: string): string {
  return view.line.blocks.find((b) => b.stepId === stepId)?.unitId ?? view.step?.unitId ?? "";
}

function nearest(along: readonly { at: number }[], now: Date): number {
  const next = along.findIndex((a) => a.at >= now.getTime());
  return next < 0 ? along.length - 1 : next;
}

// On return, the first lines: what became ready, what was not done, what holds, what the air allows.
function Returned({ lines }: { lines: readonly string[] }) {
  return (
    <div data-return role="status">
      <h2 className="text-[19px]">While you were away</h2>
      <ul className="text-note leading-snug">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

function NotTonight({ rows, heading, most: room }: { rows: readonly Schemas["NotTonightView"][]; heading: string; most: number }) {
  if (rows.length === 0) return null;
  const most = rows.length > room ? room - 1 : room;
  return (
    <>
      <h2 className="text-[19px] lg:mt-2">{heading}</h2>
      <ul>
        {rows.slice(0, most).map((r) => (
          <li key={r.stepId} className="line-clamp-3 text-note leading-snug" title={`${r.text}, ${r.reason}`}>
            {r.text}, {r.reason}
          </li>
        ))}
        {rows.length > most ? <li className="text-note text-ink-2">and {rows.length - most} more, in Plan</li> : null}
      </ul>
    </>
  );
}

function Empty() {
  const house = useQuery(houseQuery({}));
  const bare = {
    clean: "rest",
    wash: "rest",
    fill: "rest",
    mount: "rest",
    prime: "rest",
    paint: "rest",
    varnish: "rest",
    finish: "rest",
  } as const;
  const key = "mb-3 inline-flex min-h-[76px] items-center rounded-key border-[3px] strong";
  return (
    <>
      <FirstFacts />
      <div className="mt-auto flex flex-wrap items-end gap-6 px-4 md:px-10">
        <HexagonGlyph sides={bare} size={104} bare />
        <Link to="/intake" hash="roster" className={`${key} border-hand bg-hand px-8 text-main text-on-hand`}>
          Bring a roster
        </Link>
        <Link to="/intake" className={`${key} border-ink px-8 text-main`}>
          Add a unit
        </Link>
        {house.data && !house.data.asked ? (
          <Link to="/house" className={`${key} border-ink px-6 text-body`}>
            Six questions about how you work
          </Link>
        ) : null}
      </div>
    </>
  );
}

// The line as text: for readers and for print.
function TextLine({ view, now }: { view: Schemas["BenchView"]; now: Date }) {
  return (
    <section className="sr-only print:not-sr-only" aria-label="The line as text">
      <h2>Work on the line</h2>
      <ol>
        {view.line.blocks.map((b) => (
          <li key={`${b.stepId}${b.begin}`}>{spokenBlock(b, now, view.zone)}</li>
        ))}
      </ol>
      <h2>Leave alone</h2>
      <ol>
        {view.drying.map((d) => (
          <li key={`${d.stepId}${d.coatId}${d.stage}`}>{spokenWait(d, now, view.zone)}</li>
        ))}
      </ol>
    </section>
  );
}
