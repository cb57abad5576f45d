import { describe, expect, it } from "vitest";
import { week } from "./FirstFacts";

const on = (day: string, begins: string, ends: string) => ({ day, begins: `${begins}:00`, ends: `${ends}:00` }) as never;

describe("the week in words", () => {
  it("tells days alike as one, in the order of the week", () =>
    expect(week([on("saturday", "10:00", "13:00"), on("thursday", "19:30", "22:00"), on("tuesday", "19:30", "22:00")])).toBe(
      "Tue and Thu 19:30 to 22:00, Sat 10:00 to 13:00",
    ));
  it("says when there is none", () => expect(week([])).toBe("on no evening yet"));
});
