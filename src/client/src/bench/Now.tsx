import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { capital } from "../ui/capital";
import { benchNow } from "../ui/clock";
import { Mark } from "../ui/Mark";
import { Flaws } from "./Flaws";
import { Pegs } from "./Pegs";
import { Sides } from "./Sides";
import { TestFirst } from "./TestFirst";
import { Card } from "./Why";

interface NowProps {
  view: Schemas["BenchView"];
  pending: number;
  chosen: number | null;
  onChoose: (number: number) => void;
  onCount: () => void;
  /** The clock beside the unit, where there is no room for the large one. */
  clock: string | null;
}

/** The one thing to do now. */
export function Now({ view, pending, chosen, onChoose, onCount, clock }: NowProps) {
  const step = view.step;
  if (!step)
    return (
      <div className="min-w-0">
        {clock ? (
          <p className="flex">
            <SmallClock text={clock} />
          </p>
        ) : null}
        <h1 className="text-[clamp(38px,6vw,72px)] leading-[1.02] tracking-[-0.02em]">{view.headline}</h1>
        <p className="mt-3 text-lead">{view.subline}</p>
        <Flaws flaws={view.flaws} named />
        <Tested tested={view.tested} />
        <BringIn coats={view.bringIn ?? []} />
      </div>
    );
  return (
    <div className="min-w-0">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-0 lg:pt-1.5">
        <Mark mark={step.mark} size={clock ? 26 : 30} />
        <span className="line-clamp-2 text-[20px] strong lg:text-lead" title={step.unit}>
          {step.unit}
        </span>
        <span className="hidden text-unit text-ink-2 sm:line-clamp-2" title={step.detail}>
          {step.detail}
        </span>
        {clock ? <SmallClock text={clock} /> : null}
      </p>
      {/* A long title stays on one line, so that the keys stay on the screen. */}
      <h1
        className={`${step.title.length > 14 ? "text-[clamp(36px,4.5vw,57px)]" : "text-[clamp(40px,6.6vw,84px)]"} leading-[0.98]
          tracking-[-0.025em]`}
      >
        {step.title}
      </h1>
      {/* What is tested first stands where the way of doing it will. */}
      {step.test ? (
        <div className="mt-2">
          <TestFirst test={step.test} />
        </div>
      ) : (
        <p className="mt-1.5 text-body md:text-[21px]">
          {step.how} <Card step={step} />
        </p>
      )}
      {step.against ? (
        <p className="line-clamp-1 text-note" title={step.against}>
          {step.against}
        </p>
      ) : null}
      {step.note?.before && !step.note.own ? <p className="text-note">Last time: {step.note.before}</p> : null}
      {step.note?.own ? <p className="text-note">Written down: {step.note.own.mix}</p> : null}
      {view.away ? (
        <p className="mt-3 flex flex-wrap items-center gap-3 rounded-slab border-[3px] border-hand bg-sheet px-3 py-2" role="status">
          <span>
            <b>You were away {view.away.minutes} min.</b> {view.away.text}
          </span>
          <button type="button" onClick={onCount} className="min-h-12 rounded-key border-[3px] border-ink px-4 strong">
            Set the count
          </button>
        </p>
      ) : null}
      {view.dropIn ? <ComeBack dropIn={view.dropIn} /> : null}
      <div className="mt-3 lg:mt-5">
        <Pegs
          models={step.models}
          pending={step.passes ? 0 : pending}
          passes={step.passes ?? null}
          chosen={chosen}
          onChoose={onChoose}
          onCount={onCount}
        />
        {step.inHand && step.passes && step.passes.lacking > 1 && pending === 0 ? (
          <button
            type="button"
            onClick={() => void act("pass", { stepId: step.stepId, pass: step.passes?.number ?? null, wholeRow: true }, benchNow())}
            className="min-h-12 strong underline"
          >
            {capital(step.passes.name)} is on all {step.passes.lacking}
          </button>
        ) : null}
      </div>
      {step.sides?.length ? <Sides key={`${step.stepId} ${step.done}`} sides={step.sides} /> : null}
      <Flaws flaws={view.flaws} named />
      <Tested tested={view.tested} />
      <BringIn coats={view.bringIn ?? []} />
    </div>
  );
}

// A short return whose time has come: what is in hand is put down for it.
function ComeBack({ dropIn }: { dropIn: Schemas["DropInView"] }) {
  return (
    <p
      className="mt-3 flex flex-wrap items-center gap-3 rounded-slab border-[3px] border-wait bg-sheet px-3 py-2"
      role="status"
      data-drop-in
    >
      <span className="flex items-center gap-2">
        <Mark mark={dropIn.mark} size={26} />
        <span>
          <b>{dropIn.unit}.</b> {dropIn.text}
          {dropIn.test ? `. ${dropIn.test.words}` : null}
        </span>
      </span>
      <button
        type="button"
        onClick={() => void act("start", { stepId: dropIn.stepId, ...(dropIn.test ? { dry: true } : {}) }, benchNow())}
        className="min-h-12 rounded-key border-[3px] border-ink px-4 strong"
      >
        {dropIn.test ? `It is dry: ${dropIn.title.toLowerCase()}` : `${dropIn.title} now`}
      </button>
    </p>
  );
}

// What was sprayed outdoors dries there until somebody says that it was carried in: asked once.
function BringIn({ coats }: { coats: readonly Schemas["BringInView"][] }) {
  return (
    <ul>
      {coats.map((c) => (
        <li key={c.coatId} className="mt-1 flex flex-wrap items-center gap-3 text-note">
          <span>{c.text}</span>
          <button
            type="button"
            onClick={() => void act("coat", { coatId: c.coatId, broughtIn: true }, benchNow())}
            className="min-h-12 rounded-key border-[3px] border-ink px-4 strong"
          >
            It is in
          </button>
        </li>
      ))}
    </ul>
  );
}

// A wrong touch on "dry" is put right here: the correction is a test of its own.
function Tested({ tested }: { tested: readonly Schemas["TestedView"][] }) {
  return (
    <ul>
      {tested.map((t) => (
        <li key={`${t.coatId}${t.stage}`} className="mt-1 flex flex-wrap items-center gap-3 text-note">
          <span>{t.text}</span>
          <button
            type="button"
            onClick={() => void act("test", { coatId: t.coatId, stage: t.stage, finding: "not_dry_at" }, benchNow())}
            className="min-h-12 rounded-key border-[3px] border-ink px-4 strong"
          >
            It is still tacky
          </button>
        </li>
      ))}
    </ul>
  );
}

function SmallClock({ text }: { text: string }) {
  return (
    <span className="digits ml-auto text-[54px]" aria-hidden="true">
      {text}
    </span>
  );
}
