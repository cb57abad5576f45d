import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { benchNow } from "../ui/clock";

interface FlawsProps {
  flaws: readonly Schemas["FlawView"][];
  /** Name the unit too, where flaws of several stand together. */
  named: boolean;
}

/** Models held back, each with the key that says it is mended. */
export function Flaws({ flaws, named }: FlawsProps) {
  if (flaws.length === 0) return null;
  return (
    <ul className="mt-2">
      {flaws.map((f) => (
        <li key={f.id} className="flex flex-wrap items-center gap-3">
          <span className="text-redo">
            Held back: {named ? `${f.unit}, ` : ""}model {f.model}, {f.words} at {f.place}
          </span>
          <button
            type="button"
            onClick={() => void act("mend", { flawId: f.id }, benchNow())}
            className="min-h-12 rounded-key border-[3px] border-redo px-4 strong text-redo"
          >
            It is mended
          </button>
        </li>
      ))}
    </ul>
  );
}
