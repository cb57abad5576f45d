import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";

/** The first visit: at most six questions; the rest is filled by default. */
export function FirstVisit({ house, onDone }: { house: Schemas["HouseView"]; onDone: () => void }) {
  const asked = house.schools.filter((s) => house.firstVisit.includes(s.id));
  const [answers, setAnswers] = useState<Record<string, string>>(() => Object.fromEntries(asked.map((s) => [s.id, s.chosen])));
  const save = useWrite(
    "house rules",
    (chosen: Record<string, string>, intent) => api.POST("/api/house-rules/first", { body: { id: intent.id, answers: chosen } }),
    { onSuccess: onDone },
  );
  return (
    <section aria-label="First visit" className="rounded-key border-[3px] border-hand bg-sheet p-4">
      <h2 className="text-lead">{asked.length} questions, the rest by default. Each can be changed later.</h2>
      <div className="mt-2 grid gap-x-8 gap-y-3 md:grid-cols-2">
        {asked.map((s) => (
          <fieldset key={s.id}>
            <legend className="strong">{s.question}</legend>
            <div className="flex flex-wrap gap-2">
              {s.options.map((o) => (
                <label
                  key={o.id}
                  className={`flex min-h-12 cursor-pointer items-center rounded-key border-[3px] px-3 leading-tight
                    has-focus-visible:outline-[3px] ${answers[s.id] === o.id ? "border-ink bg-ink text-on-ink" : "border-rule"}`}
                >
                  <input
                    type="radio"
                    name={s.id}
                    className="sr-only"
                    checked={answers[s.id] === o.id}
                    onChange={() => setAnswers({ ...answers, [s.id]: o.id })}
                  />
                  {o.label}
                </label>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
      {save.error ? <p role="alert">{wordsOf(save.error)}</p> : null}
      <Key tone="main" className="mt-4" disabled={save.isPending} onClick={() => save.mutate(answers)}>
        That is how I work
      </Key>
    </section>
  );
}
