import type { Schemas } from "../api/client";

type Joint = Pick<Schemas["KitJointView"], "part" | "other" | "afterPainting">;

/** A part's branch: it runs along its own row to where it is joined, then over to the row it is joined to. */
export interface Branch {
  /** The kind of part, from 0; its row. */
  part: number;
  /** The column at whose end it joins, from 1; 0 for the one that carries the others. */
  column: number;
  /** The row it runs over to. */
  into: number;
  /** It is joined after painting. */
  after: boolean;
}

/** Where the branches of a kit run: a column for each kind of part that is joined, in the order in which that happens. A part is joined to
 * the row that the body of what carries it has by then. */
export function branchesOf(parts: number, joints: readonly Joint[]): { branches: Branch[]; columns: number; before: number } {
  const row = Array.from({ length: parts }, (_, i) => i);
  const rowOf = (part: number): number => (row[part] === part || row[part] === undefined ? part : rowOf(row[part]));
  const branches: Branch[] = [];
  for (const { part, other, afterPainting } of joints) {
    // Those of one name are one row: the first of them shows, and so does what closes a ring.
    const [from, into] = [rowOf(part), rowOf(other)];
    if (from === into) continue;
    // The row that the others lie on goes on: the part that carries them stands first.
    const [ends, stays] = from > into ? [from, into] : [into, from];
    branches.push({ part: ends, column: branches.length + 1, into: stays, after: afterPainting });
    row[ends] = stays;
  }
  const before = branches.filter((s) => !s.after).length;
  const joined = new Set(branches.map((s) => s.part));
  const rest = Array.from({ length: parts }, (_, i) => i).filter((i) => !joined.has(i));
  return {
    branches: [...rest.map((part) => ({ part, column: 0, into: part, after: false })), ...branches],
    columns: branches.length,
    before,
  };
}
