import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";

interface FlawsProps {
  flaws: readonly Schemas["FlawView"][];
  /** Name the unit too, where flaws of several stand together. */
  named: boolean;
}

/** Models held back, alike ones together, each with the way to the gate. */
export function Flaws({ flaws, named }: FlawsProps) {
  const alike = new Map<string, [Schemas["FlawView"], ...Schemas["FlawView"][]]>();
  for (const flaw of flaws) {
    const key = `${flaw.stepId} ${flaw.words}`;
    const group = alike.get(key);
    if (group) group.push(flaw);
    else alike.set(key, [flaw]);
  }
  if (alike.size === 0) return null;
  return (
    <ul className="mt-2">
      {[...alike.values()].map((group) => (
        <li key={group[0].id} className="flex flex-wrap items-center gap-x-3">
          <span className="text-redo">
            Held back: {named ? `${group[0].unit}, ` : ""}
            {numbered(group.map((f) => f.model))}, {group[0].words}
            {group.length === 1 ? ` at ${group[0].place}` : ""}
          </span>
          <Link
            to="/gate/$stepId"
            params={{ stepId: group[0].stepId }}
            className="inline-flex min-h-12 items-center strong text-redo underline"
          >
            Why, and what mends it
          </Link>
        </li>
      ))}
    </ul>
  );
}

function numbered(models: number[]): string {
  const all = [...new Set(models)].sort((a, b) => a - b);
  return all.length === 1 ? `model ${all[0]}` : `models ${all.slice(0, -1).join(", ")} and ${all.at(-1)}`;
}
