import {
  BusyError,
  CancelledError,
  ConflictError,
  FailedError,
  ForbiddenError,
  FullError,
  type IrradantError,
  NotFoundError,
  RefusedError,
  TooLargeError,
  UnavailableError,
} from "./errors";
import { FormatError, type FormatFault } from "./formatError";

/** An error as plain data, to cross from a worker or be written down. */
export type PlainError =
  | { type: "not-found"; what: string; id: string }
  | { type: "format"; faults: FormatFault[]; more: number }
  | { type: "refused" | "too-large"; message: string; key?: string }
  | { type: "conflict"; message: string; details: Record<string, unknown> }
  | { type: "cancelled" | "busy" | "failed" | "forbidden" | "full" | "unavailable"; message: string };

/** @returns null for what Irradant doesn't throw on purpose: that is a defect and crosses as it is */
export function toPlainError(error: unknown): PlainError | null {
  if (error instanceof NotFoundError) return { type: "not-found", what: error.what, id: error.id };
  if (error instanceof FormatError) return { type: "format", faults: [...error.faults], more: error.more };
  // The key stands in the message already.
  if (error instanceof RefusedError) return { type: error.kind, message: reasonOf(error), key: error.key };
  if (error instanceof ConflictError) return { type: "conflict", message: error.message, details: { ...error.details } };
  if (
    error instanceof CancelledError ||
    error instanceof BusyError ||
    error instanceof FailedError ||
    error instanceof ForbiddenError ||
    error instanceof FullError ||
    error instanceof UnavailableError
  )
    return { type: error.kind, message: error.message };
  return null;
}

/** The same error again, of its own class. */
export function fromPlainError(plain: PlainError): IrradantError {
  switch (plain.type) {
    case "not-found":
      return new NotFoundError(plain.what, plain.id);
    case "format":
      return new FormatError(plain.faults, plain.more);
    case "refused":
      return new RefusedError(plain.message, plain.key);
    case "too-large":
      return new TooLargeError(plain.message, plain.key);
    case "conflict":
      return new ConflictError(plain.message, plain.details);
    case "cancelled":
      return new CancelledError(plain.message);
    case "busy":
      return new BusyError(plain.message);
    case "forbidden":
      return new ForbiddenError(plain.message);
    case "full":
      return new FullError(plain.message);
    case "unavailable":
      return new UnavailableError(plain.message);
    case "failed":
      return new FailedError(plain.message);
  }
}

function reasonOf(error: RefusedError): string {
  return error.key === undefined ? error.message : error.message.slice(error.key.length + 2);
}
