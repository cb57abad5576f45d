import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newestBatch } from "../api/newest";
import { useWrite } from "../api/write";
import { Choice } from "../ui/Choice";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { ConfirmChange, type Question } from "./ConfirmChange";
import { StepPace } from "./StepPace";

/** Leave a step out, take it before another, or take a change back. */
export function ChangeStep({ step, batch }: { step: Schemas["RouteStepView"]; batch: Schemas["BatchView"] }) {
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState<Question | null>(null);
  const restore = useRestore(batch);
  const others = batch.steps.filter((s) => !s.notNeeded && s.kind !== step.kind);
  const kinds = [...new Map(others.map((s) => [s.kind, s.title.replace(/, (coat|session) .*/, "")])).entries()];
  const ask = (question: Question) => {
    setOpen(false);
    setAsked(question);
  };
  return (
    <>
      <Sheet title={`Change: ${step.title.toLowerCase()}`} opener={<Key>Change it</Key>} open={open} onOpenChange={setOpen}>
        <div className="flex flex-col items-start gap-4">
          <Key onClick={() => ask({ kind: "skip", step: step.kind, method: null, product: null, before: null })}>Leave it out</Key>
          <p className="flex flex-wrap items-center gap-2">
            Take it before
            <Choice
              label="Before which step"
              placeholder="a step"
              value={"" as Schemas["StepKind"]}
              options={kinds.map(([value, text]) => ({ value, text: text.toLowerCase() }))}
              onChange={(before) => ask({ kind: "reorder", step: step.kind, method: null, product: null, before })}
            />
          </p>
          {step.changed ? (
            <Key
              onClick={() => {
                setOpen(false);
                restore.mutate(step.kind);
              }}
            >
              Take my change back
            </Key>
          ) : null}
          <p className="text-note text-ink-2">What it does is shown before it is taken.</p>
          {step.kind === "paint" ? (
            <p>Painting has minutes of its own, above the route.</p>
          ) : (
            <StepPace step={step} batch={batch} onDone={() => setOpen(false)} />
          )}
        </div>
      </Sheet>
      {restore.error ? <p role="alert">{wordsOf(restore.error)}</p> : null}
      <ConfirmChange batch={batch} question={asked} onClose={() => setAsked(null)} />
    </>
  );
}

/** Takes every change of a step back. */
export function useRestore(batch: Schemas["BatchView"]) {
  return useWrite(`batch ${batch.id}`, async (step: Schemas["StepKind"], intent) => {
    const { version } = await intent.over((fresh) => newestBatch(batch, fresh));
    await api.POST("/api/batches/{id}/route/restore", { params: { path: { id: batch.id } }, body: { id: intent.id, version, step } });
  });
}
