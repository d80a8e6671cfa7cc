import { floats } from "../../series/floats";
import type { DateOrder } from "../time/dateText";
import { LINES_A_FILE, type RawColumn, type RawGroup, type RawTable, type RowNote, sourceOf } from "./rawTable";

/**
 * Puts tables of one source together: files of a day or a month each, with the same heading. Tables of different sources stay apart.
 * @returns tables in the order of their first files
 */
export function joinTables(tables: readonly RawTable[]): RawTable[] {
  const bySource = new Map<string, RawTable[]>();
  for (const table of tables) {
    // Long tables may have other devices in each file.
    const columns = table.layout === "wide" ? sourceOf(table) : table.heading.join(" | ");
    const key = [columns, table.layout, table.absolute, table.layout === "wide" ? table.groups[0]?.columns.length : ""].join(" | ");
    bySource.set(key, [...(bySource.get(key) ?? []), table]);
  }
  return [...bySource.values()].map((same) => (same.length === 1 ? same[0] : joined(same)));
}

function joined(tables: readonly RawTable[]): RawTable {
  const [first] = tables;
  const keys = [...new Set(tables.flatMap(({ groups }) => groups.map(({ key }) => key)))];
  const orders = commonOrders(tables);
  const pieces = tables.map((table, file) => ({ table, addLines: file * LINES_A_FILE }));
  return {
    ...first,
    files: tables.map(({ file }) => file),
    groups: keys.map((key) =>
      joinedGroup(
        pieces.flatMap(({ table, addLines }) => table.groups.filter((group) => group.key === key).map((group) => ({ group, addLines }))),
        orders,
      ),
    ),
    rows: tables.reduce((sum, { rows }) => sum + rows, 0),
    notes: joinedNotes(tables),
  };
}

/** Orders of dates in which every file can be read; where there is none, the files contradict each other and the first one's stand. */
function commonOrders(tables: readonly RawTable[]): DateOrder[] {
  const of = ({ groups }: RawTable) => [...(groups[0]?.times.keys() ?? [])];
  const common = of(tables[0]).filter((order) => tables.every((table) => of(table).includes(order)));
  return common.length > 0 ? common : of(tables[0]);
}

interface Piece {
  group: RawGroup;
  addLines: number;
}

function joinedGroup(pieces: readonly Piece[], orders: readonly DateOrder[]): RawGroup {
  const [{ group: first }] = pieces;
  return {
    key: first.key,
    times: new Map(
      orders.map((order) => [
        order,
        concatenated(pieces.map(({ group }) => group.times.get(order) ?? new Float64Array(group.lines.length).fill(Number.NaN))),
      ]),
    ),
    lines: concatenated(pieces.map(({ group, addLines }) => floats(group.lines.length, (k) => group.lines[k] + addLines))),
    columns: first.columns.map((_, column) =>
      joinedColumn(pieces.map(({ group, addLines }) => ({ raw: group.columns[column], addLines }))),
    ),
  };
}

function joinedColumn(pieces: readonly { raw: RawColumn; addLines: number }[]): RawColumn {
  const bad = pieces.find(({ raw }) => raw.bad !== null);
  return {
    name: pieces[0].raw.name,
    values: concatenated(pieces.map(({ raw }) => raw.values)),
    cellUnit: pieces.find(({ raw }) => raw.cellUnit !== null)?.raw.cellUnit ?? null,
    bad: bad?.raw.bad ? { ...bad.raw.bad, line: bad.raw.bad.line + bad.addLines } : null,
    badCount: pieces.reduce((sum, { raw }) => sum + raw.badCount, 0),
  };
}

function concatenated(parts: readonly Float64Array[]): Float64Array {
  const out = new Float64Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

function joinedNotes(tables: readonly RawTable[]): RowNote[] {
  const notes = new Map<RowNote["kind"], RowNote>();
  for (const table of tables)
    for (const note of table.notes) {
      const known = notes.get(note.kind);
      notes.set(note.kind, known ? { ...known, count: known.count + note.count } : note);
    }
  return [...notes.values()];
}
