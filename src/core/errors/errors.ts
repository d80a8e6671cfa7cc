/** What kind of trouble it is; a route, a command and a screen each answer by it alone. */
export type ErrorKind =
  | "not-found"
  | "forbidden"
  | "refused"
  | "too-large"
  | "conflict"
  | "cancelled"
  | "busy"
  | "full"
  | "unavailable"
  | "failed";

/** Errors know their kinds by this mark: a bundler may copy this module, and each copy has classes of its own. */
const LINEAGE = Symbol.for("irradant.error");

/**
 * The root of everything that Irradant throws on purpose. The message is one line for the person who caused it, or who
 * has to be told. Anything else that is thrown is a defect.
 */
export abstract class IrradantError extends Error {
  abstract readonly kind: ErrorKind;
  /** Names a class in every copy of this module. */
  static readonly type: string = "irradant";

  constructor(message: string, options?: ErrorOptions) {
    super(message, options);
    const lineage: string[] = [];
    for (let at: typeof IrradantError = new.target; at.type !== undefined; at = Object.getPrototypeOf(at)) lineage.push(at.type);
    Object.defineProperty(this, LINEAGE, { value: lineage });
    this.name = `Irradant (${lineage[0]})`;
  }

  static override [Symbol.hasInstance](value: unknown): boolean {
    const lineage = (value as { [LINEAGE]?: readonly string[] } | null | undefined)?.[LINEAGE];
    // biome-ignore lint/complexity/noThisInStatic: the class that is asked for, which may be a descendant
    return lineage?.includes(this.type) ?? false;
  }
}

/** What was asked for isn't there. */
export class NotFoundError extends IrradantError {
  static override readonly type: string = "not-found";
  readonly kind = "not-found";

  /** @param what its kind as people call it, like "site" */
  constructor(
    readonly what: string,
    readonly id: string,
  ) {
    super(`There is no ${what} ${shown(id)}`);
  }
}

/** Whoever asks may not do this. */
export class ForbiddenError extends IrradantError {
  static override readonly type: string = "forbidden";
  readonly kind = "forbidden";
}

/** What was sent was understood and can't be taken; nothing of it was. */
export class RefusedError extends IrradantError {
  static override readonly type: string = "refused";
  readonly kind: "refused" | "too-large" = "refused";

  /**
   * @param reason one line for the person who sent it
   * @param key the field, column or option at fault, where one is
   */
  constructor(
    reason: string,
    readonly key?: string,
  ) {
    super(key === undefined ? reason : `${key}: ${reason}`);
  }
}

/** More was sent than is taken. */
export class TooLargeError extends RefusedError {
  static override readonly type: string = "too-large";
  override readonly kind = "too-large";
}

/** It contradicts what is there already; the person has to choose. */
export class ConflictError extends IrradantError {
  static override readonly type: string = "conflict";
  readonly kind = "conflict";

  /** @param details what differs, for the screen that asks */
  constructor(
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
  }
}

/** The work was called off by the one who had asked for it. */
export class CancelledError extends IrradantError {
  static override readonly type: string = "cancelled";
  readonly kind = "cancelled";

  constructor(message = "Cancelled") {
    super(message);
  }
}

/** Too much is under way; the same request may go through later. */
export class BusyError extends IrradantError {
  static override readonly type: string = "busy";
  readonly kind = "busy";
}

/** There is no room to keep anything more; what was sent is not kept. */
export class FullError extends IrradantError {
  static override readonly type: string = "full";
  readonly kind = "full";
}

/** What Irradant rests on can't be used as long as the reason stands: a damaged or missing database. */
export class UnavailableError extends IrradantError {
  static override readonly type: string = "unavailable";
  readonly kind = "unavailable";
}

/** Irradant itself, its data or its machine failed; the message says what, never how it is built. */
export class FailedError extends IrradantError {
  static override readonly type: string = "failed";
  readonly kind = "failed";
}

/** A value as it is shown in an error: short, quoted when text, without line breaks. */
export function shown(value: unknown): string {
  if (value === undefined) return "nothing";
  let text: string;
  try {
    text = JSON.stringify(typeof value === "string" ? value.slice(0, MOST_SHOWN) : value) ?? String(value);
  } catch {
    // What goes round in itself, or holds what JSON has no words for.
    text = Object.prototype.toString.call(value);
  }
  return text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN - 3)}...` : text;
}

/** A message is one line on a phone. */
const MOST_SHOWN = 60;
