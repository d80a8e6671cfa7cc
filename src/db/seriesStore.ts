import { Op, type Sequelize, type Transaction } from "sequelize";
import type { Grid, Series } from "@/core/series/grid";
import { channelKind, resampleChannel } from "@/core/series/resample";
import { SiteRecord } from "./models/records";
import { ChannelRecord, ImportRecord, ReplacedDayRecord, SeriesDayRecord } from "./models/series";
import { gridOfDays, mergeDay, type PackedDay, placeDay, trimmedRange } from "./packedDays";

/** A file that is to be taken in: already checked, packed by channel. */
export interface PackedImport {
  id: string;
  siteId: string;
  kind: "production" | "weather";
  fileName: string;
  rows: number;
  grid: Grid;
  channels: { name: string; days: PackedDay[] }[];
}

/** So many rows go into one statement. */
const BATCH = 200;

/**
 * Takes a packed file in, all of it or nothing. Days that it covers replace the older ones, value by
 * value where the intervals are the same; what was replaced is kept for undo.
 */
export async function storeImport(sequelize: Sequelize, packed: PackedImport): Promise<void> {
  await sequelize.transaction(async (transaction) => {
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
      },
      { transaction },
    );
    for (const channel of packed.channels) await storeChannel(packed, channel, transaction);
    await SiteRecord.increment("revision", { where: { id: packed.siteId }, transaction });
  });
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
  for (let k = 0; k < replaced.length; k += BATCH) await ReplacedDayRecord.bulkCreate(replaced.slice(k, k + BATCH), { transaction });
  if (replaced.length > 0)
    await SeriesDayRecord.destroy({ where: { channelId: channel.id, day: replaced.map(({ day }) => day) }, transaction });
  for (let k = 0; k < rows.length; k += BATCH) await SeriesDayRecord.bulkCreate(rows.slice(k, k + BATCH), { transaction });
}

/**
 * Takes an import back: its days go, and those that it had replaced return.
 * @returns false where a later import lies over it: that one has to be undone first
 */
export async function undoImport(sequelize: Sequelize, importId: string): Promise<boolean> {
  return sequelize.transaction(async (transaction) => {
    const record = await ImportRecord.findByPk(importId, { transaction });
    if (!record || record.undoneAt) return false;
    if (await ReplacedDayRecord.count({ where: { importId }, transaction })) return false;
    await SeriesDayRecord.destroy({ where: { importId }, transaction });
    const old = await ReplacedDayRecord.findAll({ where: { replacedBy: importId }, transaction, raw: true });
    const rows = old.map(({ replacedBy: _, ...row }) => row);
    for (let k = 0; k < rows.length; k += BATCH) await SeriesDayRecord.bulkCreate(rows.slice(k, k + BATCH), { transaction });
    await ReplacedDayRecord.destroy({ where: { replacedBy: importId }, transaction });
    await record.update({ undoneAt: new Date() }, { transaction });
    await SiteRecord.increment("revision", { where: { id: record.siteId }, transaction });
    return true;
  });
}

/**
 * All values of a site of one kind, on one axis: the commonest interval that is stored; channels with
 * another one are brought to it.
 * @returns null where there are none
 */
export async function loadSeries(siteId: string, kind: "production" | "weather"): Promise<Series | null> {
  const channels = await ChannelRecord.findAll({ where: { siteId, kind }, order: [["id", "ASC"]], raw: true });
  if (channels.length === 0) return null;
  const rows = await SeriesDayRecord.findAll({
    where: { channelId: channels.map(({ id }) => id) },
    order: ["channelId", "day"],
    raw: true,
  });
  if (rows.length === 0) return null;
  const groups = new Map<string, typeof rows>();
  for (const row of rows) {
    const key = `${row.stepMs}/${row.phaseMs}`;
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  const main = [...groups.values()].sort((a, b) => b.length - a.length)[0];
  const grid = wholeGrid(gridOfDays(main), rows);
  const names = new Map(channels.map(({ id, name }) => [id, name]));
  const out = new Map<string, Float64Array>();
  for (const group of groups.values()) {
    const own = gridOfDays(group);
    const sameAxis = own.stepMs === grid.stepMs && (own.startMs - grid.startMs) % grid.stepMs === 0;
    const target = sameAxis ? grid : own;
    for (const [channelId, channelRows] of groupById(group)) {
      const name = names.get(channelId) as string;
      const values = sameAxis
        ? (out.get(name) ?? new Float64Array(grid.count).fill(Number.NaN))
        : new Float64Array(own.count).fill(Number.NaN);
      for (const row of channelRows) placeDay(values, target, row, name);
      if (sameAxis) out.set(name, values);
      else {
        const moved = resampleChannel(values, own, grid, channelKind(name));
        const before = out.get(name);
        out.set(name, before ? before.map((value, i) => (Number.isNaN(value) ? moved[i] : value)) : moved);
      }
    }
  }
  const { from, to } = trimmedRange(out.values(), grid);
  const trimmed = { startMs: grid.startMs + from * grid.stepMs, stepMs: grid.stepMs, count: to - from };
  return { grid: trimmed, channels: new Map([...out].map(([name, values]) => [name, values.subarray(from, to)])) };
}

function groupById(rows: SeriesDayRecord[]): Map<number, SeriesDayRecord[]> {
  const groups = new Map<number, SeriesDayRecord[]>();
  for (const row of rows) {
    const group = groups.get(row.channelId);
    if (group) group.push(row);
    else groups.set(row.channelId, [row]);
  }
  return groups;
}

/** The main axis, drawn out over every stored day. */
function wholeGrid(main: Grid, rows: readonly SeriesDayRecord[]): Grid {
  return gridOfDays(rows.map(({ day }) => ({ day, stepMs: main.stepMs, phaseMs: main.startMs % main.stepMs })));
}
