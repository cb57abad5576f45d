import type { Schemas } from "../api/client";
import { lasts, moment } from "../ui/clockface";

/** A block as a sentence for readers. */
export function spokenBlock(b: Schemas["BlockView"], now: Date, zone: string): string {
  const state = b.state === "past" ? "done" : b.state === "now" ? "in hand" : "planned";
  const when = `${moment(b.begin, now, zone)} to ${moment(b.end, now, zone)}`;
  return `${b.unit}, ${b.title}, ${when}, ${b.models} ${b.models === 1 ? "model" : "models"}, ${state}`;
}

/** Hours folded away, as a sentence. */
export function spokenFold(from: number, to: number, now: Date, zone: string): string {
  return `${lasts((to - from) / 60_000)} folded away: ${moment(new Date(from), now, zone)} to ${moment(new Date(to), now, zone)}`;
}

/** A wait as a sentence for readers. */
export function spokenWait(d: Schemas["DryingView"], now: Date, zone: string): string {
  return `${d.unit}, ${d.what}, ${d.safeTo} ${moment(d.sure, now, zone)}, ${lasts((Date.parse(d.sure) - now.getTime()) / 60_000)} to go`;
}
