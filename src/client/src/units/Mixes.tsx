import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";

const field =
  "min-h-12 min-w-0 border-b-[5px] border-hand bg-transparent px-1 strong text-hand placeholder:font-normal placeholder:text-ink-2";

/** Mixes by area, in parts: a repair or a late crew matches what is there. */
export function Mixes({ unit }: { unit: Schemas["UnitView"] }) {
  const [area, setArea] = useState("");
  const [mix, setMix] = useState("");
  const write = useWrite(
    `mixes ${unit.id}`,
    ({ recipeId, area, mix }: { recipeId: string | null; area: string; mix: string }, intent) =>
      api.PUT("/api/units/{id}/recipes/{recipeId}", {
        params: { path: { id: unit.id, recipeId: recipeId ?? intent.id } },
        body: { id: intent.id, area, mix },
      }),
    {
      onSuccess: (_, written) => {
        if (written.recipeId !== null) return;
        setArea("");
        setMix("");
      },
    },
  );
  return (
    <section aria-label="Mixes and settings">
      <h2 className="text-[22px]">Mixes and settings</h2>
      {unit.recipes.length === 0 ? (
        <p className="text-note text-ink-2">
          Write a tone down in parts: it is shown again when a seam is touched in or a model comes late.
        </p>
      ) : null}
      <ul>
        {unit.recipes.map((r) => (
          <li key={r.id} className="flex flex-wrap items-baseline gap-x-3">
            <span className="strong">{r.area}</span>
            <span>{r.mix}</span>
            <button
              type="button"
              onClick={() => write.mutate({ recipeId: r.id, area: r.area, mix: "" })}
              className="min-h-11 text-note underline"
            >
              Cross out<span className="sr-only"> {r.area}</span>
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex flex-wrap items-baseline gap-x-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (!area.trim() || !mix.trim()) return;
          write.mutate({ recipeId: null, area: area.trim(), mix: mix.trim() });
        }}
      >
        <input
          aria-label="Area"
          placeholder="the cloaks"
          maxLength={60}
          value={area}
          onChange={(e) => setArea(e.target.value)}
          className={`${field} w-32`}
        />
        are
        <input
          aria-label="Mix, in parts"
          placeholder="2 dark green : 1 bone"
          maxLength={200}
          value={mix}
          onChange={(e) => setMix(e.target.value)}
          className={`${field} w-52`}
        />
        <Key type="submit" disabled={!area.trim() || !mix.trim() || write.isPending}>
          Write it down
        </Key>
      </form>
      {write.error ? <p role="alert">{wordsOf(write.error)}</p> : null}
    </section>
  );
}
