// How moments, days and durations read, as Core's Clockface says them: tests/cases/clockface.json holds both.

const cache = new Map<string, Intl.DateTimeFormat>();

function format(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = zone + JSON.stringify(options);
  let made = cache.get(key);
  if (!made) {
    made = new Intl.DateTimeFormat("en-GB", { ...options, timeZone: zone });
    cache.set(key, made);
  }
  return made;
}

const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const weekdays = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];
const monthsWithoutAYear = 11;

// The day in a zone, as a date of UTC midnight: days are counted and named there.
function dateIn(at: Date | string, zone: string): Date {
  const parts = format(zone, { year: "numeric", month: "numeric", day: "numeric" }).formatToParts(new Date(at));
  const part = (type: string) => Number(parts.find((p) => p.type === type)?.value);
  return new Date(Date.UTC(part("year"), part("month") - 1, part("day")));
}

function monthsOn(day: Date, months: number): number {
  const first = new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + months, 1));
  const longest = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  return first.setUTCDate(Math.min(day.getUTCDate(), longest));
}

/** 20:12, in the bench's zone. */
export function clockTime(at: Date | string, zone: string): string {
  return format(zone, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" }).format(new Date(at));
}

/** Thu 12 Mar, in the bench's zone; with the year where it is more than eleven months away. */
export function dayOf(at: Date | string, now: Date, zone: string): string {
  const day = dateIn(at, zone);
  const today = dateIn(now, zone);
  const isFar = day.getTime() > monthsOn(today, monthsWithoutAYear) || day.getTime() < monthsOn(today, -monthsWithoutAYear);
  const words = `${weekdays[day.getUTCDay()]} ${day.getUTCDate()} ${months[day.getUTCMonth()]}`;
  return isFar ? `${words} ${day.getUTCFullYear()}` : words;
}

/** 20:12 today, Fri 08:27 within six days, Sat 14 Mar 10:00 on other days. */
export function moment(at: Date | string, now: Date, zone: string): string {
  const days = (dateIn(at, zone).getTime() - dateIn(now, zone).getTime()) / 86_400_000;
  if (days === 0) return clockTime(at, zone);
  const day = dayOf(at, now, zone);
  return `${days > 0 && days <= 6 ? day.slice(0, 3) : day} ${clockTime(at, zone)}`;
}

/** How long something lasts: 35 min, 1 h 30, 12 h, 7 days. */
export function lasts(minutes: number): string {
  const whole = Math.round(minutes);
  return whole >= 48 * 60 ? `${Math.floor((whole + 720) / 1440)} days` : hoursAndMinutes(whole);
}

/** Hands-on time, which is never days: 35 min, 1 h 30, 65 h. */
export function hands(minutes: number): string {
  const whole = Math.round(minutes);
  return whole >= 10 * 60 ? `${Math.floor((whole + 30) / 60)} h` : hoursAndMinutes(whole);
}

function hoursAndMinutes(whole: number): string {
  if (whole < 60) return `${Math.max(0, whole)} min`;
  return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, "0")}`;
}
