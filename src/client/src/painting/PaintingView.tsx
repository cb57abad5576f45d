import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { act, forgetRefusal, useOutbox } from "../api/outbox";
import { unitQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { tiers } from "../intake/words";
import { Choice } from "../ui/Choice";
import { benchNow } from "../ui/clock";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { useFacts } from "../units/BatchFacts";
import { PassCard } from "./PassCard";
import { PassStrip } from "./PassStrip";
import { TheRow } from "./TheRow";
import { usePasses } from "./usePasses";

const orders = [
  { value: "rows", text: "one colour along the row before the next" },
  { value: "figure", text: "a model at a time, all its passes" },
] as const;

/** How a batch is painted: its passes along the line, the row by model and pass, each pass in one line. */
export function PaintingView() {
  const { id } = useParams({ from: "/units/$id/painting" });
  const search = useSearch({ from: "/units/$id/painting" });
  const unit = useQuery(unitQuery(id));
  if (!unit.data)
    return <Loading error={unit.error ? wordsOf(unit.error) : null} text="Looking at the unit" again={() => void unit.refetch()} />;
  const batch = unit.data.batches.find((b) => b.id === search.batch) ?? unit.data.batches.find((b) => b.painting) ?? unit.data.batches[0];
  if (!batch) return null;
  return batch.painting ? (
    <Painting key={batch.id} unit={unit.data} batch={batch} painting={batch.painting} />
  ) : (
    <main id="screen" data-screen="painting" tabIndex={-1} className="px-4 md:px-10">
      <h1 className="text-main">{unit.data.name} are not painted</h1>
      <Link to="/units/$id" params={{ id }} className="inline-flex min-h-12 items-center underline">
        Back to {unit.data.name}
      </Link>
    </main>
  );
}

interface PaintingProps {
  unit: Schemas["UnitView"];
  batch: Schemas["BatchView"];
  painting: Schemas["PaintingView"];
}

function Painting({ unit, batch, painting }: PaintingProps) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [copying, setCopying] = useState(false);
  const outbox = useOutbox();
  const passes = usePasses(batch);
  const facts = useFacts(batch);
  const order = useWrite("house rules", (option: string, intent) =>
    api.PUT("/api/house-rules", { body: { id: intent.id, school: "rows", option, unitId: null, batchId: batch.id } }),
  );
  const on = painting.passes.find((p) => p.isOn)?.number ?? 1;
  const number = Math.min(chosen ?? on, painting.passes.length);
  const lines = painting.passes.map((p) => p.line);
  const save = (next: readonly string[] | null, choose?: number) => passes.mutate(next, { onSuccess: () => choose && setChosen(choose) });
  const error = passes.error ?? facts.error ?? order.error;
  return (
    <main id="screen" data-screen="painting" tabIndex={-1} className="flex flex-1 flex-col pb-[136px] outline-none">
      <header className="px-4 md:px-10">
        <p className="flex flex-wrap items-baseline gap-x-4">
          <Link to="/units/$id" params={{ id: unit.id }} className="inline-flex min-h-12 items-center underline">
            {unit.name}
            {batch.name ? `, ${batch.name}` : ""}
          </Link>
          <span className="text-[22px]">
            <h1 className="inline text-[22px]">How they are painted</h1>
          </span>
        </p>
        <p className="flex flex-wrap items-center gap-x-2 gap-y-1 text-lead">
          As
          <Choice label="Tier" value={batch.tier} options={tiers} onChange={(tier) => facts.mutate({ tier })} />:
          <Choice label="In which order" value={painting.byRow ? "rows" : "figure"} options={orders} onChange={(o) => order.mutate(o)} />
          {painting.isOwn ? null : <span className="text-note text-ink-2">The usual list of its tier: change a pass and it is yours.</span>}
        </p>
      </header>
      <div className="mt-4" style={{ background: "linear-gradient(transparent 80px, var(--ink) 80px 86px, var(--below) 86px)" }}>
        <PassStrip passes={painting.passes} models={painting.models.length} chosen={number} onChoose={setChosen} />
      </div>
      {error ? (
        <p role="alert" className="mx-4 mt-3 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2 md:mx-10">
          {wordsOf(error)}
        </p>
      ) : null}
      <div className="grid gap-6 px-4 py-4 md:px-10 lg:grid-cols-2">
        <div className="min-w-0">
          <TheRow painting={painting} />
          <p className="mt-3 strong">{painting.left}</p>
        </div>
        <PassCard key={number} painting={painting} number={number} busy={passes.isPending} onLines={save} />
      </div>
      <div
        className="fixed inset-x-0 bottom-0 z-10 grid grid-cols-2 gap-2 border-t-[5px] border-ink bg-above px-3 py-2.5 md:grid-cols-4
          md:gap-3.5 md:px-10"
        data-keys
      >
        {outbox.refused ? (
          <p role="alert" className="col-span-full flex items-start justify-between gap-3">
            <span>{outbox.refused.words}</span>
            <button type="button" onClick={forgetRefusal} className="min-h-12 px-3 strong underline">
              Put away
            </button>
          </p>
        ) : null}
        <Key
          tone="main"
          size="bench"
          disabled={!painting.next || Boolean(painting.next.notYet)}
          note={painting.next?.notYet ?? painting.next?.note}
          onClick={() => painting.next && void act(painting.next.isPass ? "pass" : "done", { stepId: painting.next.stepId }, benchNow())}
        >
          {painting.next?.text ?? "All painted"}
        </Key>
        <Key
          size="bench"
          note="behind the chosen one"
          disabled={passes.isPending || lines.length >= 24}
          onClick={() => save(lines.toSpliced(number, 0, `new pass, ${lines.length > 1 ? 5 : 10} min`), number + 1)}
        >
          A pass more
        </Key>
        <Key size="bench" disabled={painting.like.length === 0} note="their passes and mixes" onClick={() => setCopying(!copying)}>
          As on another unit
        </Key>
        <Key
          size="bench"
          note={painting.isOwn ? "as is usual for its tier" : "as one, without passes"}
          disabled={passes.isPending || (!painting.isOwn && lines.length === 1)}
          onClick={() => save(painting.isOwn ? null : [], 1)}
        >
          {painting.isOwn ? "The usual list" : "Not laid out"}
        </Key>
        {copying ? (
          <ul className="col-span-full flex flex-wrap gap-2">
            {painting.like.map((l) => (
              <li key={l.batchId}>
                <button
                  type="button"
                  className="min-h-12 rounded-key border-[3px] border-ink px-4 strong"
                  onClick={() => {
                    save(l.lines, 1);
                    setCopying(false);
                  }}
                >
                  As on {l.name}
                </button>
              </li>
            ))}
          </ul>
        ) : null}
      </div>
    </main>
  );
}
