import { describe, expect, it, vi } from "vitest";
import { actOf, lookOf, type RowActs } from "./keyRows";

const acts = (): RowActs => ({
  main: vi.fn(),
  middle: vi.fn(),
  back: vi.fn(),
  flaw: vi.fn(),
  choose: vi.fn(),
  look: vi.fn(),
  unfold: vi.fn(),
  home: vi.fn(),
});

describe("keys by row", () => {
  it.each([
    ["KeyB", "main"],
    ["Space", "main"],
    ["KeyS", "middle"],
    ["KeyP", "back"],
    ["Enter", "flaw"],
    ["NumpadEnter", "flaw"],
  ] as const)("%s is the %s key", (code, name) => {
    const to = acts();
    actOf(code, to)?.();
    expect(to[name]).toHaveBeenCalledOnce();
  });

  it("a digit chooses, nought is ten", () => {
    const to = acts();
    actOf("Digit3", to)?.();
    actOf("Digit0", to)?.();
    expect(vi.mocked(to.choose).mock.calls).toEqual([[3], [10]]);
  });

  it.each(["F5", "Tab", "ShiftLeft", "Slash"])("%s does nothing", (code) => {
    expect(actOf(code, acts())).toBeNull();
    expect(lookOf(code, acts())).toBeNull();
  });

  it("the arrows look, Escape goes home", () => {
    const to = acts();
    for (const code of ["ArrowLeft", "ArrowRight", "ArrowUp", "Escape"]) lookOf(code, to)?.();
    expect(vi.mocked(to.look).mock.calls).toEqual([[-1], [1]]);
    expect(to.unfold).toHaveBeenCalledWith(true);
    expect(to.home).toHaveBeenCalledOnce();
  });
});
