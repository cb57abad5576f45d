import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newestUnit } from "../api/newest";
import { invalidate } from "../api/queries";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";
import { Mark } from "../ui/Mark";
import { Sheet } from "../ui/Sheet";
import { Stepper } from "../ui/Stepper";

/** What is said of a whole unit: its name, its mark, another like it, off the bench. */
export function ThisUnit({ unit }: { unit: Schemas["UnitView"] }) {
  const [open, setOpen] = useState(false);
  return (
    <Sheet
      title={unit.name}
      open={open}
      onOpenChange={setOpen}
      opener={
        <button type="button" className="min-h-12 strong underline">
          This unit
        </button>
      }
    >
      <div className="flex flex-col gap-4">
        <Called unit={unit} />
        <Another unit={unit} onDone={() => setOpen(false)} />
        <Off unit={unit} />
      </div>
    </Sheet>
  );
}

function Called({ unit }: { unit: Schemas["UnitView"] }) {
  const [name, setName] = useState(unit.name);
  const save = useWrite(`unit ${unit.id}`, async (next: { name?: string; mark?: string }, intent) => {
    const { version, deadline, weight } = await intent.over((fresh) => newestUnit(unit.id, fresh));
    const body = { id: intent.id, version, deadline: deadline ?? null, weight, ...next };
    return api.PUT("/api/units/{id}", { params: { path: { id: unit.id } }, body });
  });
  const rename = () => {
    if (name.trim() !== unit.name) save.mutate({ name });
  };
  return (
    <section className="flex flex-col gap-2">
      <label className="flex flex-wrap items-baseline gap-x-3">
        It is called
        <input
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
          onBlur={rename}
          onKeyDown={(e) => e.key === "Enter" && rename()}
          className="min-h-12 min-w-0 flex-1 border-b-[5px] border-hand bg-transparent px-1 text-lead strong text-hand"
        />
      </label>
      <p>Its mark, of those no other unit has:</p>
      <ul className="flex flex-wrap gap-2">
        {unit.freeMarks.map((mark) => (
          <li key={mark}>
            <button
              type="button"
              aria-label={`mark: ${mark}`}
              aria-pressed={mark === unit.mark}
              disabled={save.isPending}
              onClick={() => mark !== unit.mark && save.mutate({ mark })}
              className={`flex h-12 w-12 items-center justify-center rounded-key border-[3px] border-ink
                ${mark === unit.mark ? "bg-ink" : ""}`}
            >
              <Mark mark={mark} size={26} className={mark === unit.mark ? "fill-on-ink" : "fill-ink"} />
            </button>
          </li>
        ))}
      </ul>
      {save.error ? <p role="alert">{wordsOf(save.error)}</p> : null}
    </section>
  );
}

function Another({ unit, onDone }: { unit: Schemas["UnitView"]; onDone: () => void }) {
  const single = unit.batches.length === 1 ? unit.batches[0] : undefined;
  const [models, setModels] = useState(single?.models ?? 0);
  const navigate = useNavigate();
  const bring = useWrite(
    `another ${unit.id}`,
    async (wanted: { models?: number }, intent) => {
      const answer = await api.POST("/api/units/{id}/another", { params: { path: { id: unit.id } }, body: { id: intent.id, ...wanted } });
      await invalidate();
      return answer.data;
    },
    {
      onSuccess: async (made) => {
        onDone();
        if (made) await navigate({ to: "/units/$id", params: { id: made.id } });
      },
    },
  );
  return (
    <section className="flex flex-col gap-2 border-t-[3px] border-ink pt-3">
      <p>Another like it: the same route, house rules and paces, nothing done yet.</p>
      <p className="flex flex-wrap items-center gap-3">
        {single ? <Stepper label="Models of another" value={models} least={1} most={500} compact onChange={setModels} /> : null}
        <Key disabled={bring.isPending} onClick={() => bring.mutate(single ? { models } : {})}>
          {single ? `Bring another ${models}` : "Bring another"}
        </Key>
      </p>
      {bring.error ? <p role="alert">{wordsOf(bring.error)}</p> : null}
    </section>
  );
}

function Off({ unit }: { unit: Schemas["UnitView"] }) {
  const navigate = useNavigate();
  const take = useWrite(
    `unit ${unit.id}`,
    async (_: null, intent) => {
      const { version } = await intent.over((fresh) => newestUnit(unit.id, fresh));
      return api.POST("/api/units/{id}/off", { params: { path: { id: unit.id } }, body: { id: intent.id, version } });
    },
    { onSuccess: () => navigate({ to: "/units" }) },
  );
  return (
    <section className="flex flex-col items-start gap-2 border-t-[3px] border-ink pt-3">
      <p>Off the bench nothing of it is planned or offered. Its log and coats stay, and Units puts it back.</p>
      <Key tone="flaw" disabled={take.isPending} onClick={() => take.mutate(null)}>
        Take it off the bench
      </Key>
      {take.error ? <p role="alert">{wordsOf(take.error)}</p> : null}
    </section>
  );
}
