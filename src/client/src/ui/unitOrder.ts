import type { Schemas } from "../api/client";

export type UnitOrder = "date" | "name" | "state";

interface Standing {
  name: string;
  handsLeft: number;
  hexagon: Schemas["Hexagon"];
}

// In hand first, then what is under way, then what is not begun, what is finished last.
function standing(unit: Standing): number {
  if (unit.handsLeft === 0) return 3;
  const sides = Object.values(unit.hexagon);
  if (sides.includes("hand")) return 0;
  return sides.some((s) => s === "done" || s === "wait" || s === "redo") ? 1 : 2;
}

/** Units that hold every word that is looked for, in an order; by date they come already. */
export function inOrder<T>(units: readonly T[], of: (unit: T) => Standing, order: UnitOrder, find: string): T[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = units.filter((u) => words.every((w) => of(u).name.toLowerCase().includes(w)));
  if (order === "name") return found.sort((a, b) => of(a).name.localeCompare(of(b).name, undefined, { numeric: true }));
  if (order === "state") return found.sort((a, b) => standing(of(a)) - standing(of(b)));
  return found;
}
