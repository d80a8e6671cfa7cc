import { QueryTypes, type Transaction } from "sequelize";
import { DAY_MS } from "@/core/constants";
import { seriesHead, writeSeriesCsv, writeSeriesRows } from "@/core/formats/seriesCsv";
import type { Grid } from "@/core/series/grid";
import { ChannelRecord } from "./models/series";
import { placeDay, trimmedRange } from "./packedDays";
import { loadSeries, readPacked } from "./seriesStore";

/** So many days are in memory at once: of 29 channels at 5 minutes some 4 MB. */
const DAYS_AT_ONCE = 60;

interface Axis {
  stepMs: number;
  phaseMs: number;
  first: number;
  last: number;
}

/**
 * A site's values of one kind as the lines of a CSV, read some weeks at a time so that years neither fill the memory nor hold others up. Where days lie on several
 * axes they are brought to one, which needs all of them.
 */
export async function* seriesLines(siteId: string, kind: "production" | "weather", transaction?: Transaction): AsyncGenerator<string> {
  const axes = await axesOf(siteId, kind, transaction);
  if (axes.length > 1) {
    const series = await loadSeries(siteId, kind, transaction);
    if (series) yield* writeSeriesCsv(series);
  }
  if (axes.length !== 1) return;
  const [{ stepMs, phaseMs, first, last }] = axes;
  const names = await namesOf(siteId, kind, transaction);
  yield seriesHead(names);
  /** End of what was written; empty rows are written once values follow them. */
  let writtenMs: number | null = null;
  for (let day = first; day <= last; day += DAYS_AT_ONCE) {
    const end = Math.min(last, day + DAYS_AT_ONCE - 1);
    const grid: Grid = { startMs: day * DAY_MS + phaseMs, stepMs, count: Math.floor(((end - day + 1) * DAY_MS) / stepMs) };
    const channels = new Map(names.map((name) => [name, new Float64Array(grid.count).fill(Number.NaN)]));
    for (const { name, days } of await readPacked(siteId, kind, [day, end], transaction)) {
      for (const one of days) placeDay(channels.get(name) as Float64Array, grid, one, name);
    }
    const { from, to } = trimmedRange(channels.values(), grid);
    if (from === to) continue;
    const startMs = grid.startMs + from * stepMs;
    if (writtenMs !== null) yield* emptyRows(writtenMs, startMs, stepMs, names);
    writtenMs = grid.startMs + to * stepMs;
    const cut = [...channels].map(([name, values]) => [name, values.subarray(from, to)] as const);
    yield* writeSeriesRows({ grid: { startMs, stepMs, count: to - from }, channels: new Map(cut) });
  }
}

function* emptyRows(fromMs: number, toMs: number, stepMs: number, names: readonly string[]): Generator<string> {
  const count = Math.round((toMs - fromMs) / stepMs);
  const nothing = new Float64Array(count).fill(Number.NaN);
  yield* writeSeriesRows({ grid: { startMs: fromMs, stepMs, count }, channels: new Map(names.map((name) => [name, nothing])) });
}

/** Whether anything of a kind is stored. */
export async function hasSeries(siteId: string, kind: "production" | "weather"): Promise<boolean> {
  return (await axesOf(siteId, kind)).length > 0;
}

/** The axes on which days lie, with the days that they reach over. */
function axesOf(siteId: string, kind: string, transaction?: Transaction): Promise<Axis[]> {
  return select<Axis>(
    `SELECT d.stepMs, d.phaseMs, min(d.day) AS first, max(d.day) AS last FROM series_days d JOIN channels c ON c.id = d.channelId
      WHERE c.siteId = :siteId AND c.kind = :kind GROUP BY d.stepMs, d.phaseMs`,
    { siteId, kind },
    transaction,
  );
}

/** Channels that have any day, in the order in which they came. */
async function namesOf(siteId: string, kind: string, transaction?: Transaction): Promise<string[]> {
  const rows = await select<{ name: string }>(
    `SELECT name FROM channels WHERE siteId = :siteId AND kind = :kind AND EXISTS (SELECT 1 FROM series_days WHERE channelId = channels.id) ORDER BY id`,
    { siteId, kind },
    transaction,
  );
  return rows.map(({ name }) => name);
}

function select<Row extends object>(sql: string, replacements: Record<string, string>, transaction?: Transaction): Promise<Row[]> {
  const { sequelize } = ChannelRecord;
  if (!sequelize) throw new Error("no database is open");
  return sequelize.query<Row>(sql, { replacements, type: QueryTypes.SELECT, transaction });
}
