import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { Choice } from "../ui/Choice";
import { useRestore } from "./ChangeStep";
import { ConfirmChange, type Question } from "./ConfirmChange";

/** What the route leaves out, and why; what you left out can be taken back in. */
export function LeftOut({ batch }: { batch: Schemas["BatchView"] }) {
  const restore = useRestore(batch);
  if (batch.leftOut.length === 0) return null;
  return (
    <div>
      <h2 className="text-[20px]">Left out, and why</h2>
      <ul>
        {batch.leftOut.map((l) => (
          <li key={l.kind}>
            <b>{l.title}</b>: {l.reason}
            {l.byYou ? (
              <button type="button" className="min-h-11 px-2 strong underline" onClick={() => restore.mutate(l.kind)}>
                Take it back in<span className="sr-only">: {l.title}</span>
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      {restore.error ? <p role="alert">{wordsOf(restore.error)}</p> : null}
    </div>
  );
}

/** A step the route does not have, put in by choice. */
export function AddStep({ batch }: { batch: Schemas["BatchView"] }) {
  const [asked, setAsked] = useState<Question | null>(null);
  if (batch.addable.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-2">
      Put in
      <Choice
        label="A step to put in"
        placeholder="a step"
        value={"" as Schemas["StepKind"]}
        options={batch.addable.map((a) => ({ value: a.kind, text: a.title.toLowerCase() }))}
        onChange={(step) => setAsked({ kind: "add", step, method: null, product: null, before: null })}
      />
      <ConfirmChange batch={batch} question={asked} onClose={() => setAsked(null)} />
    </p>
  );
}
