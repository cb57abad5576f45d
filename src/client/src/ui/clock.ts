import { create } from "zustand";

// The server's clock is the bench's clock: a device that runs wrong, and the demo that starts elsewhere, still show the bench's time.
let offset = 0;
const useSecond = create(() => Math.floor(Date.now() / 1000));

/** Sets the page's clock by the server's. */
export function setClock(serverNow: string): void {
  const next = new Date(serverNow).getTime() - Date.now();
  if (Math.abs(next - offset) <= 1500) return;
  offset = next;
  tick();
}

/** The bench's now. */
export function benchNow(): Date {
  return new Date(Date.now() + offset);
}

function tick(): void {
  useSecond.setState(Math.floor((Date.now() + offset) / 1000), true);
}

setInterval(tick, 250);

/** The bench's now, to the second; the component draws again each second. */
export function useNow(): Date {
  return new Date(useSecond() * 1000);
}

/** The bench's now, to the minute; the component draws again each minute. */
export function useMinute(): Date {
  return new Date(useSecond((seconds) => Math.floor(seconds / 60)) * 60_000);
}
