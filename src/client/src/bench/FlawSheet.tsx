import { useState } from "react";
import type { Schemas } from "../api/client";
import { Sheet } from "../ui/Sheet";

interface FlawSheetProps {
  step: Schemas["HandView"];
  model: number;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onFlaw: (model: number, place: string, words: string) => void;
}

/** A flaw in two touches: place, then flaw. It holds the model back until it is mended. */
export function FlawSheet({ step, model, open, onOpenChange, onFlaw }: FlawSheetProps) {
  const [place, setPlace] = useState<string | null>(null);
  const [words, setWords] = useState("");
  const note = (flaw: string) => {
    if (!place || flaw.trim().length === 0) return;
    onFlaw(model, place, flaw.trim());
    setPlace(null);
    setWords("");
    onOpenChange(false);
  };
  const target = "min-h-[56px] rounded-key border-[3px] px-3 text-body strong";
  return (
    <Sheet title={`Flaw on model ${model} of ${step.unit}`} open={open} onOpenChange={onOpenChange}>
      <h3 className="mb-1 text-body">Where</h3>
      <div className="mb-4 grid grid-cols-3 gap-2">
        {step.places.map((p) => (
          <button
            key={p}
            type="button"
            aria-pressed={p === place}
            onClick={() => setPlace(p)}
            className={`${target} ${p === place ? "border-redo bg-redo text-on-redo" : "border-ink"}`}
          >
            {p}
          </button>
        ))}
      </div>
      <h3 className="mb-1 text-body">What</h3>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {step.flawKinds.map((f) => (
          <button
            key={f}
            type="button"
            disabled={!place}
            onClick={() => note(f)}
            className={`${target} border-redo text-redo disabled:opacity-45`}
          >
            {f}
          </button>
        ))}
      </div>
      <form
        className="mt-3 flex flex-wrap gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          note(words);
        }}
      >
        <input
          aria-label="Another flaw, in words"
          placeholder="another, in words"
          maxLength={200}
          value={words}
          onChange={(e) => setWords(e.target.value)}
          className="min-h-12 flex-1 rounded-key border-[3px] border-ink bg-above px-3"
        />
        <button
          type="submit"
          disabled={!place || words.trim().length === 0}
          className={`${target} border-redo text-redo disabled:opacity-45`}
        >
          Note it
        </button>
      </form>
      <p className="mt-3 text-note text-ink-2">The model is held back from every step until the flaw is mended. The others go on.</p>
    </Sheet>
  );
}
