import { MINUTE_MS } from "../constants";
import { shown } from "../errors/errors";
import { FormatError, type FormatFault, MOST_FAULTS } from "../errors/formatError";
import { isKnownColumn, type SeriesKind } from "../formats/seriesColumns";
import { SERIES_MOST } from "../formats/seriesLimits";
import type { Grid, Series } from "../series/grid";
import { tellStep } from "../series/steadyStep";
import type { SiteFile } from "../site/siteSchema";
import { type GroupRows, type Making, type MappedColumn, makeChannel } from "./makeChannel";
import type { Mapping, Repair } from "./mapping";
import { type ArrangedGroup, arrange } from "./table/arrange";
import { oncePerTime } from "./table/oncePerTime";
import { placeOfLine, type RawColumn, type RawTable } from "./table/rawTable";
import { ZoneClock } from "./time/zoneClock";

/** A table as a series of ours, with all that was put right on the way. */
export interface Applied {
  series: Series;
  /** Which intervals had a row. */
  there: Uint8Array;
  repairs: Repair[];
  rows: number;
}

/**
 * Makes a series of ours of a table.
 * @param kind what is wanted of it; columns of the other kind are left
 * @throws FormatError naming line and column where values can't be read, rows contradict each other, or nothing is left
 */
export function applyMapping(table: RawTable, mapping: Mapping, site: SiteFile, kind: SeriesKind): Applied {
  const wanted = wantedColumns(table, mapping, kind);
  refuseUnreadable(table, wanted);
  const repairs: Repair[] = table.notes.map(({ kind: what, text, count, firstLine }) => ({
    kind: what,
    text: `${text}, passed over`,
    count,
    line: firstLine,
  }));
  const groups: GroupRows[] = [];
  table.groups.forEach((group, at) => {
    const columns = wanted.get(at);
    if (!columns) return;
    const place = arrange(group, mapping.dates);
    noteOrder(place, repairs);
    const instants = instantsOf(table, mapping, place, repairs);
    const rows = oncePerTime(
      instants,
      place,
      group.lines,
      columns.map(({ raw }) => raw),
      table,
      repairs,
    );
    const step = tellStep(rows.times);
    if (step) groups.push({ ...rows, step, columns });
    else
      throw new FormatError({
        file: table.file,
        line: table.firstLine,
        found: `${rows.times.length} rows of ${shown(group.key || "the table")}`,
        expected: "at least two, to tell the interval",
      });
  });
  const stepMs = Math.max(...groups.map(({ step }) => step.stepMs));
  refuseInterval(stepMs, table);
  const shift = mapping.stamps === "end" ? stepMs : 0;
  if (shift) repairs.push({ kind: "stamps", text: "stamps are the ends of their intervals, moved to the beginnings", count: table.rows });
  return placed(groups, stepMs, shift, { site, repairs, leave: new Set(mapping.leave) }, table);
}

/** The columns that are wanted of each group. */
function wantedColumns(table: RawTable, mapping: Mapping, kind: SeriesKind): Map<number, MappedColumn[]> {
  const wanted = new Map<number, MappedColumn[]>();
  let k = 0;
  table.groups.forEach((group, at) => {
    for (const raw of group.columns) {
      const own = mapping.columns[k++];
      if (own?.to && own.unit && isKnownColumn(own.to, kind)) wanted.set(at, [...(wanted.get(at) ?? []), { raw, mapping: own }]);
    }
  });
  if (wanted.size > 0) return wanted;
  const names = table.groups.flatMap(({ columns }) => columns.map(({ name }) => name));
  throw new FormatError({
    file: table.file,
    line: table.firstLine,
    found: `columns ${names.slice(0, 12).map(shown).join(", ")}${names.length > 12 ? ` and ${names.length - 12} more` : ""}`,
    expected:
      kind === "production"
        ? "one that gives the power or energy of an inverter, a string or a meter of the site"
        : "one that gives light or the temperature of the air",
  });
}

/** What is wanted has to be numbers throughout. */
function refuseUnreadable(table: RawTable, wanted: ReadonlyMap<number, { raw: RawColumn }[]>): void {
  const faults: FormatFault[] = [];
  const mark = table.decimal === "," ? "a decimal comma" : "a decimal point";
  for (const columns of wanted.values())
    for (const { raw } of columns) {
      if (!raw.bad) continue;
      const more = raw.badCount > 1 ? ` (and ${raw.badCount - 1} more in this column)` : "";
      faults.push({
        ...placeOfLine(table, raw.bad.line),
        key: raw.name,
        found: `${shown(raw.bad.text)}${more}`,
        expected: `a number with ${mark}, or an empty cell`,
      });
    }
  if (faults.length > 0) throw new FormatError(faults.slice(0, MOST_FAULTS), Math.max(0, faults.length - MOST_FAULTS));
}

function noteOrder({ done, times }: ArrangedGroup, repairs: Repair[]): void {
  if (done === "newest-first") repairs.push({ kind: "order", text: "rows stood newest first, turned round", count: times.length });
  if (done === "out-of-order") repairs.push({ kind: "order", text: "rows stood out of order, sorted by their times", count: times.length });
}

function instantsOf(table: RawTable, mapping: Mapping, { times }: ArrangedGroup, repairs: Repair[]): Float64Array {
  if (table.absolute) return times;
  const { utcMs, skipped, doubled, single } = new ZoneClock(mapping.zone).instants(times);
  if (doubled > 0)
    repairs.push({ kind: "clock-change", text: "the hour that comes twice at the end of summer time, told apart", count: doubled });
  if (skipped > 0)
    repairs.push({
      kind: "clock-change",
      text: "rows in the hour that summer time leaves out, passed over",
      count: skipped,
    });
  if (single > 0 && doubled === 0)
    repairs.push({ kind: "clock-change", text: "the hour that comes twice stands once; taken for the first", count: single });
  return utcMs;
}

function refuseInterval(stepMs: number, table: RawTable): void {
  const minutes = stepMs / MINUTE_MS;
  if (minutes >= 1 && minutes <= 60) return;
  const found = minutes >= 1440 ? `an interval of ${Math.round(minutes / 1440)} days` : `an interval of ${minutes.toFixed(0)} minutes`;
  throw new FormatError({
    file: table.file,
    line: table.firstLine,
    key: table.timeName,
    found,
    expected: "1 to 60 minutes: export the finer data",
  });
}

/** All groups on one axis. */
function placed(groups: readonly GroupRows[], stepMs: number, shiftMs: number, making: Making, table: RawTable): Applied {
  const { repairs } = making;
  const phaseMs = groups[0].step.phaseMs % stepMs;
  const slotOf = (at: number, { step }: GroupRows) =>
    step.fit === "straying" ? Math.round((at - shiftMs - phaseMs) / stepMs) : Math.floor((at - shiftMs - phaseMs) / stepMs);
  let [first, last] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const group of groups) {
    first = Math.min(first, slotOf(group.times[0], group));
    last = Math.max(last, slotOf(group.times[group.times.length - 1], group));
    noteStep(group, stepMs, repairs);
  }
  const grid: Grid = { startMs: first * stepMs + phaseMs, stepMs, count: last - first + 1 };
  const names = groups.reduce((count, { columns }) => count + columns.length, 0);
  if (grid.count * names > SERIES_MOST.cells)
    throw new FormatError({
      file: table.file,
      found: `${grid.count} intervals of ${names} columns, gaps counted`,
      expected: `at most ${SERIES_MOST.cells / 1e6} million values: give it in parts`,
    });
  const there = new Uint8Array(grid.count);
  const channels = new Map<string, Float64Array>();
  let rows = 0;
  for (const group of groups) {
    rows += group.times.length;
    const slots = new Int32Array(group.times.length);
    for (let k = 0; k < slots.length; k++) {
      slots[k] = slotOf(group.times[k], group) - first;
      there[slots[k]] = 1;
    }
    for (const column of group.columns) channels.set(column.mapping.to as string, makeChannel(group, column, slots, grid, making));
  }
  return { series: { grid, channels }, there, repairs, rows };
}

function noteStep({ step, times }: GroupRows, stepMs: number, repairs: Repair[]): void {
  const minutes = stepMs / MINUTE_MS;
  if (step.fit === "straying")
    repairs.push({ kind: "straying-stamps", text: `stamps that stray, put to their intervals of ${minutes} min`, count: times.length });
  if (step.mixedMinutes.length > 0)
    repairs.push({ kind: "interval", text: `intervals of different lengths, brought to ${minutes} min`, count: times.length });
  else if (step.fit === "finer" || step.stepMs < stepMs)
    repairs.push({ kind: "interval", text: `finer rows, put together to ${minutes} min`, count: times.length });
}
