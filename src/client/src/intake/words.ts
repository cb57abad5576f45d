import type { Schemas } from "../api/client";

interface Word<T> {
  value: T;
  text: string;
}

/** Materials by their contract ids, in the words of the trade. */
export const materials = [
  { value: "polystyrene", text: "hard frame plastic" },
  { value: "abs", text: "hard frame plastic (abs)" },
  { value: "flexible_pvc", text: "soft flexible plastic" },
  { value: "pu_resin", text: "cast resin" },
  { value: "photopolymer", text: "printed resin" },
  { value: "pla", text: "filament print" },
  { value: "white_metal", text: "white metal" },
  { value: "old_lead", text: "old lead alloy" },
  { value: "unknown", text: "of unknown material" },
] as const;

export const tiers: readonly Word<Schemas["Tier"]>[] = [
  { value: "rank_and_file", text: "rank and file" },
  { value: "elite", text: "elite" },
  { value: "leader", text: "leader" },
  { value: "display", text: "display" },
];

export const moldLines: readonly Word<Schemas["MoldLines"]>[] = [
  { value: "few", text: "few" },
  { value: "ordinary", text: "ordinary" },
  { value: "many", text: "many" },
];

export const gaps: readonly Word<Schemas["Gaps"]>[] = [
  { value: "none", text: "none" },
  { value: "small", text: "small" },
  { value: "large", text: "large" },
];

export const surfaces: readonly Word<Schemas["Surface"]>[] = [
  { value: "smooth", text: "smooth" },
  { value: "ragged", text: "ragged" },
];

export const sizes: readonly Word<Schemas["ModelSize"]>[] = [
  { value: "figure", text: "figures" },
  { value: "rider", text: "riders" },
  { value: "monster", text: "monsters" },
  { value: "vehicle", text: "vehicles" },
  { value: "gun", text: "guns with crew" },
  { value: "large", text: "large models" },
  { value: "terrain", text: "terrain" },
];

export const sheens: readonly Word<Schemas["Sheen"]>[] = [
  { value: "matte", text: "matte" },
  { value: "satin", text: "satin" },
  { value: "gloss", text: "gloss" },
];

export const bases = ["none", "25", "28", "32", "40", "50", "60", "80", "100"].map((b) => ({
  value: b,
  text: b === "none" ? "no bases" : `${b} mm bases`,
}));
