import type { Schemas } from "../api/client";
import { CitationLine, strengths } from "../ui/CitationLine";
import { Sheet } from "../ui/Sheet";
import { CautionSign, LimitSign } from "../ui/Sign";
import { Hold } from "./Hold";
import { Soon } from "./Soon";
import { StepNote } from "./StepNote";

interface WhyProps {
  view: Schemas["BenchView"];
  onThen: (then: Schemas["ThenView"]) => void;
  slabs: boolean;
}

/** Why now, the caution above the limit, and the next two steps. */
export function Why({ view, onThen, slabs }: WhyProps) {
  const step = view.step;
  return (
    <div className="flex flex-col items-start gap-1.5">
      {step ? (
        <>
          <h2 className="text-[19px]">Why now</h2>
          <p className="-mt-1.5 leading-snug">{step.why}</p>
          {slabs ? <Signs step={step} /> : null}
        </>
      ) : null}
      {slabs ? <Soon view={view} /> : null}
      {view.then.length > 0 ? (
        <div>
          <h2 className="text-[19px]">Then</h2>
          <ul>
            {view.then.map((t) => (
              <li key={t.stepId}>
                <button type="button" onClick={() => onThen(t)} className="flex min-h-7 items-baseline gap-1.5 text-left leading-tight">
                  <span className="digits text-[26px]">{t.time}</span>{" "}
                  <span className="line-clamp-2 text-[16px] lg:line-clamp-1 lg:tracking-[-0.04em]" title={t.text}>
                    {t.text}
                  </span>
                </button>
                {t.back ? (
                  // The moments stand first: the rest is read in full where the step is opened. Beside the line it must not push the keys.
                  <p className="line-clamp-2 text-note leading-snug text-wait lg:line-clamp-1 lg:tracking-[-0.04em]" title={t.back}>
                    {t.back}
                  </p>
                ) : null}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </div>
  );
}

/** The caution above, the limit below: neither replaces the other. */
export function Signs({ step }: { step: Schemas["HandView"] }) {
  return (
    <div className="flex flex-col items-start gap-1.5">
      <div className="flex flex-wrap items-center gap-2">
        {step.cautions
          .filter((c) => c.grave)
          .map((c) => (
            <CautionSign key={c.short} caution={c} />
          ))}
      </div>
      {step.limit ? <LimitSign text={step.limit.text} /> : null}
      {step.locks?.length ? (
        <p className="rounded-slab border-[3px] border-ink px-3 py-1 leading-snug">
          <span className="strong">No way back: </span>
          {step.locks.map((l) => (
            <span key={l.text}>
              <CitationLine said={l} />{" "}
            </span>
          ))}
        </p>
      ) : null}
      {step.inHand && step.holdSeconds ? (
        <Hold
          seconds={step.holdSeconds}
          movable={step.movableSeconds ?? null}
          accelerated={step.acceleratedSeconds ?? null}
          done={step.done}
        />
      ) : null}
    </div>
  );
}

export function Card({ step }: { step: Schemas["HandView"] }) {
  return (
    <Sheet
      title={step.title}
      opener={
        <button type="button" className="min-h-8 px-1 text-note strong underline">
          More
        </button>
      }
    >
      <Recipes recipes={step.recipes ?? []} />
      {step.note ? <StepNote key={step.stepId} note={step.note} unitId={step.unitId} /> : null}
      <CardText card={step.card} cautions={step.cautions} />
    </Sheet>
  );
}

/** A step's card, short enough to read with a brush in hand. */
export function CardText({ card, cautions }: { card: Schemas["CardView"]; cautions: readonly Schemas["CautionView"][] }) {
  const rows = [
    ["Why", card.why],
    ["How", card.how],
    ["Look for", card.lookFor],
    ["Goes wrong", card.goesWrong],
  ] as const;
  return (
    <>
      <dl className="grid gap-x-4 gap-y-2 sm:[grid-template-columns:auto_1fr]">
        {rows.map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="strong">{name}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      <More lines={card.rules} />
      <Accidents accidents={card.accidents ?? []} />
      {cautions.length > 0 ? (
        <div className="mt-3 border-t-[3px] border-rule pt-2">
          <h3 className="text-[19px]">Take care</h3>
          <Cautions cautions={cautions.filter((c) => c.grave)} />
          {cautions.every((c) => c.grave) ? null : (
            <details>
              <summary className="min-h-11 cursor-pointer pt-2 strong">and {counted(cautions.filter((c) => !c.grave).length)}</summary>
              <Cautions cautions={cautions.filter((c) => !c.grave)} />
            </details>
          )}
        </div>
      ) : null}
    </>
  );
}

function counted(smaller: number): string {
  return smaller === 1 ? "1 smaller one" : `${smaller} smaller ones`;
}

// Four lines can be read with a brush in hand; the rest waits behind a touch.
function More({ lines }: { lines: readonly Schemas["Citation"][] }) {
  if (lines.length === 0) return null;
  const most = lines.length === 5 ? 5 : 4;
  return (
    <div className="mt-3 border-t-[3px] border-rule pt-2">
      <ByStrength lines={lines.slice(0, most)} />
      {lines.length > most ? (
        <details>
          <summary className="min-h-11 cursor-pointer pt-2 strong">{lines.length - most} more to know</summary>
          <ByStrength lines={lines.slice(most)} />
        </details>
      ) : null}
    </div>
  );
}

// How binding they are stands beside the first of each kind: the lines come the gravest first.
function ByStrength({ lines }: { lines: readonly Schemas["Citation"][] }) {
  return (
    <dl className="grid gap-x-4 gap-y-1 sm:[grid-template-columns:auto_1fr]">
      {lines.map((line, i) => (
        <div key={line.text} className="contents">
          <dt className="pt-0.5 text-note text-ink-2">
            {line.strength === lines[i - 1]?.strength ? (
              <span className="sr-only">{strengths[line.strength]}</span>
            ) : (
              strengths[line.strength]
            )}
          </dt>
          <dd>{line.text}</dd>
        </div>
      ))}
    </dl>
  );
}

function Cautions({ cautions }: { cautions: readonly Schemas["CautionView"][] }) {
  return (
    <ul>
      {cautions.map((c) => (
        <li key={c.short} className="mt-1">
          <b>{c.short}.</b> {c.card}
        </li>
      ))}
    </ul>
  );
}

// What to do now when it has gone wrong, and what that adds.
function Accidents({ accidents }: { accidents: readonly Schemas["Accident"][] }) {
  if (accidents.length === 0) return null;
  return (
    <details className="mt-3 border-t-[3px] border-rule pt-1" data-accidents>
      <summary className="min-h-11 cursor-pointer pt-2 strong text-redo">Accident</summary>
      <dl className="flex flex-col gap-2">
        {accidents.map((a) => (
          <div key={a.what}>
            <dt className="strong">{a.what}</dt>
            <dd>
              {a.now} {a.then ? <span className="text-ink-2">{a.then}</span> : null}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

// The tones that are there already: what is touched in must match them.
function Recipes({ recipes }: { recipes: readonly Schemas["RecipeView"][] }) {
  if (recipes.length === 0) return null;
  return (
    <dl
      className="mb-3 grid gap-x-4 rounded-slab border-[3px] border-hand px-3 py-2 sm:[grid-template-columns:auto_1fr]"
      aria-label="Mixes"
    >
      {recipes.map((r) => (
        <div key={r.id} className="contents">
          <dt className="strong">{r.area}</dt>
          <dd>{r.mix}</dd>
        </div>
      ))}
    </dl>
  );
}
