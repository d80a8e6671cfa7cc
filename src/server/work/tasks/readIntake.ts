import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { DAY_MS } from "@/core/constants";
import type { ReadColumn } from "@/core/intake/columns/columns";
import type { Mapping } from "@/core/intake/mapping";
import { type Proposal, propose } from "@/core/intake/propose";
import { readExport } from "@/core/intake/readExport";
import { joinTables } from "@/core/intake/table/joinTables";
import { type RawTable, sourceOf } from "@/core/intake/table/rawTable";
import { CONTRADICTED_MINUTES, offOf } from "@/core/intake/time/tellZone";
import type { Report } from "../asTask";
import type { IntakeColumn, IntakeTable } from "../intakeTypes";
import type { TaskReply, TaskRequest } from "../taskTypes";
import { keepTable } from "./keptTable";

const PIECE_BYTES = 1 << 18;
/** Of the work, reading is so much; the rest is the proposal. */
const READING = 0.85;

/** Reads files into tables, and proposes what each column is. @throws FormatError naming file and line */
export async function runReadIntake(
  { folder, files, site, remembered, nowMs }: TaskRequest<"readIntake">,
  report: Report,
): Promise<TaskReply<"readIntake">> {
  const sizes = await Promise.all(files.map(async ({ path }) => (await stat(path)).size));
  const total = Math.max(
    1,
    sizes.reduce((sum, size) => sum + size, 0),
  );
  const tables: RawTable[] = [];
  let before = 0;
  for (const [k, { path, name }] of files.entries()) {
    const onRead = (count: number) => report((READING * (before + count)) / total);
    tables.push(await readExport(createReadStream(path, { highWaterMark: PIECE_BYTES }), name, nowMs, onRead));
    before += sizes[k];
  }
  const found: IntakeTable[] = [];
  for (const [k, table] of joinTables(tables).entries()) {
    await keepTable(folder, k, table);
    found.push(tableView(table, propose(table, site), remembered[sourceOf(table)]));
  }
  return found;
}

function tableView(table: RawTable, proposal: Proposal, remembered: Mapping | undefined): IntakeTable {
  const { columns, clock, doubts } = proposal;
  // What was confirmed for this source before holds for the same columns alone.
  const same = remembered !== undefined && remembered.columns.map(({ column }) => column).join() === columns.map(({ name }) => name).join();
  const kept = same ? rememberedMapping(remembered, table, proposal) : proposal.mapping;
  const moved =
    same && kept.zone !== remembered.zone ? [`This source was read by ${remembered.zone} before; the sun says ${kept.zone} now.`] : [];
  return {
    source: sourceOf(table),
    files: table.files,
    rows: table.rows,
    encoding: table.encoding,
    delimiter: table.delimiter,
    decimal: table.decimal,
    layout: table.layout,
    absolute: table.absolute,
    firstLine: table.firstLine,
    days: daysOf(table),
    columns: columns.map(columnView),
    mapping: kept,
    remembered: same,
    clock: { reasons: clock.reasons, offMinutes: Number.isNaN(clock.offMinutes) ? null : Math.round(clock.offMinutes), days: clock.days },
    doubts: [...moved, ...doubts],
  };
}

/** What was confirmed before, but for a clock that the sun contradicts by now: a portal may have been set to another zone. */
function rememberedMapping(remembered: Mapping, table: RawTable, { mapping, lags, step }: Proposal): Mapping {
  const { off } = offOf(remembered.zone, remembered.stamps, step?.stepMs ?? 0, lags);
  const clock = !table.absolute && Math.abs(off) > CONTRADICTED_MINUTES ? { zone: mapping.zone, stamps: mapping.stamps } : {};
  return { ...remembered, ...clock, dates: mapping.dates };
}

/** UTC days that a table covers, whatever its zone. */
function daysOf({ groups }: RawTable): [number, number] {
  let [first, last] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { times } of groups)
    for (const own of times.values())
      for (const at of own) {
        if (at < first) first = at;
        if (at > last) last = at;
      }
  return [Math.floor(first / DAY_MS) - 1, Math.floor(last / DAY_MS) + 1];
}

const SAMPLE = 3;

/** Some values that say most: from the middle of what isn't nothing. */
function columnView({ name, raw, why, sure, unit, sense }: ReadColumn): IntakeColumn {
  const told: number[] = [];
  for (let i = 0; i < raw.values.length && told.length < 400; i += Math.max(1, Math.floor(raw.values.length / 2000)))
    if (raw.values[i] > 0) told.push(raw.values[i]);
  const middle = Math.max(0, Math.floor(told.length / 2) - 1);
  return { name, why, sure, dimension: unit?.dimension ?? sense.unit?.dimension ?? null, sample: told.slice(middle, middle + SAMPLE) };
}
