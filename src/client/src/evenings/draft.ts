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

const wrongCount = (what: string, typed: string, most: number) =>
  /^\d+$/.test(typed.trim()) && Number(typed) >= 1 && Number(typed) <= most ? [] : [`${what}: give 1 to ${most}.`];

const wrongSitting = (s: Sitting) => (s.begins === s.ends ? [`${dayWords(s.day)}: end it after it begins.`] : []);

function wrongStretch(s: Stretch): string[] {
  const days = daysOf(s).length;
  const timed = s.begins !== "" && s.ends !== "" && s.begins !== s.ends;
  return [
    ...(days === 0 ? ["A day that differs: its last day lies before its first."] : []),
    ...(days > mostDays ? [`A stretch that differs: at most ${mostDays} days.`] : []),
    ...(s.kind === "extra" && !timed ? ["One more sitting: give its times."] : []),
  ];
}

/** What is wrong with a draft, in words; empty where nothing is. */
export function wrongWith(draft: Draft): string[] {
  return [
    ...new Set([
      ...wrongCount("Handles", draft.handles, 1000),
      ...wrongCount("Batches that dry at once", draft.rackSlots, 100),
      ...draft.week.flatMap(wrongSitting),
      ...draft.differing.flatMap(wrongStretch),
    ]),
  ];
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
