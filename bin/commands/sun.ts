import { shown } from "@/core/errors/errors";
import { FormatError } from "@/core/errors/formatError";
import { readInstant } from "@/core/formats/instant";
import { CsvRows } from "@/core/formats/seriesCsv";
import { type Observer, sunPosition } from "@/core/sun/position";
import type { CommandEntry } from "../command";
import { writeLines } from "../files";
import { numberOption, readOptions } from "../options";

const FILE = "standard input";

/** `sun`: azimuth, zenith and apparent elevation for each instant of a CSV on standard input. */
export const sunCommand: CommandEntry = {
  name: "sun",
  does: "where the sun stands at each instant of a CSV, as azimuth, zenith and apparent elevation",
  options: [
    { name: "lat", value: "DEGREES", is: "latitude, north positive" },
    { name: "lon", value: "DEGREES", is: "longitude, east positive" },
    { name: "elevation", value: "METRES", is: "height above the sea; 0 where absent", optional: true },
  ],
  input: "CSV with a column timestamp (ISO 8601 with an offset or Z)",
  example: "printf 'timestamp\\n2025-06-21T11:00:00Z\\n' | irradant sun --lat 46.8 --lon 12.3 --elevation 870",
  run: positionsFromInput,
};

async function positionsFromInput(args: string[]): Promise<void> {
  const options = readOptions(args, ["lat", "lon", "elevation"], ["lat", "lon"]);
  const observer: Observer = {
    lat: numberOption("lat", options.lat, -90, 90),
    lon: numberOption("lon", options.lon, -180, 180),
    elevationM: numberOption("elevation", options.elevation ?? "0", -450, 9000),
  };
  const stamps = await readStamps();
  await writeLines(positions(stamps, observer));
}

async function readStamps(): Promise<{ text: string; utcMs: number }[]> {
  const stamps: { text: string; utcMs: number }[] = [];
  let column = -1;
  const rows = new CsvRows(FILE, (cells, line) => {
    if (cells.length === 1 && cells[0].trim() === "") return;
    if (column < 0) {
      column = cells.map((cell) => cell.replace(/^\uFEFF/, "").trim()).indexOf("timestamp");
      if (column < 0) throw new FormatError({ file: FILE, line, found: `columns ${cells.join(", ")}`, expected: "a column timestamp" });
      return;
    }
    const text = (cells[column] ?? "").trim();
    const utcMs = readInstant(text);
    if (typeof utcMs !== "number") {
      const expected = utcMs === "no-offset" ? "an offset like +01:00 or Z at the end" : "an ISO 8601 instant like 2025-03-14T12:00:00Z";
      throw new FormatError({ file: FILE, line, key: "timestamp", found: shown(text), expected });
    }
    stamps.push({ text, utcMs });
  });
  for await (const chunk of process.stdin.setEncoding("utf8")) rows.push(chunk);
  rows.end();
  if (column < 0) throw new FormatError({ file: FILE, line: 1, found: "an empty file", expected: "a header row with a column timestamp" });
  return stamps;
}

function* positions(stamps: readonly { text: string; utcMs: number }[], observer: Observer): Generator<string> {
  yield "timestamp,azimuth_deg,zenith_deg,elevation_apparent_deg\n";
  for (const { text, utcMs } of stamps) {
    const sun = sunPosition(utcMs, observer);
    yield `${text},${sun.azimuthDeg.toFixed(5)},${sun.zenithDeg.toFixed(5)},${sun.elevationApparentDeg.toFixed(5)}\n`;
  }
}
