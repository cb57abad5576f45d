import { createStore, get, update } from "idb-keyval";
import { create } from "zustand";
import { api, RefusedError, type Schemas, wordsOf } from "./client";
import { newId } from "./ids";
import { benchQuery, invalidate, queryClient } from "./queries";

export type Act = Schemas["Act"];

/** What became of an act: on its way, waiting because nobody answered, or refused with the server's words. */
export interface Outbox {
  unsent: readonly Act[];
  silent: boolean;
  /** False where this browser keeps nothing (a private window, a full disk): acts live as long as the page. */
  keeps: boolean;
  refused: { act: Act; words: string } | null;
}

/** The acts on their way. */
export const useOutbox = create<Outbox>(() => ({ unsent: [], silent: false, keeps: true, refused: null }));

const change = (next: Partial<Outbox>): void => useOutbox.setState(next);
let sending: Promise<void> | null = null;
let ready: Promise<void> | null = null;
let store: ReturnType<typeof createStore> | null = null;

// What the browser's store does; without one an act is sent all the same.
async function kept<T>(use: (acts: ReturnType<typeof createStore>) => Promise<T>): Promise<T | undefined> {
  try {
    store ??= createStore("hexaprep", "outbox");
    const done = await use(store);
    if (!useOutbox.getState().keeps) change({ keeps: true });
    return done;
  } catch {
    change({ keeps: false });
    return undefined;
  }
}

function load(): Promise<void> {
  ready ??= kept((acts) => get<Act[]>("acts", acts)).then((known) => change({ unsent: known ?? [] }));
  return ready;
}

// Pages of one browser share what is kept: each adds and takes out its own, in one step.
async function keep(alter: (acts: Act[]) => Act[]): Promise<void> {
  await kept((acts) => update<Act[]>("acts", (known) => alter(known ?? []), acts));
}

/** Keeps an act in the browser with its own instant and id, then sends whatever is kept, in order. */
export async function act(kind: Act["kind"], more: Omit<Act, "id" | "kind" | "at">, at: Date): Promise<void> {
  await load();
  const made: Act = { id: newId(), kind, at: at.toISOString(), ...more };
  change({ unsent: [...useOutbox.getState().unsent, made], refused: null });
  await keep((acts) => [...acts, made]);
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
  const first = () => useOutbox.getState().unsent[0];
  for (let next = first(); next; next = first()) {
    if (!(await deliver(next))) return;
    const sent = next.id;
    change({ unsent: useOutbox.getState().unsent.filter((a) => a.id !== sent), silent: false });
    await keep((acts) => acts.filter((a) => a.id !== sent));
  }
}

async function deliver(next: Act): Promise<boolean> {
  try {
    const answer = await api.POST("/api/acts", { body: next });
    queryClient.setQueryData(benchQuery.queryKey, answer.data);
  } catch (error) {
    if (!(error instanceof RefusedError) || error.isOfThePerson) {
      change({ silent: true });
      return false;
    }
    change({ refused: { act: next, words: wordsOf(error) } });
    void invalidate();
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
    if (useOutbox.getState().unsent.length > 0) void send();
  }, 4000);
}
