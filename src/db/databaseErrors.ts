import { BusyError, FullError, IrradantError, UnavailableError } from "@/core/errors/errors";

/** SQLite's codes that a person can do something about, each with its one line. */
const UNUSABLE: Record<string, string> = {
  SQLITE_CORRUPT: "The database is damaged: restore it from a backup",
  SQLITE_NOTADB: "The database is damaged or isn't Irradant's: restore it from a backup",
  SQLITE_READONLY: "The database can't be written: nothing was changed",
  SQLITE_CANTOPEN: "The database can't be opened: its folder is gone, full or not readable",
  SQLITE_IOERR: "The disk failed while the database was used: nothing was changed",
  SQLITE_PERM: "The database can't be opened: permission is missing",
};

const NO_ROOM = "The disk is full: nothing was changed. Make room and try again";
/** With less than this left, a disk that fails has failed for want of room. */
const HARDLY_ANY_BYTES = 1_000_000;

/** The driver's code of an error, wherever Sequelize has put it; null where it is none of SQLite's. */
export function sqliteCode(error: unknown): string | null {
  for (let at = error; at instanceof Error; at = (at as { original?: unknown; cause?: unknown }).original ?? at.cause) {
    const { code } = at as { code?: unknown };
    if (typeof code === "string" && code.startsWith("SQLITE_")) return code;
    const named = /SQLITE_[A-Z]+/.exec(at.message);
    if (named) return named[0];
  }
  return null;
}

/** Whether another process holds the database just now. */
export function isBusy(error: unknown): boolean {
  return /^SQLITE_(BUSY|LOCKED)/.test(sqliteCode(error) ?? "");
}

/**
 * An error of the database or of the files beside it as one of Irradant's own, with one clear line; others as they are.
 * @param freeBytes room that is left where the database lies, where it can be told
 */
export function asIrradantError(error: unknown, freeBytes: () => number = () => Number.POSITIVE_INFINITY): unknown {
  if (error instanceof IrradantError) return error;
  if (isBusy(error)) return new BusyError("The database is held by another program just now; try again in a moment", { cause: error });
  const code = sqliteCode(error) ?? "";
  const full = code === "SQLITE_FULL" || (error as { code?: unknown } | null)?.code === "ENOSPC";
  const failedForRoom = (code === "SQLITE_IOERR" || code === "SQLITE_CANTOPEN") && freeBytes() < HARDLY_ANY_BYTES;
  if (full || failedForRoom) return new FullError(NO_ROOM, { cause: error });
  return code in UNUSABLE ? new UnavailableError(UNUSABLE[code], { cause: error }) : error;
}
