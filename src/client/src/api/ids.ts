import { v4 } from "uuid";

/** A new identity. Made from random values alone, so that a page opened by a home address, without TLS, has them too. */
export function newId(): string {
  return v4();
}
