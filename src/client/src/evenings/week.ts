import { addDays, eachDayOfInterval, format, getISODay, parseISO } from "date-fns";
import type { Schemas } from "../api/client";

export const days = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"] as const;
export type Day = (typeof days)[number];

/** A sitting of every week; times are HH:MM. One that ends before it begins runs past midnight. */
export interface Sitting {
  id: string;
  day: Day;
  begins: string;
  ends: string;
}

/** Days in a row that differ from the week in the same way. */
export interface Stretch {
  id: string;
  from: string;
  to: string;
  kind: Schemas["ExceptionKind"];
  begins: string;
  ends: string;
}

/** The grid a sitting is stretched on, and how long one may be, minutes. */
export const grid = 15;
const shortest = 15;
const longest = 16 * 60;
const wholeDay = 24 * 60;

const iso = (day: Date) => format(day, "yyyy-MM-dd");
export const dayWords = (day: Day) => `${day[0]?.toUpperCase()}${day.slice(1)}`;

export const minutesOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
export const timeOf = (minutes: number) => {
  const within = ((minutes % wholeDay) + wholeDay) % wholeDay;
  return `${String(Math.floor(within / 60)).padStart(2, "0")}:${String(within % 60).padStart(2, "0")}`;
};
export const lengthOf = (s: { begins: string; ends: string }) => (minutesOf(s.ends) - minutesOf(s.begins) + wholeDay) % wholeDay;

/** The sittings of a week in order of day and time. */
export const ordered = (week: readonly Sitting[]) =>
  [...week].sort((a, b) => days.indexOf(a.day) - days.indexOf(b.day) || a.begins.localeCompare(b.begins));

/** Hands-on time of a week, minutes. */
export const weekMinutes = (week: readonly Sitting[]) => week.reduce((sum, s) => sum + lengthOf(s), 0);

/** A sitting with one edge moved to the next quarter of an hour, as far as it stays a sitting. */
export function stretched(s: Sitting, edge: "begins" | "ends", by: number): Sitting {
  const to = Math.round((minutesOf(s[edge]) + by) / grid) * grid;
  const next = { ...s, [edge]: timeOf(to) };
  const was = lengthOf(s);
  const grows = edge === "ends" ? by > 0 : by < 0;
  const will = lengthOf(next);
  // Past its other edge it would turn inside out.
  if (will < shortest || will > longest || (grows ? will < was : will > was)) return s;
  return next;
}

/** A sitting at another time of its day, as long as it was. */
export function moved(s: Sitting, by: number): Sitting {
  const begins = Math.round((minutesOf(s.begins) + by) / grid) * grid;
  if (begins < 0 || begins >= wholeDay) return s;
  return { ...s, begins: timeOf(begins), ends: timeOf(begins + lengthOf(s)) };
}

/** Exceptions day by day as stretches of days in a row. */
export function stretches(exceptions: readonly Schemas["SittingException"][]): Stretch[] {
  const found: Stretch[] = [];
  for (const e of [...exceptions].sort((a, b) => a.date.localeCompare(b.date))) {
    const [begins, ends] = [e.begins?.slice(0, 5) ?? "", e.ends?.slice(0, 5) ?? ""];
    const before = found.find(
      (s) => s.kind === e.kind && s.begins === begins && s.ends === ends && iso(addDays(parseISO(s.to), 1)) === e.date,
    );
    if (before) before.to = e.date;
    else found.push({ id: e.id, from: e.date, to: e.date, kind: e.kind, begins, ends });
  }
  return found;
}

/** Every day of a stretch; none where it ends before it begins. */
export const daysOf = (s: Stretch): string[] =>
  s.from && s.to && s.from <= s.to ? eachDayOfInterval({ start: parseISO(s.from), end: parseISO(s.to) }).map(iso) : [];

export interface ComingDay {
  date: string;
  sittings: { begins: string; ends: string }[];
  /** Set where the day differs from the week. */
  differs: Schemas["ExceptionKind"] | null;
}

/** The days from one on, each with its sittings. */
export function comingDays(week: readonly Sitting[], differing: readonly Stretch[], from: string, count: number): ComingDay[] {
  return Array.from({ length: count }, (_, i) => {
    const day = addDays(parseISO(from), i);
    const date = iso(day);
    const own = differing.filter((s) => s.from <= date && date <= s.to);
    const off = own.some((s) => s.kind === "off");
    const extra = own.filter((s) => s.kind === "extra");
    const usual = off ? [] : ordered(week).filter((s) => s.day === days[getISODay(day) - 1]);
    return { date, sittings: [...usual, ...extra].map(({ begins, ends }) => ({ begins, ends })), differs: own[0]?.kind ?? null };
  });
}
