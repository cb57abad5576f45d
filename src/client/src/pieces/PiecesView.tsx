import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newestBatch } from "../api/newest";
import { kitEffectQuery, kitQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { counted } from "../ui/counted";
import { Key } from "../ui/Key";
import { ListText } from "../ui/ListText";
import { BatchPage } from "../units/BatchPage";
import { Like } from "../units/Like";
import { PlanEffect } from "../units/PlanEffect";
import { Branches, Order } from "./Branches";
import { JointCard } from "./JointCard";
import { StanceCard } from "./StanceCard";

/** The pieces of a unit: its kit described once, what is held apart, how it closes, what is pinned. */
export function PiecesView() {
  const { id } = useParams({ from: "/units/$id/pieces" });
  const search = useSearch({ from: "/units/$id/pieces" });
  return (
    <BatchPage unitId={id} batchId={search.batch} text="Looking at the pieces" query={kitQuery}>
      {(unit, batch, kit) => <Pieces key={batch.id} unit={unit} batch={batch} kit={kit} />}
    </BatchPage>
  );
}

interface PiecesProps {
  unit: Schemas["UnitView"];
  batch: Schemas["BatchView"];
  kit: Schemas["KitView"];
}

function Pieces({ unit, batch, kit }: PiecesProps) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const describe = useWrite(`kit ${batch.id}`, async (lines: readonly string[] | null, intent) => {
    const { version } = await intent.over((fresh) => newestBatch(batch, fresh));
    await api.PUT("/api/batches/{id}/kit", {
      params: { path: { id: batch.id } },
      body: { id: intent.id, version, kit: lines && [...lines] },
    });
  });
  const part = kit.parts.find((p) => p.name === chosen) ?? first(kit) ?? kit.parts[1] ?? kit.parts[0];
  const other = part?.other ?? null;
  const effect = useQuery(kitEffectQuery(batch.id, part?.name ?? "", other?.held ?? null, asked));
  const choose = (name: string) => {
    setChosen(name);
    setAsked(false);
  };
  return (
    <main id="screen" data-screen="pieces" tabIndex={-1} className="flex flex-1 flex-col pb-[136px] outline-none">
      <header className="flex flex-wrap items-baseline gap-x-4 px-4 md:px-10">
        <Link to="/units/$id" params={{ id: unit.id }} className="inline-flex min-h-12 items-center underline">
          {unit.name}
          {batch.name ? `, ${batch.name}` : ""}
        </Link>
        <h1 className="text-[22px]">Pieces</h1>
        <p className="text-ink-2">
          {counted(batch.models, "model")}, {batch.materials}, {counted(kit.count, "part")},{" "}
          {kit.pieces === 1 ? "painted in one piece" : `painted in ${kit.pieces} pieces`}
        </p>
      </header>
      {describe.error ? (
        <p role="alert" className="mx-4 my-2 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2 md:mx-10">
          {wordsOf(describe.error)}
        </p>
      ) : null}
      {part ? (
        <div
          className={`grid gap-6 px-4 py-2 md:px-10 ${
            kit.stance ? "lg:[grid-template-columns:1.4fr_1fr_0.62fr]" : "lg:[grid-template-columns:1.25fr_1fr]"
          }`}
        >
          <section aria-label="How it closes" className="min-w-0">
            <h2 className={`text-lead ${kit.isClosable ? "" : "text-redo"}`}>{kit.headline}</h2>
            <Branches kit={kit} chosen={part.name} onChoose={choose} />
            {kit.notes.map((n) => (
              <p key={n}>{n}</p>
            ))}
            {kit.price ? (
              <p className="mt-2">
                {kit.pieces} pieces against one: <b className="strong">{kit.price}</b>.
              </p>
            ) : null}
            {kit.warning ? <p className="mt-1 rounded-slab bg-limit px-3 py-1.5 text-on-limit">{kit.warning}</p> : null}
          </section>
          <JointCard kit={kit} part={part} />
          {kit.stance ? <StanceCard stance={kit.stance} batch={batch} /> : null}
        </div>
      ) : (
        <p className="px-4 py-3 md:px-10">
          {kit.headline}: {kit.count} a model. List them once for all {batch.models}, and what is held apart, glued, pinned and mounted is
          counted by them.
        </p>
      )}
      <section className="mt-auto grid gap-x-10 gap-y-3 border-t-[5px] border-ink bg-sheet px-4 py-3 md:px-10 lg:grid-cols-2">
        <ListText
          id="kit-text"
          title="The parts of one model"
          saves="Save the parts"
          example="body, head, 2 arms, cloak, hides the face"
          lines={kit.lines}
          busy={describe.isPending}
          save={(lines) => describe.mutateAsync(lines)}
        >
          A line a part, or all in one with commas, what carries the others first: <b>2 arms</b>, <b>lantern on lamp arm</b>,{" "}
          <b>cloak before lamp arm</b> (locked out behind it). After a part: its material, <b>hides the face</b>, <b>apart</b> or{" "}
          <b>joined</b>, <b>left</b>, <b>fragile</b>, <b>hidden</b>, <b>no waste</b>, <b>together</b> (a pair), <b>no seam</b>,{" "}
          <b>9 g, 14 mm</b>.
        </ListText>
        <div className="flex min-w-0 flex-col gap-2">
          {kit.stands ? <p className="strong">{kit.stands}</p> : null}
          {kit.pins ? <p>{kit.pins}</p> : null}
          <p>
            <a href={`/api/batches/${batch.id}/labels.pdf`} className="inline-flex min-h-12 items-center underline strong">
              Labels for trays and handles (PDF)
            </a>
          </p>
          <Order kit={kit} />
          {asked ? <PlanEffect effect={effect.data} error={effect.error} /> : null}
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
          disabled={!other || describe.isPending}
          note={other?.price ?? (part?.isApart ? part.reason : "it carries the others")}
          onClick={() => other && describe.mutate(other.lines)}
        >
          {other && part
            ? other.held === "apart"
              ? `Hold the ${part.name} apart`
              : `Join the ${part.name} before painting`
            : "No other way"}
        </Key>
        <Key size="bench" disabled={!other || asked} note="dates of every unit, both plans searched alike" onClick={() => setAsked(true)}>
          What that moves
        </Key>
        <Like like={kit.like} note="its parts, without its work" take={(lines) => describe.mutate(lines)} />
        <Key
          size="bench"
          disabled={kit.lines.length === 0 || describe.isPending}
          note="only the number of parts stays"
          onClick={() => describe.mutate(null)}
        >
          Forget the list
        </Key>
      </div>
    </main>
  );
}

// What is held apart, else what might be, else what needs a pin: there is something to decide.
function first(kit: Schemas["KitView"]) {
  const pinned = kit.joints.find((j) => j.statics.pin)?.part ?? -1;
  return kit.parts.find((p) => p.isApart && p.other) ?? kit.parts.find((p) => p.reason && p.other) ?? kit.parts[pinned];
}
