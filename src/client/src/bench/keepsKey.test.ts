import { describe, expect, it } from "vitest";
import { type Focus, keepsKey } from "./keepsKey";

const on = (tag: string, type: string | null = null, role: string | null = null): Focus => ({ tag, type, role });

describe("keys by row", () => {
  it("act with focus on the page, a link, a button, a tab, a box", () => {
    for (const focus of [null, on("a"), on("button"), on("button", null, "tab"), on("input", "checkbox")])
      for (const code of ["KeyA", "KeyQ", "KeyZ", "Digit3", "Backspace"]) expect(keepsKey(focus, code)).toBe(false);
    expect(keepsKey(null, "Space")).toBe(false);
    expect(keepsKey(null, "Enter")).toBe(false);
  });
  it("leave a field alone", () => {
    for (const focus of [on("input"), on("input", "number"), on("textarea"), on("select")])
      for (const code of ["KeyA", "Space", "Enter", "ArrowLeft"]) expect(keepsKey(focus, code)).toBe(true);
  });
  it("leave Space and Enter to what can be pressed, arrows to what they move", () => {
    expect(keepsKey(on("button"), "Space")).toBe(true);
    expect(keepsKey(on("a"), "Enter")).toBe(true);
    expect(keepsKey(on("div", null, "tab"), "ArrowRight")).toBe(true);
    expect(keepsKey(on("button"), "ArrowRight")).toBe(false);
  });
});
