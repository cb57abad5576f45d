import { z } from "zod";
import type { Schemas } from "../api/client";
import { newId } from "../api/ids";
import { type Day, daysOf, dayWords, type Sitting, type Stretch, stretches } from "./week";

/** The evenings as they are being changed. */
export interface Draft {
  week: Sitting[];
  differing: Stretch[];
  timeZone: string;
  handles: string;
  rackSlots: string;
}

export const draftOf = (s: Schemas["SittingsAnswer"]): Draft => ({
  week: s.weekly.map((w) => ({ id: w.id, day: w.day as Day, begins: w.begins.slice(0, 5), ends: w.ends.slice(0, 5) })),
  differing: stretches(s.exceptions),
  timeZone: s.timeZone,
  handles: String(s.handles),
  rackSlots: String(s.rackSlots),
});

const mostDays = 366;
const count = (what: string, most: number) => {
  const remedy = `${what}: give 1 to ${most}.`;
  return z.coerce.number<string>(remedy).int(remedy).min(1, remedy).max(most, remedy);
};

const shape = z.object({
  handles: count("Handles", 1000),
  rackSlots: count("Batches that dry at once", 100),
  week: z.array(
    z
      .custom<Sitting>()
      .refine((s) => s.begins !== s.ends, { error: (i) => `${dayWords((i.input as Sitting).day)}: end it after it begins.` }),
  ),
  differing: z.array(
    z
      .custom<Stretch>()
      .refine((s) => daysOf(s).length > 0, { error: "A day that differs: its last day lies before its first." })
      .refine((s) => daysOf(s).length <= mostDays, { error: `A stretch that differs: at most ${mostDays} days.` })
      .refine((s) => s.kind !== "extra" || (s.begins !== "" && s.ends !== "" && s.begins !== s.ends), {
        error: "One more sitting: give its times.",
      }),
  ),
});

/** What is wrong with a draft, in words; empty where nothing is. */
export function wrongWith(draft: Draft): string[] {
  const checked = shape.safeParse(draft);
  return checked.success ? [] : [...new Set(checked.error.issues.map((i) => i.message))];
}

/** A draft over what was kept meanwhile: what was not touched is as it is kept now. */
export function over(draft: Draft, base: Draft, newest: Draft): Draft {
  const touched = (field: keyof Draft) => JSON.stringify(draft[field]) !== JSON.stringify(base[field]);
  const fields = (Object.keys(draft) as (keyof Draft)[]).filter(touched);
  return { ...newest, ...Object.fromEntries(fields.map((field) => [field, draft[field]])) };
}

/** The edit that keeps a draft; days keep the identities they had. */
export function toEdit(draft: Draft, from: Schemas["SittingsAnswer"]): Omit<Schemas["SittingsEdit"], "id"> {
  const full = (time: string) => `${time}:00`;
  const known = new Map(from.exceptions.map((e) => [`${e.date} ${e.kind}`, e.id]));
  return {
    version: from.version,
    timeZone: draft.timeZone,
    handles: Number(draft.handles),
    rackSlots: Number(draft.rackSlots),
    weekly: draft.week.map((s) => ({ ...s, begins: full(s.begins), ends: full(s.ends) })),
    exceptions: draft.differing.flatMap((s) =>
      daysOf(s).map((date) => {
        const id = known.get(`${date} ${s.kind}`) ?? newId();
        // Two on one day do not share an identity.
        known.delete(`${date} ${s.kind}`);
        const timed = s.kind === "extra";
        return { id, date, kind: s.kind, begins: timed ? full(s.begins) : null, ends: timed ? full(s.ends) : null };
      }),
    ),
  };
}
