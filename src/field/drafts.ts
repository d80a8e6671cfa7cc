/**
 * What is being typed and isn't recorded yet, written with every key: the one store of a browser that is done before the next
 * line runs, so that a crash between two keys loses neither. Where it is denied, a draft lives as long as its field.
 */
const PREFIX = "irradant-draft-";

export function readDraft(name: string): string | null {
  try {
    return localStorage.getItem(PREFIX + name);
  } catch {
    return null;
  }
}

/** Null forgets it. */
export function writeDraft(name: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(PREFIX + name);
    else localStorage.setItem(PREFIX + name, text);
  } catch {
    // Denied or full: the field itself still holds it.
  }
}
