import { create } from "zustand";
import { invalidate } from "./queries";

type Link = "joining" | "live" | "behind";
type Word = { link: Link } | { changed: true } | { who: true };

const name = "hexaprep-events";

/** Whether this page hears of changes at once. */
export const useLink = create<{ link: Link }>(() => ({ link: "joining" }));

/** Listens to the bench for as long as the page lives; after a dropped connection the page catches up by itself. A browser keeps few
 * connections to one host: where its pages can settle it between them, one page listens and tells the others. */
export function listen(): void {
  // Woken after a sleep: whatever became safe meanwhile is told at once.
  document.addEventListener("resume", () => void invalidate());
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && void invalidate());
  if (typeof BroadcastChannel === "undefined" || !navigator.locks) {
    listenAlone();
    return;
  }
  const others = new BroadcastChannel(name);
  others.onmessage = (heard: MessageEvent<Word>) => hear(heard.data);
  others.postMessage({ who: true } satisfies Word);
  // Held for as long as the page lives; the next page takes its turn when it closes.
  void navigator.locks.request(name, () => {
    const tell = (word: Word) => {
      others.postMessage(word);
      hear(word);
    };
    others.onmessage = (heard: MessageEvent<Word>) =>
      "who" in heard.data ? others.postMessage({ link: useLink.getState().link } satisfies Word) : hear(heard.data);
    open(tell);
    return new Promise(() => undefined);
  });
}

function listenAlone(): void {
  const events = open(hear);
  // A page kept in the back-forward cache would hold one of the browser's connections to this host.
  window.addEventListener("pagehide", () => events().close(), { once: true });
  window.addEventListener("pageshow", (e) => e.persisted && listenAlone(), { once: true });
}

function hear(word: Word): void {
  if ("changed" in word) void invalidate();
  // Calls sent while nobody listened are lost: look again at once, and say so until it is done.
  else if ("link" in word && word.link === "live") void invalidate().then(() => useLink.setState({ link: "live" }));
  else if ("link" in word) useLink.setState({ link: word.link });
}

// The stream there is; a closed one is opened again.
function open(tell: (word: Word) => void): () => EventSource {
  let events: EventSource;
  const join = () => {
    events = new EventSource("/api/events");
    events.addEventListener("hello", () => tell({ link: "live" }));
    events.addEventListener("changed", () => tell({ changed: true }));
    events.addEventListener("planned", () => tell({ changed: true }));
    events.onerror = () => {
      tell({ link: "behind" });
      if (events.readyState === EventSource.CLOSED) setTimeout(join, 1500);
    };
  };
  join();
  return () => events;
}
