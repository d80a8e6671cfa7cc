import { type InferCreationAttributes, Op, type Sequelize, type Transaction } from "sequelize";
import type { Grid, Series } from "@/core/series/grid";
import { assembleSeries } from "./assembleSeries";
import { sumOfDay } from "./daySums";
import { SiteRecord } from "./models/records";
import { ChannelRecord, DaySumRecord, ImportRecord, ReplacedDayRecord, SeriesDayRecord } from "./models/series";
import { mergeDay, type PackedChannel, type PackedDay } from "./packedDays";
import { PATIENCE_MS, write } from "./write";

/** A file that is to be taken in: already checked, packed by channel. */
export interface PackedImport {
  id: string;
  siteId: string;
  kind: "production" | "weather";
  fileName: string;
  rows: number;
  grid: Grid;
  channels: { name: string; days: PackedDay[] }[];
  actorId: string;
  /** JSON of how the file was read; absent where it was one of ours. */
  reading?: string;
}

/** So many rows go into one statement. */
const BATCH = 200;

/**
 * Takes a packed file in, all of it or nothing. Days that it covers replace the older ones, value by
 * value where the intervals are the same; what was replaced is kept for undo.
 * @param beforeCommit the last moment at which throwing leaves everything as it was
 */
export async function storeImport(sequelize: Sequelize, packed: PackedImport, beforeCommit?: () => void): Promise<void> {
  await storeImports(sequelize, [packed], beforeCommit);
}

/** Takes several in together: what is of production and what of weather in one file. See `storeImport`. */
export async function storeImports(
  sequelize: Sequelize,
  imports: readonly PackedImport[],
  beforeCommit?: (transaction: Transaction) => void | Promise<void>,
): Promise<void> {
  await write(
    sequelize,
    async (transaction) => {
      for (const packed of imports) await storeImportIn(packed, transaction);
      await beforeCommit?.(transaction);
    },
    PATIENCE_MS.import,
  );
}

/** The same within a transaction that keeps more than it. */
export async function storeImportIn(packed: PackedImport, transaction: Transaction): Promise<void> {
  await ImportRecord.create(
    {
      id: packed.id,
      siteId: packed.siteId,
      kind: packed.kind,
      fileName: packed.fileName,
      rows: packed.rows,
      fromMs: packed.grid.startMs,
      toMs: packed.grid.startMs + packed.grid.count * packed.grid.stepMs,
      stepMs: packed.grid.stepMs,
      importedAt: new Date(),
      actorId: packed.actorId,
      reading: packed.reading ?? null,
    },
    { transaction },
  );
  for (const channel of packed.channels) await storeChannel(packed, channel, transaction);
  await SiteRecord.increment("revision", { where: { id: packed.siteId }, transaction });
}

async function storeChannel(
  packed: PackedImport,
  { name, days }: PackedImport["channels"][number],
  transaction: Transaction,
): Promise<void> {
  if (days.length === 0) return;
  const [channel] = await ChannelRecord.findOrCreate({ where: { siteId: packed.siteId, kind: packed.kind, name }, transaction });
  const where = { channelId: channel.id, day: { [Op.between]: [days[0].day, days[days.length - 1].day] as [number, number] } };
  const present = new Map((await SeriesDayRecord.findAll({ where, transaction, raw: true })).map((row) => [row.day, row]));
  const replaced = days.flatMap((day) => {
    const old = present.get(day.day);
    return old ? [{ ...old, replacedBy: packed.id }] : [];
  });
  const rows = days.map((day) => {
    const old = present.get(day.day);
    const { packed: bytes, ...rest } = old ? mergeDay(day, old, name) : day;
    return {
      channelId: channel.id,
      day: day.day,
      stepMs: rest.stepMs,
      phaseMs: rest.phaseMs,
      packed: Buffer.from(bytes),
      importId: packed.id,
    };
  });
  await putReplacedDays(replaced, transaction);
  if (replaced.length > 0)
    await SeriesDayRecord.destroy({ where: { channelId: channel.id, day: replaced.map(({ day }) => day) }, transaction });
  await putDays(rows, () => name, transaction);
}

/** Stores days with what each adds up to. */
export async function putDays(
  rows: readonly InferCreationAttributes<SeriesDayRecord>[],
  nameOf: (channelId: number) => string,
  transaction: Transaction,
): Promise<void> {
  for (let k = 0; k < rows.length; k += BATCH) {
    const some = rows.slice(k, k + BATCH);
    await insertDays("series_days", some, transaction);
    const sums = some.map((row) => ({ channelId: row.channelId, ...sumOfDay(row, nameOf(row.channelId)) }));
    await DaySumRecord.bulkCreate(sums, { transaction });
  }
}

/** Stores days that an import has replaced. */
export async function putReplacedDays(
  rows: readonly InferCreationAttributes<ReplacedDayRecord>[],
  transaction: Transaction,
): Promise<void> {
  for (let k = 0; k < rows.length; k += BATCH) await insertDays("replaced_days", rows.slice(k, k + BATCH), transaction);
}

const DAY_COLUMNS = ["channelId", "day", "stepMs", "phaseMs", "packed", "importId"] as const;
type DayValues = { [Column in (typeof DAY_COLUMNS)[number]]: string | number | Uint8Array } & { replacedBy?: string };

/** Gives the driver the values as they are: written into the statement, as a model writes them, a million rows are 30 MB of digits. */
async function insertDays(table: "series_days" | "replaced_days", rows: readonly DayValues[], transaction: Transaction): Promise<void> {
  if (rows.length === 0) return;
  const columns = table === "series_days" ? DAY_COLUMNS : ([...DAY_COLUMNS, "replacedBy"] as const);
  const places = rows.map((_, k) => `(${columns.map((_column, c) => `$${k * columns.length + c + 1}`).join()})`);
  const bind = rows.flatMap((row) => columns.map((column) => row[column]));
  await SeriesDayRecord.sequelize?.query(`INSERT INTO ${table} (${columns.join()}) VALUES ${places.join()}`, { bind, transaction });
}

/**
 * Takes an import back: its days go, and those that it had replaced return.
 * @returns false where a later import lies over it: that one has to be undone first
 */
export async function undoImport(sequelize: Sequelize, importId: string): Promise<boolean> {
  return write(sequelize, async (transaction) => {
    const record = await ImportRecord.findByPk(importId, { transaction });
    if (!record || record.undoneAt) return false;
    if (await ReplacedDayRecord.count({ where: { importId }, transaction })) return false;
    await SeriesDayRecord.destroy({ where: { importId }, transaction });
    const old = await ReplacedDayRecord.findAll({ where: { replacedBy: importId }, transaction, raw: true });
    const rows = old.map(({ replacedBy: _, ...row }) => row);
    const names = new Map(
      (await ChannelRecord.findAll({ where: { siteId: record.siteId }, transaction, raw: true })).map(({ id, name }) => [id, name]),
    );
    await putDays(rows, (channelId) => names.get(channelId) ?? "", transaction);
    await ReplacedDayRecord.destroy({ where: { replacedBy: importId }, transaction });
    await record.update({ undoneAt: new Date() }, { transaction });
    await SiteRecord.increment("revision", { where: { id: record.siteId }, transaction });
    return true;
  });
}

/**
 * A site's channels of one kind as they are stored, one query a channel so that nothing else waits long.
 * @param between first and last day by universal time; absent, all of them
 */
export async function readPacked(
  siteId: string,
  kind: "production" | "weather",
  between?: readonly [first: number, last: number],
  transaction?: Transaction,
): Promise<PackedChannel[]> {
  const channels = await ChannelRecord.findAll({ where: { siteId, kind }, order: [["id", "ASC"]], raw: true, transaction });
  const packed: PackedChannel[] = [];
  for (const { id, name } of channels) {
    const days = await SeriesDayRecord.findAll({
      attributes: ["day", "stepMs", "phaseMs", "packed"],
      where: { channelId: id, ...(between ? { day: { [Op.between]: [...between] } } : {}) },
      order: [["day", "ASC"]],
      raw: true,
      transaction,
    });
    if (days.length > 0) packed.push({ name, days });
  }
  return packed;
}

/** All values of a site of one kind; see `assembleSeries`. @returns null where there are none */
export async function loadSeries(siteId: string, kind: "production" | "weather", transaction?: Transaction): Promise<Series | null> {
  return assembleSeries(await readPacked(siteId, kind, undefined, transaction));
}
