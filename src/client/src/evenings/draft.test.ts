import { describe, expect, it } from "vitest";
import { type Draft, wrongWith } from "./draft";

const draft: Draft = {
  week: [{ id: "a", day: "thursday", begins: "19:30", ends: "22:00" }],
  differing: [],
  timeZone: "Europe/London",
  handles: "20",
  rackSlots: "6",
};
const extra = { id: "b", from: "2026-12-04", to: "2026-12-04", kind: "extra", begins: "19:00", ends: "21:00" } as const;

describe("a draft of the evenings", () => {
  it("with nothing wrong says nothing", () => {
    expect(wrongWith({ ...draft, differing: [extra] })).toEqual([]);
  });

  it.each(["", "0", "-3", "1001", "2.5", "many", "1e2"])("refuses %j handles, and says what would do", (handles) => {
    expect(wrongWith({ ...draft, handles })).toEqual(["Handles: give 1 to 1000."]);
  });

  it("says each thing that is wrong once, by its name", () => {
    const week = [...draft.week, { id: "c", day: "monday" as const, begins: "20:00", ends: "20:00" }];
    expect(
      wrongWith({
        ...draft,
        week,
        rackSlots: "101",
        differing: [
          { ...extra, ends: "" },
          { ...extra, begins: "" },
        ],
      }),
    ).toEqual(["Batches that dry at once: give 1 to 100.", "Monday: end it after it begins.", "One more sitting: give its times."]);
  });

  it("knows a stretch that ends before it begins, and one of more than a year", () => {
    const off = { ...extra, kind: "off", begins: "", ends: "" } as const;
    expect(wrongWith({ ...draft, differing: [{ ...off, to: "2026-12-01" }] })[0]).toContain("before its first");
    expect(wrongWith({ ...draft, differing: [{ ...off, to: "2028-12-01" }] })[0]).toContain("at most 366 days");
  });
});
