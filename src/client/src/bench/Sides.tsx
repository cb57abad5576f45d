import { useState } from "react";

/** The sides of a can's pass, ticked off as they are sprayed: nothing of it is kept, the next model begins with none. */
export function Sides({ sides }: { sides: readonly string[] }) {
  const [sprayed, setSprayed] = useState<ReadonlySet<string>>(new Set());
  const left = sides.filter((s) => !sprayed.has(s));
  const tick = (side: string) =>
    setSprayed((s) => {
      const next = new Set(s);
      if (!next.delete(side)) next.add(side);
      return next;
    });
  return (
    <fieldset className="mt-2" data-sides={left.length}>
      <legend className="sr-only">{left.length === 0 ? "Sprayed from every side" : `Not yet from: ${left.join(", ")}`}</legend>
      <div className="flex flex-wrap items-center gap-2">
        <span aria-hidden="true" className="text-note text-ink-2">
          From
        </span>
        {sides.map((s) => (
          <button
            key={s}
            type="button"
            aria-pressed={sprayed.has(s)}
            onClick={() => tick(s)}
            className={`min-h-12 rounded-key border-[3px] border-ink px-3 strong ${sprayed.has(s) ? "bg-ink text-sheet" : ""}`}
          >
            {s}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
