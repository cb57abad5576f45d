import { describe, expect, it } from "vitest";
import { arcPath, flat } from "./waitArc";

describe("a waitArc", () => {
  it("is drawn to its end whatever share of it is over", () => {
    for (let over = 0; over <= 1; over += 0.001) expect(arcPath(10, 930, 80, flat(100), [over, 1])).not.toContain("NaN");
  });
});
