import { api, type Schemas, wordsOf } from "../api/client";
import { newestBatch } from "../api/newest";
import { useWrite } from "../api/write";
import { MaterialKey } from "../intake/MaterialKey";
import { Stop } from "../intake/Sentence";
import { gaps, moldLines, sheens, sizes, surfaces, tiers } from "../intake/words";
import { Choice } from "../ui/Choice";
import { counted } from "../ui/counted";
import { SavedStepper } from "../ui/Stepper";

type Facts = Pick<
  Schemas["BatchView"],
  "tier" | "moldLines" | "gaps" | "transfers" | "finalSheen" | "paintMinutes" | "leadFree" | "surface" | "size" | "paces" | "baseMm"
>;

/** Saves a batch with some of its facts changed; what it says nothing of stays. */
export function useFacts(batch: Schemas["BatchView"]) {
  return useWrite(`batch ${batch.id}`, async (change: Partial<Facts>, intent) => {
    const newest = await intent.over((fresh) => newestBatch(batch, fresh));
    const { version, tier, moldLines, gaps, transfers, finalSheen, paintMinutes, leadFree } = newest;
    const facts = { tier, moldLines, gaps, transfers, finalSheen, paintMinutes, leadFree };
    await api.PUT("/api/batches/{id}", { params: { path: { id: batch.id } }, body: { id: intent.id, version, ...facts, ...change } });
  });
}

/** What the route is derived from, written as it is said; changing a word derives the route again. */
export function BatchFacts({ batch }: { batch: Schemas["BatchView"] }) {
  const save = useFacts(batch);
  const identify = useWrite(`batch ${batch.id}`, async (material: Schemas["Material"], intent) => {
    if (material === "unknown") return;
    const { version } = await intent.over((fresh) => newestBatch(batch, fresh));
    await api.POST("/api/batches/{id}/identify", { params: { path: { id: batch.id } }, body: { id: intent.id, version, material } });
  });
  return (
    <div aria-busy={save.isPending}>
      <h2 className="text-[20px]">
        What the route follows from{" "}
        <span className="font-normal text-note text-ink-2">A change derives it again; what was done is kept.</span>
      </h2>
      <div className="flex flex-wrap items-center gap-2">
        {counted(batch.models, "model")} in {batch.materials}, {counted(batch.parts, "part")} each, on
        <Choice
          label="Base"
          value={String(batch.baseMm ?? 0)}
          options={[0, ...batch.bases].map((mm) => ({ value: String(mm), text: mm === 0 ? "no bases" : `${mm} mm bases` }))}
          onChange={(mm) => save.mutate({ baseMm: Number(mm) })}
        />
        <Stop>:</Stop> they are
        <Choice label="Size" value={batch.size} options={sizes} onChange={(size) => save.mutate({ size })} />
        <Stop>,</Stop> painted as
        <Choice label="Tier" value={batch.tier} options={tiers} onChange={(tier) => save.mutate({ tier })} />
        with mold lines
        <Choice label="Mold lines" value={batch.moldLines} options={moldLines} onChange={(v) => save.mutate({ moldLines: v })} />
        on a<Choice label="Surface" value={batch.surface} options={surfaces} onChange={(surface) => save.mutate({ surface })} />
        surface and gaps
        <Choice label="Gaps" value={batch.gaps} options={gaps} onChange={(v) => save.mutate({ gaps: v })} />
        <Stop>,</Stop> sealed
        <Choice label="Final sheen" value={batch.finalSheen} options={sheens} onChange={(finalSheen) => save.mutate({ finalSheen })} />
        <Stop>.</Stop>
        <SavedStepper
          compact
          label="Transfers"
          value={batch.transfers}
          least={0}
          most={60}
          save={(transfers) => save.mutateAsync({ transfers })}
        />
        transfers each, painting
        <SavedStepper
          compact
          label="Painting, minutes a model"
          unit="min"
          value={batch.paintMinutes}
          least={0}
          most={6000}
          step={5}
          save={(paintMinutes) => save.mutateAsync({ paintMinutes })}
        />
        a model.
        {batch.hasWhiteMetal ? (
          <label className="flex min-h-12 items-center gap-2">
            <input
              type="checkbox"
              className="h-6 w-6 accent-hand"
              checked={batch.leadFree}
              onChange={(e) => save.mutate({ leadFree: e.target.checked })}
            />
            Its white metal is named free of lead.
          </label>
        ) : null}
        {batch.hasUnknown ? (
          <MaterialKey
            opener={
              <button type="button" className="min-h-12 px-1 strong underline">
                Find out what the unknown part is
              </button>
            }
            onFound={(material) => identify.mutate(material)}
          />
        ) : null}
      </div>
      {(save.error ?? identify.error) ? <p role="alert">{wordsOf(save.error ?? identify.error)}</p> : null}
    </div>
  );
}
