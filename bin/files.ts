import { createReadStream } from "node:fs";
import { basename } from "node:path";
import { FormatError } from "@/core/errors/formatError";
import type { ReadSeries } from "@/core/formats/seriesBuilder";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { SeriesCsvReader } from "@/core/formats/seriesCsv";
import { readSiteFile } from "@/core/formats/siteFile";
import { MOST } from "@/core/site/siteLimits";
import type { SiteFile } from "@/core/site/siteSchema";

/** "-" stands for standard input, everywhere a file is read. */
const STANDARD_INPUT = "-";

/** What a file is called in messages. */
export const sourceName = (path: string): string => (path === STANDARD_INPUT ? "standard input" : basename(path));

function streamOf(path: string): AsyncIterable<string> {
  if (path === STANDARD_INPUT) return process.stdin.setEncoding("utf8");
  return createReadStream(path, { encoding: "utf8", highWaterMark: 1 << 20 });
}

async function readable<T>(path: string, read: () => Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code === "ENOENT" || code === "EISDIR" || code === "EACCES") {
      throw new FormatError({
        file: path,
        found: code === "ENOENT" ? "no such file" : "a file that can't be read",
        expected: "a readable file",
      });
    }
    throw error;
  }
}

/** A JSON file's text; the readers say how large it may be, and more isn't gathered. */
export async function readText(path: string): Promise<string> {
  return readable(path, async () => {
    let text = "";
    for await (const chunk of streamOf(path)) {
      text += chunk;
      if (text.length > MOST.fileBytes) break;
    }
    return text;
  });
}

export async function readSite(path: string): Promise<SiteFile> {
  return readSiteFile(await readText(path), sourceName(path));
}

export async function readSeries(path: string, kind: SeriesKind): Promise<ReadSeries> {
  return readable(path, async () => {
    const reader = new SeriesCsvReader(kind, sourceName(path));
    for await (const chunk of streamOf(path)) reader.push(chunk);
    return reader.finish();
  });
}

/** Writes lines to standard output in large pieces, waiting where the reader is slower. */
export async function writeLines(lines: Iterable<string>): Promise<void> {
  let piece = "";
  const flush = async () => {
    if (piece && !process.stdout.write(piece)) await new Promise((resolve) => process.stdout.once("drain", resolve));
    piece = "";
  };
  for (const line of lines) {
    piece += line;
    if (piece.length > 1 << 16) await flush();
  }
  await flush();
}
