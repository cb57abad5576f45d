import createClient from "openapi-fetch";
import type { components, paths } from "./types";

export type Schemas = components["schemas"];

/** A refusal as the server words it (RFC 9457). */
export interface Problem {
  status: number;
  detail: string;
  field?: string;
  message?: string;
  remedy?: string;
}

/** The server refused: its own words, for the key that was pressed. */
export class RefusedError extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }

  /** Whether it is the person who is refused (not signed in, not allowed), and not what was sent. */
  get isOfThePerson(): boolean {
    return this.problem.status === 401 || this.problem.status === 403;
  }
}

/** Nobody answered. */
export class SilentError extends Error {
  constructor() {
    super("The server does not answer.");
  }
}

export const api = createClient<paths>({ fetch: fetchOrThrow });

/** Sends a request; a refusal and silence are thrown. */
export async function fetchOrThrow(request: Request): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(request);
  } catch {
    throw new SilentError();
  }
  // Whether it was done is not known then: what is kept is sent again, and done once.
  if (response.status >= 500 || response.status === 408 || response.status === 429) throw new SilentError();
  if (!response.ok) throw new RefusedError(await readProblem(response));
  return response;
}

async function readProblem(response: Response): Promise<Problem> {
  const fallback: Problem = { status: response.status, detail: `The server answered ${response.status}. Nothing was changed.` };
  try {
    const body = (await response.json()) as Partial<Problem>;
    return { ...fallback, ...body, detail: body.detail ?? fallback.detail };
  } catch {
    return fallback;
  }
}

/** The answer's data; a refusal has been thrown before. */
export function data<T>(answer: { data?: T }): T {
  return answer.data as T;
}

/** Words for any failure. */
export function wordsOf(error: unknown): string {
  return error instanceof Error ? error.message : "Something went wrong. Look at the bench, then try again.";
}
