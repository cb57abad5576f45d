import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newestBatch } from "../api/newest";
import { gapsEffectQuery, gapsQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { capital } from "../ui/capital";
import { counted } from "../ui/counted";
import { Key } from "../ui/Key";
import { ListText } from "../ui/ListText";
import { BatchPage } from "../units/BatchPage";
import { Like } from "../units/Like";
import { PlanEffect } from "../units/PlanEffect";
import { GapRows } from "./GapRows";
import { MixCard } from "./MixCard";

/** The gaps of a unit: measured once, what fills each, whether that is worth it, and the mix. */
export function GapsView() {
  const { id } = useParams({ from: "/units/$id/gaps" });
  const search = useSearch({ from: "/units/$id/gaps" });
  return (
    <BatchPage unitId={id} batchId={search.batch} text="Looking at the gaps" query={gapsQuery}>
      {(unit, batch, gaps) => <Gaps key={batch.id} unit={unit} batch={batch} gaps={gaps} />}
    </BatchPage>
  );
}

interface GapsProps {
  unit: Schemas["UnitView"];
  batch: Schemas["BatchView"];
  gaps: Schemas["GapsView"];
}

function Gaps({ unit, batch, gaps }: GapsProps) {
  const [chosen, setChosen] = useState<Schemas["GapWay"] | null>(null);
  const [asked, setAsked] = useState(false);
  const list = useWrite(`gaps ${batch.id}`, async (lines: readonly string[] | null, intent) => {
    const { version } = await intent.over((fresh) => newestBatch(batch, fresh));
    await api.PUT("/api/batches/{id}/gaps", {
      params: { path: { id: batch.id } },
      body: { id: intent.id, version, gaps: lines && [...lines] },
    });
  });
  const way = gaps.ways.find((w) => w.fill === chosen) ?? gaps.ways.find((w) => w.isChosen);
  const effect = useQuery(gapsEffectQuery(batch.id, way?.fill ?? null, asked));
  return (
    <main id="screen" data-screen="gaps" tabIndex={-1} className="flex flex-1 flex-col pb-[136px] outline-none">
      <header className="flex flex-wrap items-baseline gap-x-4 px-4 md:px-10">
        <Link to="/units/$id" params={{ id: unit.id }} className="inline-flex min-h-12 items-center underline">
          {unit.name}
          {batch.name ? `, ${batch.name}` : ""}
        </Link>
        <h1 className="text-[22px]">Gaps</h1>
        <p className="text-ink-2">
          {gaps.lines.length > 0
            ? `${counted(batch.models, "model")} alike: measured once`
            : `Only their size in a word is known: ${gaps.word === "none" ? "no gaps" : gaps.word}`}
        </p>
      </header>
      {list.error ? (
        <p role="alert" className="mx-4 my-2 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2 md:mx-10">
          {wordsOf(list.error)}
        </p>
      ) : null}
      {gaps.gaps.length > 0 ? (
        <>
          <GapRows gaps={gaps.gaps} busy={list.isPending} decide={(lines) => list.mutate(lines)} />
          <p className="px-4 py-2 text-[20px] md:px-10">{gaps.summary}</p>
        </>
      ) : (
        <p className="px-4 py-3 md:px-10">
          List what stays open after the dry fit, once for all {batch.models}: each gap gets its filler, its layers and their waits, and
          what nobody sees is left.
        </p>
      )}
      {gaps.stands ? <p className="px-4 strong md:px-10">{gaps.stands}</p> : null}
      <section className="mt-auto grid gap-x-10 gap-y-4 border-t-[5px] border-ink bg-sheet px-4 py-3 md:px-10 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-4">
          {gaps.ways.length > 0 ? (
            <Worth
              ways={gaps.ways}
              way={way}
              choose={(fill) => {
                setChosen(fill);
                setAsked(false);
              }}
            />
          ) : null}
          {asked ? <PlanEffect effect={effect.data} error={effect.error} /> : null}
          <ListText
            id="gap-text"
            title="The gaps of one model"
            saves="Save the gaps"
            example="left shoulder 0.6 x 9 mm, breastplate 0.2 x 12, belt 0.4 x 10, hidden"
            lines={gaps.lines}
            busy={list.isPending}
            save={(lines) => list.mutateAsync(lines)}
          >
            A line a gap: where, across x along in mm, or <b>hairline</b>, <b>narrow</b>, <b>wide</b>. Paper is 0.1 mm, a card 0.3, the back
            of a knife 0.5. After it: <b>1 mm deep</b>; <b>smooth</b>, <b>edge</b>, <b>textured</b>; <b>focal</b>, <b>side</b>, <b>under</b>
            , <b>hidden</b>; <b>fill</b>, <b>leave</b>.
          </ListText>
        </div>
        {gaps.mix ? (
          <MixCard mix={gaps.mix} name={unit.name} models={batch.models} />
        ) : (
          <p className="text-note text-ink-2">No two-part putty is mixed for them.</p>
        )}
      </section>
      <div
        className="fixed inset-x-0 bottom-0 z-10 grid grid-cols-2 gap-2 border-t-[5px] border-ink bg-above px-3 py-2.5 md:grid-cols-4
          md:gap-3.5 md:px-10"
        data-keys
      >
        <Key
          tone="dark"
          size="bench"
          disabled={!way || way.isChosen || list.isPending}
          note={way ? `${way.hands}; ${way.waits}` : "list them first"}
          onClick={() => way && list.mutate(way.lines)}
        >
          {way ? (way.isChosen ? `${capital(way.name)}: so it is` : capital(way.name)) : "No gaps listed"}
        </Key>
        <Key
          size="bench"
          disabled={!way || way.isChosen || asked}
          note="dates of every unit, both plans searched alike"
          onClick={() => setAsked(true)}
        >
          What that moves
        </Key>
        <Like like={gaps.like} note="its gaps, as they are listed there" take={(lines) => list.mutate(lines)} />
        <Key
          size="bench"
          disabled={gaps.lines.length === 0 || list.isPending}
          note="only their size in a word stays"
          onClick={() => list.mutate(null)}
        >
          Forget the list
        </Key>
      </div>
    </main>
  );
}

interface WorthProps {
  ways: readonly Schemas["GapWayView"][];
  way: Schemas["GapWayView"] | undefined;
  choose: (fill: Schemas["GapWay"]) => void;
}

function Worth({ ways, way, choose }: WorthProps) {
  return (
    <fieldset>
      <legend className="text-lead">Is it worth it?</legend>
      {ways.map((w) => (
        <label
          key={w.fill}
          className={`grid min-h-12 cursor-pointer grid-cols-[26px_1fr] items-center gap-x-2 px-1 sm:grid-cols-[26px_11rem_1fr] ${
            way?.fill === w.fill ? "bg-hand-soft" : ""
          }`}
        >
          <input type="radio" name="worth" className="h-5 w-5 accent-hand" checked={way?.fill === w.fill} onChange={() => choose(w.fill)} />
          <span className={w.isChosen ? "strong" : ""}>{w.name}</span>
          <span className="col-start-2 sm:col-start-3">
            {w.hands === "0" ? "no work" : w.hands}; {w.waits}
          </span>
        </label>
      ))}
      <p className="mt-1 text-note text-ink-2">Rule of thumb: shrink and minutes give or take 30 %. Seen from 60 cm, at arm's length.</p>
    </fieldset>
  );
}
