import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { forgetRefusal, useOutbox } from "../api/outbox";
import { unitQuery } from "../api/queries";
import { Flaws } from "../bench/Flaws";
import { hands } from "../ui/clockface";
import { Loading } from "../ui/Loading";
import { Mark } from "../ui/Mark";
import { AddStep, LeftOut } from "./AddStep";
import { BatchFacts } from "./BatchFacts";
import { BigHexagon } from "./BigHexagon";
import { Mixes } from "./Mixes";
import { PutBack } from "./OffTheBench";
import { Pairs } from "./Pairs";
import { RouteSteps } from "./RouteSteps";
import { StepCard } from "./StepCard";
import { ThisUnit } from "./ThisUnit";

/** One unit: where its batches stand, why their routes are as they are. */
export function UnitView() {
  const { id } = useParams({ from: "/units/$id" });
  const unit = useQuery(unitQuery(id));
  if (!unit.data)
    return <Loading error={unit.error ? wordsOf(unit.error) : null} text="Looking at the unit" again={() => void unit.refetch()} />;
  return <Unit key={id} unit={unit.data} />;
}

function Unit({ unit }: { unit: Schemas["UnitView"] }) {
  const search = useSearch({ from: "/units/$id" });
  const navigate = useNavigate({ from: "/units/$id" });
  const outbox = useOutbox();
  const [batchId, setBatchId] = useState<string | null>(null);
  const batch = unit.batches.find((b) => (batchId ? b.id === batchId : b.steps.some((s) => s.id === search.step))) ?? unit.batches[0];
  const current =
    batch?.steps.find((s) => s.state === "hand" || s.state === "redo") ??
    batch?.steps.find((s) => s.state !== "done" && !s.notNeeded) ??
    batch?.steps[0];
  const step = batch?.steps.find((s) => s.id === search.step) ?? current;
  const choose = (stepId: string | undefined) => stepId && void navigate({ search: { step: stepId }, replace: true });
  if (!batch || !step) return null;
  return (
    <main id="screen" data-screen="unit" tabIndex={-1} className="flex flex-1 flex-col outline-none">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 md:px-10">
        <Link to="/units" className="inline-flex min-h-12 items-center underline">
          All units
        </Link>
        <Mark mark={unit.mark} size={34} />
        <h1 className="text-main">{unit.name}</h1>
        <p className="text-ink-2">
          {batch.models} {batch.models === 1 ? "model" : "models"}, {batch.materials} ·{" "}
          {unit.handsLeft === 0 ? "finished" : `${hands(unit.handsLeft)} hands-on left`}
          {unit.notes.length > 0 ? ` · ${unit.notes.join(", ")}` : ""}
        </p>
        {unit.off ? <PutBack id={unit.id} name={unit.name} version={unit.version} words={unit.off} /> : <ThisUnit unit={unit} />}
        {unit.batches.length > 1 ? (
          <span className="flex flex-wrap gap-2">
            {unit.batches.map((b) => (
              <button
                key={b.id}
                type="button"
                aria-pressed={b.id === batch.id}
                onClick={() => setBatchId(b.id)}
                className={`min-h-12 rounded-key border-[3px] border-ink px-4 strong ${b.id === batch.id ? "bg-ink text-on-ink" : ""}`}
              >
                {b.name || unit.name}
              </button>
            ))}
          </span>
        ) : null}
      </header>
      {outbox.refused ? (
        <p
          role="alert"
          className="mx-4 flex items-center justify-between gap-3 rounded-slab border-[3px] border-redo bg-sheet px-3 md:mx-10"
        >
          {outbox.refused.words}
          <button type="button" onClick={forgetRefusal} className="min-h-12 px-3 strong underline">
            Put away
          </button>
        </p>
      ) : null}
      <RouteSteps steps={batch.steps} chosen={step.id} onChoose={choose} />
      <section className="grid gap-6 px-4 pb-4 md:px-10 lg:grid-cols-2">
        <div className="hidden sm:block">
          <BigHexagon
            batch={batch}
            chosen={step.side}
            onChoose={(side) =>
              choose(
                (batch.steps.find((s) => s.side === side && s.state !== "done" && !s.notNeeded) ?? batch.steps.find((s) => s.side === side))
                  ?.id,
              )
            }
          />
        </div>
        <StepCard key={step.id} step={step} batch={batch} />
      </section>
      <section
        className="mt-auto grid gap-x-10 gap-y-4 border-t-[5px] border-ink bg-sheet px-4 py-4 md:px-10
          lg:[grid-template-columns:2.4fr_1fr]"
      >
        <div className="flex flex-col gap-3">
          <BatchFacts batch={batch} />
          {batch.painting ? (
            <Link
              to="/units/$id/painting"
              params={{ id: unit.id }}
              search={unit.batches.length > 1 ? { batch: batch.id } : {}}
              className="inline-flex min-h-12 items-center self-start underline strong"
            >
              How they are painted: {batch.painting.passes.length} {batch.painting.passes.length === 1 ? "pass" : "passes"}
            </Link>
          ) : null}
          <Link
            to="/units/$id/pieces"
            params={{ id: unit.id }}
            search={unit.batches.length > 1 ? { batch: batch.id } : {}}
            className="inline-flex min-h-12 items-center self-start underline strong"
          >
            Its pieces: {batch.parts} {batch.parts === 1 ? "part" : "parts"} a model
          </Link>
          <Link
            to="/units/$id/gaps"
            params={{ id: unit.id }}
            search={unit.batches.length > 1 ? { batch: batch.id } : {}}
            className="inline-flex min-h-12 items-center self-start underline strong"
          >
            Its gaps: {batch.gaps === "none" ? "none noted" : batch.gaps}
          </Link>
          <Link
            to="/units/$id/primer"
            params={{ id: unit.id }}
            search={unit.batches.length > 1 ? { batch: batch.id } : {}}
            className="inline-flex min-h-12 items-center self-start underline strong"
          >
            Its colours: which primer suits them
          </Link>
          <Pairs pairs={batch.pairs} />
          <Mixes unit={unit} />
          <Link
            to="/house"
            search={unit.batches.length > 1 ? { batch: batch.id } : { unit: unit.id }}
            className="inline-flex min-h-12 items-center self-start underline strong"
          >
            House rules for {unit.batches.length > 1 ? batch.name || unit.name : unit.name}
          </Link>
        </div>
        <Held batch={batch} />
      </section>
    </main>
  );
}

function Held({ batch }: { batch: Schemas["BatchView"] }) {
  return (
    <div className="flex flex-col gap-3">
      <Flaws flaws={batch.flaws} named={false} />
      <LeftOut batch={batch} />
      <AddStep batch={batch} />
    </div>
  );
}
