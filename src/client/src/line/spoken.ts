import type { Schemas } from "../api/client";
import { lasts, moment } from "../ui/time";

/** A block as a sentence for readers. */
export function spokenBlock(b: Schemas["BlockView"], now: Date, zone: string): string {
  const state = b.state === "past" ? "done" : b.state === "now" ? "in hand" : "planned";
  return `${b.unit}, ${b.title}, ${moment(b.begin, now, zone)} to ${moment(b.end, now, zone)}, ${b.models} ${b.models === 1 ? "model" : "models"}, ${state}`;
}

/** A wait as a sentence for readers. */
export function spokenWait(d: Schemas["DryingView"], now: Date, zone: string): string {
  return `${d.unit}, ${d.what}, ${d.safeTo} ${moment(d.sure, now, zone)}, ${lasts((Date.parse(d.sure) - now.getTime()) / 60_000)} to go`;
}
