import { describe, expect, it } from "vitest";
import { comingDays, daysOf, lengthOf, moved, type Sitting, stretched, stretches, timeOf, weekMinutes } from "./week";

const thursday: Sitting = { id: "a", day: "thursday", begins: "19:30", ends: "22:00" };
const late: Sitting = { id: "b", day: "friday", begins: "22:30", ends: "00:30" };

describe("a sitting", () => {
  it("is as long as from its begin to its end, past midnight too", () => {
    expect(lengthOf(thursday)).toBe(150);
    expect(lengthOf(late)).toBe(120);
    expect(weekMinutes([thursday, late])).toBe(270);
  });

  it("is stretched at either edge by quarters of an hour", () => {
    expect(stretched(thursday, "ends", 34).ends).toBe("22:30");
    expect(stretched(thursday, "begins", -20).begins).toBe("19:15");
    expect(stretched(late, "ends", 30).ends).toBe("01:00");
    expect(stretched({ ...thursday, ends: "23:45" }, "ends", 15).ends).toBe("00:00");
  });

  it("is never turned inside out", () => {
    expect(stretched(thursday, "ends", -150)).toBe(thursday);
    expect(stretched(thursday, "ends", -300)).toBe(thursday);
    expect(stretched(thursday, "begins", 150)).toBe(thursday);
    expect(stretched(thursday, "begins", -20 * 60)).toBe(thursday);
  });

  it("is moved whole within its day", () => {
    expect(moved(thursday, 45)).toEqual({ ...thursday, begins: "20:15", ends: "22:45" });
    expect(moved(thursday, 5 * 60)).toBe(thursday);
    expect(moved(thursday, -20 * 60)).toBe(thursday);
  });
});

it("a time is read within its day", () => {
  expect([timeOf(0), timeOf(1439), timeOf(1440), timeOf(-15)]).toEqual(["00:00", "23:59", "00:00", "23:45"]);
});

describe("days that differ", () => {
  const off = (date: string) => ({ id: date, date, kind: "off" as const, begins: null, ends: null });

  it("in a row are one stretch, over the end of a month too", () => {
    const found = stretches([off("2026-04-01"), off("2026-03-30"), off("2026-03-31"), off("2026-04-03")]);
    expect(found.map((s) => [s.from, s.to])).toEqual([
      ["2026-03-30", "2026-04-01"],
      ["2026-04-03", "2026-04-03"],
    ]);
    expect(found.flatMap(daysOf)).toHaveLength(4);
  });

  it("of another kind begin another", () => {
    const extra = { id: "x", date: "2026-03-31", kind: "extra" as const, begins: "10:00:00", ends: "12:00:00" };
    expect(stretches([off("2026-03-30"), extra])).toHaveLength(2);
  });

  it("are seen among the days to come", () => {
    const differing = stretches([off("2026-03-19"), { id: "x", date: "2026-03-13", kind: "extra", begins: "10:00:00", ends: "12:00:00" }]);
    const coming = comingDays([thursday], differing, "2026-03-12", 8);
    expect(coming[0]?.sittings).toEqual([{ begins: "19:30", ends: "22:00" }]);
    expect(coming[1]).toEqual({ date: "2026-03-13", sittings: [{ begins: "10:00", ends: "12:00" }], differs: "extra" });
    expect(coming[7]).toEqual({ date: "2026-03-19", sittings: [], differs: "off" });
  });
});
