import { useRef, useState } from "react";
import { api, fetchOrThrow, type Schemas, wordsOf } from "../api/client";
import { gateQuery, queryClient } from "../api/queries";
import { useWrite } from "../api/write";
import { FileInput } from "../ui/FileInput";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

interface PhotosProps {
  view: Schemas["GateView"];
  /** The model in hand. */
  model: number | null;
}

const lookedAgain = (stepId: string) => queryClient.invalidateQueries({ queryKey: gateQuery(stepId).queryKey });

/** Takes or chooses a photo of the model in hand. */
export function PhotoKey({ view, model }: PhotosProps) {
  const input = useRef<HTMLInputElement>(null);
  const keep = useWrite(
    `photos ${view.stepId}`,
    ({ number, file }: { number: number; file: File }, intent) =>
      fetchOrThrow(
        new Request(`/api/gate/${view.stepId}/photos?id=${intent.id}&model=${number}`, {
          method: "POST",
          body: file,
          headers: { "Content-Type": file.type || "application/octet-stream" },
        }),
      ),
    { reread: () => lookedAgain(view.stepId) },
  );
  if (model === null) return null;
  return (
    <>
      <FileInput
        label={`A photo of model ${model}`}
        accept="image/jpeg,image/png,image/webp"
        input={input}
        onFile={(file) => keep.mutate({ number: model, file })}
      />
      <Key disabled={keep.isPending} onClick={() => input.current?.click()}>
        {keep.isPending ? "Keeping it" : `Photo of ${model}`}
      </Key>
      {keep.error ? (
        <p role="alert" className="basis-full text-note">
          {wordsOf(keep.error)}
        </p>
      ) : null}
    </>
  );
}

/** Photos of the model in hand, look by look: a touch lays them side by side. */
export function PhotoStrip({ view, model }: PhotosProps) {
  const [shown, setShown] = useState<number | null>(null);
  const takeOut = useWrite(
    `photos ${view.stepId}`,
    (photoId: string, intent) => api.POST("/api/photos/{photoId}/out", { params: { path: { photoId } }, body: { id: intent.id } }),
    { reread: () => lookedAgain(view.stepId) },
  );
  const of = (number: number | null) => view.photos.filter((p) => p.model === number);
  const mine = of(model);
  if (mine.length === 0 && shown === null) return null;
  return (
    <section aria-label="Photos" className="flex flex-col gap-1">
      <ul className="flex gap-3 overflow-x-auto">
        {mine.map((p) => (
          <li key={p.id} className="shrink-0">
            <button type="button" onClick={() => setShown(model)} className="block text-left">
              <img
                src={`/api/photos/${p.id}`}
                alt={`Model ${p.model}, ${p.stage}`}
                className="h-[80px] w-[144px] rounded-t-key border-[3px] border-b-0 border-ink object-cover"
              />
              <span className="block w-[144px] rounded-b-key bg-ink px-2 py-[2px] text-note text-above">{p.stage}</span>
            </button>
          </li>
        ))}
      </ul>
      {takeOut.error ? <p role="alert">{wordsOf(takeOut.error)}</p> : null}
      <Sheet title={`Model ${shown}, look by look`} open={shown !== null} onOpenChange={(o) => setShown(o ? shown : null)}>
        <div className="grid gap-4 sm:grid-cols-2">
          {of(shown).map((p) => (
            <figure key={p.id}>
              <img
                src={`/api/photos/${p.id}`}
                alt={`Model ${p.model}, ${p.stage}`}
                width={p.width}
                height={p.height}
                className="h-auto w-full rounded-key border-[3px] border-ink"
              />
              <figcaption className="flex items-baseline justify-between gap-2">
                <span>
                  <b>{p.stage}</b>, {p.at}
                </span>
                <button
                  type="button"
                  disabled={takeOut.isPending}
                  onClick={() => takeOut.mutate(p.id)}
                  className="min-h-12 strong underline"
                >
                  Take it out
                </button>
              </figcaption>
            </figure>
          ))}
          {of(shown).length === 0 ? <p>No photo of it is kept.</p> : null}
        </div>
      </Sheet>
    </section>
  );
}
