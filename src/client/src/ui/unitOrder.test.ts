import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { inOrder } from "./unitOrder";

const unit = (name: string, standing: Schemas["Standing"]) => ({ name, standing });
const units = [
  unit("Reed Pikes 10", "finished"),
  unit("Reed Pikes 9", "not_begun"),
  unit("Bell Sergeants", "under_way"),
  unit("Punt Crew", "in_hand"),
];
const names = (order: "date" | "name" | "state", find = "") => inOrder(units, (u) => u, order, find).map((u) => u.name);

describe("units in order", () => {
  it("of date stand as they come", () => expect(names("date")).toEqual(units.map((u) => u.name)));
  it("of name count numbers as numbers", () => expect(names("name").slice(2)).toEqual(["Reed Pikes 9", "Reed Pikes 10"]));
  it("of state: in hand, under way, not begun, finished", () =>
    expect(names("state")).toEqual(["Punt Crew", "Bell Sergeants", "Reed Pikes 9", "Reed Pikes 10"]));
  it("hold every word that is looked for", () => {
    expect(names("date", "pikes re")).toEqual(["Reed Pikes 10", "Reed Pikes 9"]);
    expect(names("name", "heron")).toEqual([]);
  });
});
