import { useMutation } from "@tanstack/react-query";
import { RefusedError, SilentError } from "./client";
import { newId } from "./ids";
import { invalidate } from "./queries";

/** One thing that was meant: it keeps its identity until the server has answered, so that meant again it is done once. */
export class Intent {
  readonly id = newId();
  private base: unknown = null;
  private stale = false;

  /** What the write is laid over: read once, and once more where the server knew something newer. `read` is told whether what the page
   * remembers will do. */
  async over<T>(read: (fresh: boolean) => Promise<T>): Promise<T> {
    this.base ??= await read(this.stale);
    return this.base as T;
  }

  /** The server has something newer: the same is meant of that. False where it was laid over nothing: then the person decides. */
  renew(): boolean {
    if (this.base === null) return false;
    this.base = null;
    this.stale = true;
    return true;
  }
}

type Send<V, R> = (value: V, intent: Intent) => Promise<R>;

const unanswered = new Map<string, Intent>();
const mostRenewals = 3;

/** Sends what was meant for an entity. Silence keeps the intent, so that the same asked again is the same; an answer and a refusal end
 * it; a refusal as stale sends it again over the newest. */
export async function carry<V, R>(entity: string, value: V, send: Send<V, R>): Promise<R> {
  const key = `${entity} ${JSON.stringify(value, ofFile)}`;
  const intent = unanswered.get(key) ?? new Intent();
  unanswered.set(key, intent);
  for (let renewals = 0; ; renewals++) {
    try {
      const answer = await send(value, intent);
      unanswered.delete(key);
      return answer;
    } catch (error) {
      if (isStale(error) && renewals < mostRenewals && intent.renew()) continue;
      if (!(error instanceof SilentError)) unanswered.delete(key);
      throw error;
    }
  }
}

function isStale(error: unknown): boolean {
  return error instanceof RefusedError && error.problem.status === 409 && error.problem.field === "version";
}

function ofFile(_: string, value: unknown): unknown {
  return value instanceof File ? `${value.name} ${value.size} ${value.lastModified}` : value;
}

interface Afterwards<V, R> {
  onSuccess?: (answer: R, value: V) => unknown;
  /** What is read again, in place of everything. */
  reread?: () => unknown;
}

/** The one way a page writes: one after another for each entity, each with the identity of what was meant, and everything is read again
 * before the next goes. */
export function useWrite<V, R>(entity: string, send: Send<V, R>, { onSuccess, reread = invalidate }: Afterwards<V, R> = {}) {
  return useMutation({
    scope: { id: entity },
    mutationFn: (value: V) => carry(entity, value, send),
    ...(onSuccess ? { onSuccess } : {}),
    onSettled: () => reread() as Promise<void>,
  });
}
