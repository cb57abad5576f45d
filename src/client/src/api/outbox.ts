import { createStore, get, update } from "idb-keyval";
import { useSyncExternalStore } from "react";
import { api, RefusedError, type Schemas, wordsOf } from "./client";
import { benchQuery, lookAgain, queryClient } from "./queries";

export type Act = Schemas["Act"];

/** What became of an act: on its way, kept because nobody answered, or refused with the server's words. */
export interface Outbox {
  unsent: readonly Act[];
  silent: boolean;
  refused: { act: Act; words: string } | null;
}

const store = createStore("hexaprep", "outbox");
let state: Outbox = { unsent: [], silent: false, refused: null };
let sending: Promise<void> | null = null;
let ready: Promise<void> | null = null;
const watchers = new Set<() => void>();

function change(next: Partial<Outbox>): void {
  state = { ...state, ...next };
  for (const tell of watchers) tell();
}

function load(): Promise<void> {
  ready ??= get<Act[]>("acts", store).then((kept) => change({ unsent: kept ?? [] }));
  return ready;
}

// Pages of one browser share what is kept: each adds and takes out its own, in one step.
function keep(alter: (kept: Act[]) => Act[]): Promise<void> {
  return update<Act[]>("acts", (kept) => alter(kept ?? []), store);
}

/** Keeps an act in the browser with its own instant and id, then sends whatever is kept, in order. */
export async function act(kind: Act["kind"], more: Omit<Act, "id" | "kind" | "at">, at: Date): Promise<void> {
  await load();
  const made: Act = { id: crypto.randomUUID(), kind, at: at.toISOString(), ...more };
  change({ unsent: [...state.unsent, made], refused: null });
  await keep((kept) => [...kept, made]);
  await send();
}

/** Sends what is kept. One at a time: the next goes only when the one before it was answered. Whoever asks meanwhile waits for all of
 * them. */
export function send(): Promise<void> {
  sending ??= sendAll().finally(() => {
    sending = null;
  });
  return sending;
}

async function sendAll(): Promise<void> {
  await load();
  for (let next = state.unsent[0]; next; next = state.unsent[0]) {
    if (!(await deliver(next))) return;
    const sent = next.id;
    change({ unsent: state.unsent.filter((a) => a.id !== sent), silent: false });
    await keep((kept) => kept.filter((a) => a.id !== sent));
  }
}

async function deliver(next: Act): Promise<boolean> {
  try {
    const answer = await api.POST("/api/acts", { body: next });
    queryClient.setQueryData(benchQuery.queryKey, answer.data);
  } catch (error) {
    if (!(error instanceof RefusedError)) {
      change({ silent: true });
      return false;
    }
    change({ refused: { act: next, words: wordsOf(error) } });
    void lookAgain();
  }
  return true;
}

/** Puts the refusal away. */
export function forgetRefusal(): void {
  change({ refused: null });
}

/** Tries again whenever the server may be back. */
export function keepSending(): void {
  void send();
  window.addEventListener("online", () => void send());
  setInterval(() => {
    if (state.unsent.length > 0) void send();
  }, 4000);
}

export function useOutbox(): Outbox {
  return useSyncExternalStore(
    (tell) => {
      watchers.add(tell);
      return () => watchers.delete(tell);
    },
    () => state,
  );
}
