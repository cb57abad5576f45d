import { useQuery } from "@tanstack/react-query";
import { type ComponentProps, type ReactNode, useEffect, useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { act } from "../api/outbox";
import { askableQuery, benchQuery, mayIQuery } from "../api/queries";
import { Choice } from "../ui/Choice";
import { CitationLine } from "../ui/CitationLine";
import { benchNow } from "../ui/clock";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

type StepKind = Schemas["StepKind"];
type Product = Schemas["ProductClass"];

interface MayIProps {
  opener: ReactNode;
  /** The batch and step asked about first. */
  preset?: { batchId: string; step: StepKind };
}

/** Opens the question from the bench; the key ? does the same. */
export function MayIOpener(props: ComponentProps<"button">) {
  return (
    <button type="button" {...props} className="min-h-12 rounded-key px-2 strong text-ink underline">
      May I, now?
    </button>
  );
}

/** May I do this now? Yes; not before, and why; or no, and what instead. */
export function MayI({ opener, preset }: MayIProps) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (preset) return;
    const ask = (e: KeyboardEvent) => {
      const busy = e.target instanceof HTMLElement && e.target.closest("input, textarea, [role=dialog]");
      if (e.key === "?" && !busy) setOpen(true);
    };
    window.addEventListener("keydown", ask);
    return () => window.removeEventListener("keydown", ask);
  }, [preset]);
  return (
    <Sheet title="May I, now?" opener={opener} open={open} onOpenChange={setOpen}>
      {open ? <Question preset={preset ?? null} onDone={() => setOpen(false)} /> : null}
    </Sheet>
  );
}

function Question({ preset, onDone }: { preset: MayIProps["preset"] | null; onDone: () => void }) {
  const askable = useQuery(askableQuery);
  const bench = useQuery(benchQuery);
  const [picked, setPicked] = useState<{ batchId?: string; step?: StepKind; method?: string | undefined; product?: Product | undefined }>(
    {},
  );
  const inHand = bench.data?.view.step;
  const batches = askable.data ?? [];
  const batch =
    batches.find((b) => b.batchId === (picked.batchId ?? preset?.batchId)) ??
    batches.find((b) => b.unitId === inHand?.unitId && b.next === inHand?.kind) ??
    batches[0];
  const step =
    batch?.steps.find((s) => s.step === (picked.step ?? (picked.batchId ? undefined : preset?.step))) ??
    batch?.steps.find((s) => s.step === batch.next) ??
    batch?.steps[0];
  const method = step?.methods.find((m) => m.id === picked.method)?.id;
  const product = step?.products.find((p) => p.id === picked.product)?.id;
  const of = { ...(method ? { method } : {}), ...(product ? { product } : {}) };
  const answer = useQuery(mayIQuery(batch && step ? { batchId: batch.batchId, step: step.step, ...of } : null));
  if (askable.error) return <p role="alert">{wordsOf(askable.error)}</p>;
  if (!askable.data) return <p>Looking at the bench …</p>;
  if (!batch || !step) return <p>Nothing on the bench to ask about.</p>;
  const asked = { ...picked, batchId: batch.batchId, step: step.step };
  return (
    <div className="flex flex-col gap-4">
      <p className="flex flex-wrap items-center gap-2 text-lead">
        For
        <Choice
          label="Batch"
          value={batch.batchId}
          options={batches.map((b) => ({ value: b.batchId, text: b.name }))}
          onChange={(batchId) => setPicked({ batchId })}
        />
        may I
        <Choice
          label="Step"
          value={step.step}
          options={batch.steps.map((s) => ({
            value: s.step,
            text: s.inRoute ? s.title.toLowerCase() : `${s.title.toLowerCase()} (not in its route)`,
          }))}
          onChange={(s) => setPicked({ batchId: batch.batchId, step: s })}
        />
        {step.methods.length > 1 ? (
          <>
            by
            <Choice
              label="Method"
              value={method ?? "usual"}
              options={[{ value: "usual", text: "as in its route" }, ...step.methods.map((m) => ({ value: m.id, text: m.text }))]}
              onChange={(m) => setPicked({ ...asked, method: step.methods.find((o) => o.id === m)?.id })}
            />
          </>
        ) : null}
        {step.products.length > 0 ? (
          <>
            with
            <Choice
              label="Product"
              value={product ?? "usual"}
              options={[{ value: "usual", text: "what is usual for it" }, ...step.products.map((p) => ({ value: p.id, text: p.text }))]}
              onChange={(p) => setPicked({ ...asked, product: step.products.find((o) => o.id === p)?.id })}
            />
          </>
        ) : null}
        now?
      </p>
      {answer.error ? <p role="alert">{wordsOf(answer.error)}</p> : null}
      {answer.data ? <Answer answer={answer.data} onDone={onDone} /> : null}
    </div>
  );
}

// A word, not a key: a bar at its side says which it is.
const grounds: Record<Schemas["Verdict"], string> = {
  yes: "border-hand",
  not_yet: "border-wait",
  no: "border-redo",
};

function Answer({ answer, onDone }: { answer: Schemas["MayIView"]; onDone: () => void }) {
  return (
    <div className="flex flex-col gap-3" aria-live="polite" data-answer={answer.answer}>
      <div className={`border-l-[10px] pl-4 ${grounds[answer.answer]}`}>
        <p className="text-time leading-none strong">{answer.headline}</p>
        <p className="mt-1">{answer.detail}</p>
      </div>
      {answer.insteadText ? <p className="text-lead strong">{answer.insteadText}.</p> : null}
      <ul>
        {answer.reasons.map((r) => (
          <li key={r.rule + r.text} className="mt-1">
            {r.untilText ? <b>{r.untilText}: </b> : null}
            <CitationLine said={r} />
          </li>
        ))}
      </ul>
      {answer.testWords ? (
        <p>
          <b>A test may free it sooner.</b> {answer.testWords}
        </p>
      ) : null}
      {answer.meanwhile.length > 0 ? (
        <div>
          <h3 className="text-[19px]">Meanwhile</h3>
          <ul>
            {answer.meanwhile.map((m) => (
              <li key={m.step}>{m.title}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {answer.locks.length > 0 ? (
        <div>
          <h3 className="text-[19px]">For good, once it is done</h3>
          <ul>
            {answer.locks.map((l) => (
              <li key={l.text}>
                <CitationLine said={l} />
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      {answer.canBegin ? (
        <Key
          tone="main"
          className="self-start"
          onClick={() => {
            void act("start", { stepId: answer.canBegin ?? "" }, benchNow());
            onDone();
          }}
        >
          Begin it now
        </Key>
      ) : null}
    </div>
  );
}
