import { useCallback, useSyncExternalStore } from "react";

/** Whether a media query holds. */
export function useMedia(query: string): boolean {
  const watch = useCallback(
    (tell: () => void) => {
      const list = window.matchMedia(query);
      list.addEventListener("change", tell);
      return () => list.removeEventListener("change", tell);
    },
    [query],
  );
  return useSyncExternalStore(watch, () => window.matchMedia(query).matches);
}
