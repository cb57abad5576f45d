import { describe, expect, it } from "vitest";
import { dayTyped } from "./DayGap";
import { timeTyped } from "./TimeGap";

const today = new Date(2026, 2, 12, 20, 12);

describe("a day that is typed", () => {
  it.each([
    ["Sun 29 Mar", "2026-03-29"],
    ["29 mar", "2026-03-29"],
    ["29.3.", "2026-03-29"],
    ["29.3.2027", "2027-03-29"],
    ["2026-04-01", "2026-04-01"],
    // Without a year the next one from today on.
    ["12 Mar", "2026-03-12"],
    ["11 Mar", "2027-03-11"],
  ])("%s is %s", (text, date) => expect(dayTyped(text, today)).toBe(date));

  it.each(["", "soon", "31 Feb", "3/29/2026", "29"])("%s is none", (text) => expect(dayTyped(text, today)).toBeNull());
});

describe("a time that is typed", () => {
  it.each([
    ["19:30", "19:30"],
    ["19.30", "19:30"],
    ["1930", "19:30"],
    ["7", "07:00"],
    ["0:05", "00:05"],
  ])("%s is %s", (text, time) => expect(timeTyped(text)).toBe(time));

  it.each(["", "24:00", "7:60", "half seven", "7 pm"])("%s is none", (text) => expect(timeTyped(text)).toBeNull());
});
