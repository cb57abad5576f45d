import type { Schemas } from "../api/client";

export type UnitOrder = "date" | "name" | "state";

interface Named {
  name: string;
  standing: Schemas["Standing"];
}

const standings: readonly Schemas["Standing"][] = ["in_hand", "under_way", "not_begun", "finished"];

/** Units that hold every word that is looked for, in an order; by date they come already. */
export function inOrder<T>(units: readonly T[], of: (unit: T) => Named, order: UnitOrder, find: string): T[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = units.filter((u) => words.every((w) => of(u).name.toLowerCase().includes(w)));
  if (order === "name") return found.sort((a, b) => of(a).name.localeCompare(of(b).name, undefined, { numeric: true }));
  if (order === "state") return found.sort((a, b) => standings.indexOf(of(a).standing) - standings.indexOf(of(b).standing));
  return found;
}
