import type { Comparison } from "../comparison/compare";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../constants";
import { dayName } from "../series/localDay";
import type { UnitState } from "../signatures/signature";
import type { CauseDays } from "./causeDays";
import { codeOf, DAY_WEATHER, type DayBookShape, type DayWeather, NOT_KNOWN, powerBytes, rowBytes } from "./shape";

/** Slots are no shorter: nobody reads more off a picture, and years stay small. */
const LEAST_SLOT_MINUTES = 15;
/** Of more inverters than that the site's sum is written. */
const MOST_UNITS = 8;

interface Told {
  comparison: Comparison;
  states: readonly UnitState[];
  causeDays: readonly CauseDays[];
}

/** What a comparison's day book will hold. */
export function dayBookShapeOf({ comparison, states, causeDays }: Told): DayBookShape {
  const { days, grid, production, site } = comparison;
  const minutesPerColumn = Math.max(LEAST_SLOT_MINUTES, grid.stepMs / MINUTE_MS);
  const top = (series: readonly Float64Array[]) => {
    let most = 1;
    for (let i = 0; i < grid.count; i++) {
      let sum = 0;
      for (const one of series) sum += one[i];
      if (sum > most) most = sum;
    }
    return Math.round(most);
  };
  const { channels } = production;
  const strings = site.strings.flatMap(({ id }) => {
    if (!channels.has(`${id}.dc_a`)) return [];
    return [{ scope: id, unit: channels.has(`${id}.dc_v`) ? ("kWh" as const) : ("Ah" as const) }];
  });
  const modules = [...channels.keys()].flatMap((name) =>
    name.endsWith(".wh") ? [{ scope: name.slice(0, -".wh".length), unit: "kWh" as const }] : [],
  );
  return {
    firstDay: dayName(days.days[0]),
    rows: days.days[days.days.length - 1] - days.days[0] + 1,
    columns: Math.ceil(DAY_MS / (minutesPerColumn * MINUTE_MS)),
    minutesPerColumn,
    units:
      states.length <= MOST_UNITS
        ? states.map(({ unit }) => ({ scope: unit.scope, peakW: top([unit.expectedW]) }))
        : [{ scope: "site", peakW: top(states.map(({ unit }) => unit.expectedW)) }],
    parts: [...strings, ...modules],
    causes: causeDays.map(({ cause, scope }) => ({ cause, scope })),
  };
}

/** One shape for books of as-builts that follow each other: everything that any of them holds. */
export function commonShape(shapes: readonly DayBookShape[]): Omit<DayBookShape, "firstDay" | "rows"> {
  const minutesPerColumn = Math.max(...shapes.map((shape) => shape.minutesPerColumn));
  const peaks = new Map<string, number>();
  for (const { scope, peakW } of shapes.flatMap(({ units }) => units)) peaks.set(scope, Math.max(peaks.get(scope) ?? 0, peakW));
  const bySite = peaks.has("site") || peaks.size > MOST_UNITS;
  const top = Math.max(...shapes.map(({ units }) => units.reduce((sum, { peakW }) => sum + peakW, 0)));
  return {
    columns: Math.ceil(DAY_MS / (minutesPerColumn * MINUTE_MS)),
    minutesPerColumn,
    units: bySite ? [{ scope: "site", peakW: top }] : [...peaks].map(([scope, peakW]) => ({ scope, peakW })),
    parts: uniqBy(
      shapes.flatMap(({ parts }) => parts),
      ({ scope, unit }) => `${scope} ${unit}`,
    ),
    causes: uniqBy(
      shapes.flatMap(({ causes }) => causes),
      ({ cause, scope }) => `${cause} ${scope}`,
    ),
  };
}

function uniqBy<T>(all: readonly T[], keyOf: (one: T) => string): T[] {
  return [...new Map(all.map((one) => [keyOf(one), one])).values()];
}

/**
 * Writes a comparison's days as a day book.
 * @param shape what it is to hold; that of an older book where this one is to be joined to it (its own days and rows count)
 */
export function writeDayBook(
  told: Told,
  shape: Pick<DayBookShape, "columns" | "minutesPerColumn" | "units" | "parts" | "causes">,
): Uint8Array {
  const { days } = told.comparison;
  const [firstDay, lastDay] = [days.days[0], days.days[days.days.length - 1]];
  const bytes = rowBytes(shape);
  const floatsAt = powerBytes(shape);
  const book = blankBook(shape, lastDay - firstDay + 1);
  const view = new DataView(book.buffer);
  days.days.forEach((day, row) => {
    const from = (day - firstDay) * bytes;
    writePowers(told, shape, row, (column, unit, expected, measured) => {
      const at = from + 4 * (column * shape.units.length + unit);
      view.setUint16(at, codeOf(expected, shape.units[unit].peakW), true);
      view.setUint16(at + 2, codeOf(measured, shape.units[unit].peakW), true);
    });
    DAY_WEATHER.forEach((what, k) => {
      view.setFloat32(from + floatsAt + 4 * k, weatherOf(told.comparison, row, what), true);
    });
    shape.causes.forEach(({ cause, scope }, k) => {
      const daily = told.causeDays.find((one) => one.cause === cause && one.scope === scope);
      view.setFloat32(from + floatsAt + 4 * (DAY_WEATHER.length + shape.parts.length + k), daily?.lossKwh[row] ?? 0, true);
    });
    shape.parts.forEach(({ scope, unit }, k) => {
      view.setFloat32(from + floatsAt + 4 * (DAY_WEATHER.length + k), partOf(told.comparison, row, scope, unit), true);
    });
  });
  return book;
}

/** Rows in which nothing was expected, and nothing is known. */
function blankBook(shape: Parameters<typeof rowBytes>[0], rows: number): Uint8Array {
  const [bytes, floatsAt] = [rowBytes(shape), powerBytes(shape)];
  const book = new Uint8Array(bytes * rows);
  const view = new DataView(book.buffer);
  for (let row = 0; row < rows; row++) {
    for (let at = 0; at < floatsAt; at += 4) view.setUint16(row * bytes + at + 2, NOT_KNOWN, true);
    for (let at = floatsAt; at < bytes; at += 4) view.setFloat32(row * bytes + at, Number.NaN, true);
  }
  return book;
}

/** Means of a day's slots, unit by unit. Of a unit that isn't there nothing was expected, and nothing came. */
function writePowers(
  { comparison, states }: Told,
  { columns, minutesPerColumn, units }: Pick<DayBookShape, "columns" | "minutesPerColumn" | "units">,
  row: number,
  write: (column: number, unit: number, expectedW: number, measuredW: number) => void,
): void {
  const { days } = comparison;
  const members = units.map(({ scope }) => (scope === "site" ? [...states] : states.filter(({ unit }) => unit.scope === scope)));
  members.forEach((of, u) => {
    const [expected, measured, count] = [new Float64Array(columns), new Float64Array(columns), new Uint16Array(columns)];
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      const column = Math.floor(days.minuteOfDay[i] / minutesPerColumn);
      count[column]++;
      for (const { unit, unusable } of of) {
        expected[column] += unit.expectedW[i];
        measured[column] += unusable[i] === 0 ? unit.measuredW[i] : Number.NaN;
      }
    }
    for (let column = 0; column < columns; column++) {
      if (count[column] > 0) write(column, u, expected[column] / count[column], measured[column] / count[column]);
    }
  });
}

function weatherOf({ days, expected, weather, grid }: Comparison, row: number, what: DayWeather): number {
  const hours = grid.stepMs / HOUR_MS;
  let [sum, known] = [0, 0];
  for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
    const value = {
      lightKwhM2: () => (expected.sky.ghiWm2[i] / 1000) * hours,
      airC: () => (expected.sun.zenithDeg[i] < 90 ? weather.airTempC[i] : Number.NaN),
      rainMm: () => weather.rainMm?.[i] ?? Number.NaN,
      snowCm: () => weather.snowCm?.[i] ?? Number.NaN,
    }[what]();
    if (Number.isNaN(value)) continue;
    sum += value;
    known++;
  }
  if (known === 0) return Number.NaN;
  return what === "airC" || what === "snowCm" ? sum / known : sum;
}

function partOf({ days, production, grid }: Comparison, row: number, scope: string, unit: "kWh" | "Ah"): number {
  const { channels } = production;
  const hours = grid.stepMs / HOUR_MS;
  const wh = channels.get(`${scope}.wh`);
  const [amps, volts] = [channels.get(`${scope}.dc_a`), channels.get(`${scope}.dc_v`)];
  let [sum, known] = [0, 0];
  for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
    const value = wh
      ? wh[i] / 1000
      : unit === "Ah"
        ? (amps?.[i] ?? Number.NaN) * hours
        : ((amps?.[i] ?? Number.NaN) * (volts?.[i] ?? Number.NaN) * hours) / 1000;
    if (Number.isNaN(value)) continue;
    sum += value;
    known++;
  }
  return known > 0 ? sum : Number.NaN;
}

/** A book with a later one's days in place of its own from a day on. @param fromDay calendar day number of the later book's first row that counts */
export function joinDayBooks(
  before: { shape: DayBookShape; book: Uint8Array },
  later: { firstDay: number; book: Uint8Array },
  fromDay: number,
): { shape: DayBookShape; book: Uint8Array } {
  const bytes = rowBytes(before.shape);
  const rowsBefore = fromDay - Math.round(Date.parse(`${before.shape.firstDay}T00:00:00Z`) / DAY_MS);
  const news = later.book.subarray((fromDay - later.firstDay) * bytes);
  const book = new Uint8Array(rowsBefore * bytes + news.length);
  book.set(before.book.subarray(0, rowsBefore * bytes));
  book.set(news, rowsBefore * bytes);
  return { shape: { ...before.shape, rows: book.length / bytes }, book };
}

/** Books of one shape, one after the other, as one; of days between them nothing is known. @param books in time's order, each with the calendar day number of its first row */
export function chainDayBooks(
  shape: Omit<DayBookShape, "firstDay" | "rows">,
  books: readonly { firstDay: number; book: Uint8Array }[],
): { shape: DayBookShape; book: Uint8Array } {
  const bytes = rowBytes(shape);
  const [{ firstDay }] = books;
  const ends = books.map((one) => one.firstDay - firstDay + one.book.length / bytes);
  const rows = Math.max(...ends);
  const book = blankBook(shape, rows);
  for (const one of books) book.set(one.book, (one.firstDay - firstDay) * bytes);
  return { shape: { firstDay: dayName(firstDay), rows, ...shape }, book };
}
