/** How the bytes of a text stand for letters; each is a label of the Encoding standard (WHATWG). */
export type TextEncoding = "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";

/** Of so many bytes at the head the encoding is told: a table's header lies within. */
export const ENCODING_HEAD_BYTES = 1 << 16;

/** In UTF-16 every other byte of a table is zero; of a text in one byte a letter none is. */
const ZERO_SHARE = 0.3;

/**
 * Tells a text's encoding from its first bytes: by its mark, by zeros in every other byte, or by whether they are UTF-8. What is left is
 * read as Windows-1252, which has Latin-1's letters in Latin-1's places.
 * @param head the first bytes, up to `ENCODING_HEAD_BYTES`
 */
export function tellEncoding(head: Uint8Array): TextEncoding {
  if (head[0] === 0xff && head[1] === 0xfe) return "utf-16le";
  if (head[0] === 0xfe && head[1] === 0xff) return "utf-16be";
  if (head[0] === 0xef && head[1] === 0xbb && head[2] === 0xbf) return "utf-8";
  const zeros = [0, 0];
  for (let k = 0; k < head.length; k++) if (head[k] === 0) zeros[k % 2]++;
  const half = head.length / 2;
  if (zeros[1] > ZERO_SHARE * half && zeros[0] < zeros[1]) return "utf-16le";
  if (zeros[0] > ZERO_SHARE * half && zeros[1] < zeros[0]) return "utf-16be";
  return isUtf8(head) ? "utf-8" : "windows-1252";
}

/** A letter that is cut off at the end is no fault. */
function isUtf8(head: Uint8Array): boolean {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(head, { stream: true });
    return true;
  } catch {
    return false;
  }
}

/** Turns the bytes of a file, which come in pieces, into text; the encoding is told from the first. */
export class TextPieces {
  private decoder: TextDecoder | null = null;
  encoding: TextEncoding = "utf-8";

  push(bytes: Uint8Array): string {
    if (!this.decoder) {
      this.encoding = tellEncoding(bytes.subarray(0, ENCODING_HEAD_BYTES));
      this.decoder = new TextDecoder(this.encoding);
    }
    return this.decoder.decode(bytes, { stream: true });
  }

  end(): string {
    return this.decoder?.decode() ?? "";
  }
}
