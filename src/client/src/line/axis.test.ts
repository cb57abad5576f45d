import { describe, expect, it } from "vitest";
import { benchAxis, layAxis, ticks } from "./axis";

const minute = 60_000;
const at = (time: string) => Date.parse(`2026-03-12T${time}:00Z`);

describe("the line's axis", () => {
  const axis = layAxis(
    [
      { kind: "open", from: at("18:00"), to: at("20:00") },
      { kind: "fold", from: at("20:00"), to: at("22:00"), size: 50 },
      { kind: "open", from: at("22:00"), to: at("23:00") },
    ],
    10,
    360,
  );

  it("shares what folds leave by the minutes", () => {
    expect(axis.segments.map((s) => Math.round(s.x1 - s.x0))).toEqual([200, 50, 100]);
    expect(axis.length).toBe(360);
  });

  it("places moments in proportion, and what lies outside at its ends", () => {
    expect(axis.at(at("19:00"))).toBe(110);
    expect(axis.at(at("21:00"))).toBe(235);
    expect(axis.at(at("12:00"))).toBe(10);
    expect(axis.at(at("23:59"))).toBe(360);
  });

  it("never runs backwards", () => {
    const places = Array.from({ length: 400 }, (_, i) => axis.at(at("17:30") + i * minute));
    expect(places.every((x, i) => i === 0 || x >= (places[i - 1] ?? 0))).toBe(true);
  });

  it("without pieces is a point", () => expect(layAxis([], 5, 5).at(at("12:00"))).toBe(0));
});

describe("tonight's line", () => {
  const times = {
    now: at("20:12"),
    sitting: { begin: "2026-03-12T19:00:00Z", end: "2026-03-12T22:00:00Z" },
    nextSitting: { begin: "2026-03-13T19:00:00Z", end: "2026-03-13T22:00:00Z" },
  };

  it("is tonight, a fold, and the first three quarters of an hour of the next sitting", () => {
    const axis = benchAxis(times, 0, 1000, 80);
    expect(axis.segments.map((s) => s.kind)).toEqual(["open", "fold", "open"]);
    expect((axis.segments[2]?.to ?? 0) - (axis.segments[2]?.from ?? 0)).toBe(45 * minute);
  });

  it("without a sitting is the time about now, and a day folded away", () => {
    const axis = benchAxis({ now: times.now, sitting: null, nextSitting: null }, 0, 1000, 80);
    expect(axis.segments.map((s) => s.kind)).toEqual(["open", "fold"]);
  });

  it("has ticks at full half hours where there is room, in the bench's zone", () => {
    const axis = benchAxis(times, 0, 1000, 80);
    const found = ticks(axis, 345, 60).map((t) => new Date(t + 345 * minute).getUTCMinutes());
    expect(found.length).toBeGreaterThan(3);
    expect(found.every((m) => m % 30 === 0)).toBe(true);
  });
});
