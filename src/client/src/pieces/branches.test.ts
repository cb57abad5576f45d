import { describe, expect, it } from "vitest";
import { branchesOf } from "./branches";

const joint = (part: number, other: number, afterPainting = false) => ({ part, other, afterPainting });

describe("branches", () => {
  it("runs every part over to what carries it, in the order of the joints", () => {
    const { branches, columns, before } = branchesOf(3, [joint(1, 0), joint(2, 0, true)]);
    expect(columns).toBe(2);
    expect(before).toBe(1);
    expect(branches).toEqual([
      { part: 0, column: 0, into: 0, after: false },
      { part: 1, column: 1, into: 0, after: false },
      { part: 2, column: 2, into: 0, after: true },
    ]);
  });

  it("shows those of one name once, and no ring twice", () => {
    const arms = [joint(1, 0), joint(1, 0)];
    const rifle = [joint(2, 1, true), joint(2, 1, true)];
    expect(branchesOf(3, [...arms, ...rifle]).columns).toBe(2);
  });

  it("joins what hangs on a part that is joined already to the row that goes on", () => {
    const { branches } = branchesOf(3, [joint(1, 0), joint(2, 1)]);
    expect(branches.find((s) => s.part === 2)?.into).toBe(0);
  });

  it("lets a body of two that is joined later run on in its own row until then", () => {
    const { branches } = branchesOf(3, [joint(2, 1), joint(1, 0, true)]);
    expect(branches.find((s) => s.part === 2)).toEqual({ part: 2, column: 1, into: 1, after: false });
    expect(branches.find((s) => s.part === 1)).toEqual({ part: 1, column: 2, into: 0, after: true });
  });

  it("leaves what nothing joins in its own row", () => {
    expect(branchesOf(1, [])).toEqual({ branches: [{ part: 0, column: 0, into: 0, after: false }], columns: 0, before: 0 });
  });
});
