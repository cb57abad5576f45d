import { useSyncExternalStore } from "react";

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

/** 20:12, in the bench's zone. */
export function clockTime(at: Date | string, zone: string): string {
  return format(zone, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" }).format(new Date(at));
}

/** Thu 12 Mar, in the bench's zone. */
export function dayOf(at: Date | string, zone: string): string {
  return format(zone, { weekday: "short", day: "numeric", month: "short" }).format(new Date(at)).replace(",", "");
}

/** 20:12 today, Fri 08:27 or Sat 14 Mar 10:00 on other days. */
export function moment(at: Date | string, now: Date, zone: string): string {
  const day = dayOf(at, zone);
  if (day === dayOf(now, zone)) return clockTime(at, zone);
  const away = (new Date(at).getTime() - now.getTime()) / 86_400_000;
  return away > 0 && away < 6 ? `${day.slice(0, 3)} ${clockTime(at, zone)}` : `${day} ${clockTime(at, zone)}`;
}

/** 35 min, 1 h 30, 12 h, 7 days. */
export function lasts(minutes: number): string {
  const whole = Math.max(0, Math.round(minutes));
  if (whole < 60) return `${whole} min`;
  if (whole < 48 * 60) return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, "0")}`;
  return `${Math.round(whole / 1440)} days`;
}

// The server's clock is the bench's clock: a device that runs wrong, and the demo that starts elsewhere, still show the bench's time.
let offset = 0;
const tickers = new Set<() => void>();
let shown = Math.floor(Date.now() / 1000);

/** Sets the page's clock by the server's. */
export function setClock(serverNow: string): void {
  const next = new Date(serverNow).getTime() - Date.now();
  if (Math.abs(next - offset) <= 1500) return;
  offset = next;
  strike();
}

/** The bench's now. */
export function benchNow(): Date {
  return new Date(Date.now() + offset);
}

function strike(): void {
  const next = Math.floor((Date.now() + offset) / 1000);
  if (next === shown) return;
  shown = next;
  for (const tell of tickers) tell();
}

setInterval(strike, 250);

/** The bench's now, to the second; the component draws again each second. */
export function useNow(): Date {
  const seconds = useSyncExternalStore(
    (tell) => {
      tickers.add(tell);
      return () => tickers.delete(tell);
    },
    () => shown,
  );
  return new Date(seconds * 1000);
}
