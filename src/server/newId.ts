import { randomUUID } from "node:crypto";

/** An id for something that the server makes itself. */
export function newId(): string {
  return randomUUID();
}
