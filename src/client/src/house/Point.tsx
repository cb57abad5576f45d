import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, wordsOf } from "../api/client";
import { effectsQuery, type Scope } from "../api/queries";
import { useWrite } from "../api/write";
import { lowered } from "../ui/capital";
import { Key } from "../ui/Key";

/** One point: its schools, what each does to this bench in hours and days, and who should choose otherwise. */
export function Point({ school, scope, titled }: { school: Schemas["SchoolView"]; scope: Scope; titled: boolean }) {
  const effects = useQuery(effectsQuery(school.id, scope));
  const choose = useWrite("house rules", (option: string | null, intent) =>
    api.PUT("/api/house-rules", {
      body: { id: intent.id, school: school.id, option, unitId: scope.unitId ?? null, batchId: scope.batchId ?? null },
    }),
  );
  const narrow = scope.batchId ? school.from === "batch" : scope.unitId ? school.from === "unit" : school.from === "bench";
  return (
    <section
      aria-label={school.question}
      className="flex flex-col gap-3 self-start lg:sticky lg:top-3"
      aria-busy={choose.isPending || effects.isPending}
    >
      {titled ? <h2 className="text-main leading-tight">{school.question}</h2> : null}
      <p>
        {school.isLaw ? <b>The material decides here: the default is the law. </b> : null}
        Who chooses otherwise: {lowered(school.otherwise)}
      </p>
      {school.under ? <p className="text-ink-2">{school.under}</p> : null}
      <ul className="flex flex-col gap-2">
        {school.options.map((o) => {
          const effect = effects.data?.options.find((e) => e.option === o.id);
          const followed = o.id === school.chosen;
          return (
            <li key={o.id} className={`rounded-key border-[3px] px-4 py-2 ${followed ? "border-ink" : "border-rule"}`}>
              <div className="flex flex-wrap items-center justify-between gap-2">
                <h3 className="text-body">
                  {o.label}
                  {o.id === school.default ? <span className="text-note font-normal text-ink-2"> · default</span> : null}
                </h3>
                {followed ? (
                  <span className="strong">followed</span>
                ) : (
                  <Key disabled={choose.isPending || !effects.data} onClick={() => choose.mutate(o.id)}>
                    Follow this<span className="sr-only">: {o.label}</span>
                  </Key>
                )}
              </div>
              {o.card ? <p className="text-ink-2">{o.card}</p> : null}
              {followed ? null : effect ? (
                <Effect effect={effect} />
              ) : (
                <p className="text-note text-ink-2">Working out what it would do …</p>
              )}
            </li>
          );
        })}
      </ul>
      {effects.error ? <p role="alert">{wordsOf(effects.error)}</p> : null}
      {choose.error ? <p role="alert">{wordsOf(choose.error)}</p> : null}
      {narrow ? (
        <Key className="self-start" disabled={choose.isPending} onClick={() => choose.mutate(null)}>
          {scope.unitId || scope.batchId ? "Follow the bench again" : "Back to the default"}
        </Key>
      ) : null}
    </section>
  );
}

function Effect({ effect }: { effect: Schemas["OptionEffectView"] }) {
  return (
    <div data-effect={effect.option}>
      <p className="strong">On this bench: {effect.summary}.</p>
      {effect.comes.length > 0 ? <p className="text-note">Comes in: {effect.comes.join(", ").toLowerCase()}.</p> : null}
      {effect.goes.length > 0 ? <p className="text-note">Goes: {effect.goes.join(", ").toLowerCase()}.</p> : null}
      {effect.moves.slice(0, 4).map((m) => (
        <p key={m} className="text-note">
          {m}.
        </p>
      ))}
    </div>
  );
}
