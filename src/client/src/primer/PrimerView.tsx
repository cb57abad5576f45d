import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newestBatch } from "../api/newest";
import { primerEffectQuery, primerQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { counted } from "../ui/counted";
import { Key } from "../ui/Key";
import { ListText } from "../ui/ListText";
import { BatchPage } from "../units/BatchPage";
import { Like } from "../units/Like";
import { PlanEffect } from "../units/PlanEffect";
import { PrimerTable } from "./PrimerTable";

/** Which primer the colours of a unit take the fewest coats over. */
export function PrimerView() {
  const { id } = useParams({ from: "/units/$id/primer" });
  const search = useSearch({ from: "/units/$id/primer" });
  return (
    <BatchPage unitId={id} batchId={search.batch} text="Counting the coats" query={primerQuery}>
      {(unit, batch, primer) => <Primer key={batch.id} unit={unit} batch={batch} primer={primer} />}
    </BatchPage>
  );
}

interface PrimerProps {
  unit: Schemas["UnitView"];
  batch: Schemas["BatchView"];
  primer: Schemas["PrimerView"];
}

function Primer({ unit, batch, primer }: PrimerProps) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const palette = useWrite(`palette ${batch.id}`, async (lines: readonly string[] | null, intent) => {
    const { version } = await intent.over((fresh) => newestBatch(batch, fresh));
    await api.PUT("/api/batches/{id}/palette", {
      params: { path: { id: batch.id } },
      body: { id: intent.id, version, palette: lines && [...lines] },
    });
  });
  const house = useWrite("house rules", (option: string, intent) =>
    api.PUT("/api/house-rules", { body: { id: intent.id, school: "primer_colour", option, unitId: null, batchId: batch.id } }),
  );
  const row = primer.primers.find((p) => p.option === chosen) ?? primer.primers[0];
  const effect = useQuery(primerEffectQuery(batch.id, row?.option ?? null, asked));
  const error = palette.error ?? house.error;
  const busy = palette.isPending || house.isPending;
  return (
    <main id="screen" data-screen="primer" tabIndex={-1} className="flex flex-1 flex-col pb-[136px] outline-none">
      <header className="flex flex-wrap items-baseline gap-x-4 px-4 md:px-10">
        <Link to="/units/$id" params={{ id: unit.id }} className="inline-flex min-h-12 items-center underline">
          {unit.name}
          {batch.name ? `, ${batch.name}` : ""}
        </Link>
        <h1 className="text-[22px]">Which primer?</h1>
        <p className="text-ink-2">
          {counted(batch.models, "model")}
          {primer.colours.length > 0 ? `, ${counted(primer.colours.length, "colour")}` : ""}
        </p>
      </header>
      {error ? (
        <p role="alert" className="mx-4 my-2 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2 md:mx-10">
          {wordsOf(error)}
        </p>
      ) : null}
      {row ? (
        <>
          <PrimerTable
            primer={primer}
            chosen={row.option}
            busy={busy}
            choose={(option) => {
              setChosen(option);
              setAsked(false);
            }}
            repaint={(lines) => palette.mutate(lines)}
          />
          <p className="px-4 pt-2 md:px-10">
            <b>Why {primer.primers[0]?.name}:</b> {primer.why}
          </p>
          <p className="px-4 text-note text-ink-2 md:px-10">{primer.note}</p>
        </>
      ) : (
        <p className="px-4 py-3 md:px-10">
          Name the colours they will have and how much of a model each takes: the primer under them decides how many coats that is.
        </p>
      )}
      {primer.stands ? <p className="px-4 strong md:px-10">{primer.stands}</p> : null}
      <section className="mt-auto grid gap-x-10 gap-y-4 border-t-[5px] border-ink bg-sheet px-4 py-3 md:px-10 lg:grid-cols-2">
        <ListText
          id="palette-text"
          title="The colours of one model"
          saves="Save the colours"
          example="cloth goldenrod 30 %, trousers #5b6b39 25 %, leather saddle brown"
          lines={primer.lines}
          busy={busy}
          save={(lines) => palette.mutateAsync(lines)}
        >
          A line a colour: what has it, the colour as <b>#c9a227</b> or by its standard name, its part of the model in %. After it how its
          paint hides: <b>opaque</b>, <b>good</b>, <b>medium</b>, <b>weak</b>, <b>one coat</b>.
        </ListText>
        <div className="flex min-w-0 flex-col items-start gap-3">
          {asked ? <PlanEffect effect={effect.data} error={effect.error} /> : null}
          {primer.fromPasses ? (
            <button
              type="button"
              disabled={busy}
              className="min-h-12 rounded-key border-[3px] border-ink px-5 strong disabled:opacity-45"
              onClick={() => palette.mutate(primer.fromPasses)}
            >
              Take the colours of its passes
            </button>
          ) : null}
        </div>
      </section>
      <div
        className="fixed inset-x-0 bottom-0 z-10 grid grid-cols-2 gap-2 border-t-[5px] border-ink bg-above px-3 py-2.5 md:grid-cols-4
          md:gap-3.5 md:px-10"
        data-keys
      >
        <Key
          tone="dark"
          size="bench"
          disabled={!row || row.isChosen || busy}
          note={row ? row.instead : "name the colours first"}
          onClick={() => row && house.mutate(row.option)}
        >
          {row ? (row.isChosen ? `Primed in ${row.name}: so it is` : `Prime in ${row.name}`) : "No colours named"}
        </Key>
        <Key
          size="bench"
          disabled={!row || row.isChosen || asked}
          note="dates of every unit, both plans searched alike"
          onClick={() => setAsked(true)}
        >
          What that moves
        </Key>
        <Like like={primer.like} note="its colours, as they are listed there" take={(lines) => palette.mutate(lines)} />
        <Key
          size="bench"
          disabled={primer.lines.length === 0 || busy}
          note="the minutes of painting stand as they were"
          onClick={() => palette.mutate(null)}
        >
          Forget the colours
        </Key>
      </div>
    </main>
  );
}
