import { NotFoundError } from "@/core/errors/errors";

const MOST_CHARACTERS = 200;

/**
 * An id from a path: what can't be one (a broken escape, control characters, too long) is simply not there.
 * @param what its kind, for the answer
 * @throws NotFoundError
 */
export function pathId(raw: string, what: string): string {
  let id: string;
  try {
    id = decodeURIComponent(raw);
  } catch {
    throw new NotFoundError(what, raw);
  }
  // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
  if (id.length > MOST_CHARACTERS || /[\u0000-\u001f\u007f]/.test(id)) throw new NotFoundError(what, id);
  return id;
}
