import { describe, expect, it } from "vitest";
import cases from "../../../../tests/cases/clockface.json";
import { dayOf, hands, lasts, moment } from "./clockface";

// The same cases hold Core: tests/Hexaprep.Core.Tests/ClockfaceTests.cs.
const now = new Date(cases.now);

describe("moments, days and durations read as Core says them", () => {
  it.each(cases.at as [string, string][])("%s is %s", (at, says) => expect(moment(at, now, cases.zone)).toBe(says));
  it.each(cases.day as [string, string][])("the day of %s is %s", (at, says) => expect(dayOf(at, now, cases.zone)).toBe(says));
  it.each(cases.lasts as [number, string][])("%d minutes last %s", (minutes, says) => expect(lasts(minutes)).toBe(says));
  it.each(cases.hands as [number, string][])("%d minutes of hands are %s", (minutes, says) => expect(hands(minutes)).toBe(says));
});
