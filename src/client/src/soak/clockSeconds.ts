import { clockTime } from "../ui/clockface";

/** 20:13:30, and 20:14 on the full minute; in the bench's zone. */
export function clockSeconds(at: number, zone: string): string {
  const seconds = Math.floor(at / 1000) % 60;
  const minute = clockTime(new Date(at), zone);
  return seconds === 0 ? minute : `${minute}:${String(seconds).padStart(2, "0")}`;
}
