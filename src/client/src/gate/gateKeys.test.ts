import { expect, test } from "vitest";
import { gateKey } from "./gateKeys";

test("a number is the place first, then the flaw", () => {
  expect(gateKey("Digit3", false)).toEqual({ kind: "place", index: 2 });
  expect(gateKey("Digit3", true)).toEqual({ kind: "flaw", index: 2 });
  expect(gateKey("Numpad6", true)).toEqual({ kind: "flaw", index: 5 });
  expect(gateKey("Digit7", false)).toBeNull();
});

test("rows are the rows of the bench", () => {
  expect(gateKey("Space", false)).toEqual({ kind: "main" });
  expect(gateKey("KeyG", true)).toEqual({ kind: "rest" });
  expect(gateKey("Escape", true)).toEqual({ kind: "unplace" });
  expect(gateKey("Escape", false)).toBeNull();
  expect(gateKey("KeyQ", false)).toEqual({ kind: "back" });
  expect(gateKey("F5", false)).toBeNull();
});
