import { useSyncExternalStore } from "react";
import { lookAgain } from "./queries";

type Link = "joining" | "live" | "behind";

let link: Link = "joining";
const watchers = new Set<() => void>();

function set(next: Link): void {
  if (next === link) return;
  link = next;
  for (const tell of watchers) tell();
}

/** Listens to the bench for as long as the page lives; after a dropped connection the page catches up by itself. */
export function listen(): void {
  join();
  window.addEventListener("pageshow", (e) => e.persisted && join());
  // Woken after a sleep: whatever became safe meanwhile is told at once.
  document.addEventListener("resume", () => void lookAgain());
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && void lookAgain());
}

function join(): void {
  const events = new EventSource("/api/events");
  events.addEventListener("hello", () => {
    // Calls sent while nobody listened are lost: look again at once, and say so until it is done.
    void lookAgain().then(() => set("live"));
  });
  events.addEventListener("changed", () => void lookAgain());
  events.addEventListener("planned", () => void lookAgain());
  events.onerror = () => {
    set("behind");
    if (events.readyState === EventSource.CLOSED) setTimeout(join, 1500);
  };
  // A page kept in the back-forward cache would hold one of the browser's six connections to this host.
  window.addEventListener("pagehide", () => events.close(), { once: true });
}

/** Whether this page hears of changes at once. */
export function useLink(): Link {
  return useSyncExternalStore(
    (tell) => {
      watchers.add(tell);
      return () => watchers.delete(tell);
    },
    () => link,
  );
}
