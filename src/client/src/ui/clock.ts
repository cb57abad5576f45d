import { useSyncExternalStore } from "react";

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
