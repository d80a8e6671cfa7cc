import { TooLargeError } from "../errors/errors";
import { FormatError } from "../errors/formatError";
import { ExportReader } from "./table/exportReader";
import type { RawTable } from "./table/rawTable";
import { readSheets } from "./table/sheets";
import { TextPieces } from "./text/encoding";

/** A spreadsheet is unpacked in memory at once: 60 MB packed are a million rows. */
const MOST_SHEET_BYTES = 60_000_000;

/**
 * Reads somebody's table of measurements: text in any usual shape, or a spreadsheet.
 * @param bytes of the file, in pieces
 * @param file its name, for messages
 * @param onRead told how many bytes have been read
 * @throws FormatError naming the line and what was expected
 */
export async function readExport(
  bytes: AsyncIterable<Uint8Array>,
  file: string,
  nowMs: number,
  onRead?: (count: number) => void,
): Promise<RawTable> {
  const text = new TextPieces();
  const reader = new ExportReader(file, nowMs);
  let packed: Uint8Array[] | null = null;
  let count = 0;
  for await (const piece of bytes) {
    if (count === 0 && isPacked(piece)) packed = [];
    count += piece.length;
    if (packed) {
      if (count > MOST_SHEET_BYTES)
        throw new TooLargeError(`found over ${MOST_SHEET_BYTES / 1e6} MB, expected at most that for a spreadsheet: save it as CSV`, file);
      packed.push(piece);
    } else reader.push(text.push(piece));
    onRead?.(count);
  }
  if (packed) {
    await readSheets(joined(packed, count), file, reader);
    return reader.finish("xlsx");
  }
  if (count === 0) throw new FormatError({ file, line: 1, found: "an empty file", expected: "a table of measurements" });
  const rest = text.end();
  if (rest) reader.push(rest);
  return reader.finish(text.encoding);
}

/** What every packed file begins with ("PK", 3, 4); a spreadsheet is one. */
function isPacked(head: Uint8Array): boolean {
  return head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4;
}

function joined(pieces: readonly Uint8Array[], count: number): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(count);
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
