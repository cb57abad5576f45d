import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, reach, type Schemas, wordsOf } from "../api/client";
import { gateQuery, queryClient } from "../api/queries";
import { FileInput } from "../ui/FileInput";
import { Sheet } from "../ui/Sheet";

interface PhotosProps {
  view: Schemas["GateView"];
  /** The model in hand. */
  model: number | null;
}

/** Photos of the model in hand, look by look: a new one is taken or chosen, and all are laid side by side. */
export function Photos({ view, model }: PhotosProps) {
  const input = useRef<HTMLInputElement>(null);
  const [shown, setShown] = useState<number | null>(null);
  const again = () => queryClient.invalidateQueries({ queryKey: gateQuery(view.stepId).queryKey });
  const keep = useMutation({
    mutationFn: ({ id, number, file }: { id: string; number: number; file: File }) =>
      reach(
        new Request(`/api/gate/${view.stepId}/photos?id=${id}&model=${number}`, {
          method: "POST",
          body: file,
          headers: { "Content-Type": file.type || "application/octet-stream" },
        }),
      ),
    onSettled: again,
  });
  const takeOut = useMutation({
    mutationFn: (photoId: string) =>
      api.POST("/api/photos/{photoId}/out", { params: { path: { photoId } }, body: { id: crypto.randomUUID() } }),
    onSettled: again,
  });
  const of = (number: number | null) => view.photos.filter((p) => p.model === number);
  const mine = of(model);
  if (model === null && view.photos.length === 0) return null;
  const error = keep.error ?? takeOut.error;
  return (
    <section aria-label="Photos" className="flex flex-col gap-1">
      <ul className="flex gap-3 overflow-x-auto">
        {model === null ? null : (
          <li className="shrink-0">
            <FileInput
              label={`A photo of model ${model}`}
              accept="image/jpeg,image/png,image/webp"
              input={input}
              onFile={(file) => keep.mutate({ id: crypto.randomUUID(), number: model, file })}
            />
            <button
              type="button"
              disabled={keep.isPending}
              onClick={() => input.current?.click()}
              className="flex h-[108px] w-[144px] flex-col items-center justify-center rounded-key border-[3px] border-ink text-center
                strong leading-tight disabled:opacity-60"
            >
              <Lens />
              {keep.isPending ? "Keeping it" : `Photo of ${model}`}
            </button>
          </li>
        )}
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
      {error ? <p role="alert">{wordsOf(error)}</p> : null}
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

function Lens() {
  return (
    <svg viewBox="0 0 48 36" className="mb-1 h-9 w-12" aria-hidden="true">
      <path d="M4 10H14L18 4H30L34 10H44V32H4Z" className="fill-none stroke-current" strokeWidth={4} strokeLinejoin="round" />
      <circle cx={24} cy={20} r={7} className="fill-current" />
    </svg>
  );
}
