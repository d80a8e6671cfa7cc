import { median } from "simple-statistics";
import { DAY_MS, HOUR_MS } from "../constants";
import { isKnownColumn, type SeriesKind } from "../formats/seriesColumns";
import { tellEnergyForm } from "../series/counters";
import { type SteadyStep, tellStep } from "../series/steadyStep";
import type { SiteFile } from "../site/siteSchema";
import { nearestUnit, silentUnits, temperatureUnit } from "./columns/chooseUnit";
import { type ReadColumn, readColumns } from "./columns/columns";
import { settleColumns } from "./columns/settle";
import { type Unit, unitOf } from "./columns/units";
import type { Mapping } from "./mapping";
import { CLEAR_SHARE, clearScale, type DayLag } from "./sun/dayLags";
import { asMeans, ClearSkies, columnLags, referenceRank } from "./sun/reference";
import { type ArrangedGroup, arrange, arranged } from "./table/arrange";
import { saysEnd } from "./table/findTime";
import type { RawTable } from "./table/rawTable";
import { tellDateOrder, usualOrder } from "./time/dateOrder";
import type { DateOrder } from "./time/dateText";
import { CONTRADICTED_MINUTES, type StampsAt, type ToldZone, tellZone } from "./time/tellZone";
import { standardZoneMinutes } from "./time/zoneClock";
import { zoneHint } from "./time/zoneText";

/** What is proposed for a table, with all that it rests on. */
export interface Proposal {
  mapping: Mapping;
  /** Column by column, in the order of the table. */
  columns: ReadColumn[];
  /** Whether the table has production or weather, or both. */
  kinds: SeriesKind[];
  clock: ToldZone;
  step: SteadyStep | null;
  /** Clear days of the column by which the clock was told. */
  lags: DayLag[];
  /** What a person should look at before anything is taken in. */
  doubts: string[];
}

/** What of a table is needed again and again. */
interface Ground {
  table: RawTable;
  site: SiteFile;
  order: DateOrder;
  groups: ArrangedGroup[];
  steps: (SteadyStep | null)[];
  skies: ClearSkies;
}

/** Proposes what each column is, zone, unit and interval. */
export function propose(table: RawTable, site: SiteFile): Proposal {
  const sample = table.heading.join(" ");
  const { order, told } = tellDateOrder(
    table.groups.map(({ times }) => times),
    usualOrder(site.location.timeZone, sample),
  );
  const groups = table.groups.map((group) => arrange(group, order));
  const steps = groups.map(({ times }) => tellStep(times));
  const ground: Ground = { table, site, order, groups, steps, skies: new ClearSkies(site) };
  const columns = readColumns(table, site);
  for (const column of columns) tellForm(column, ground);
  settleColumns(columns, site);
  const reference = referenceOf(columns, ground);
  const lags = reference ? lagsOf(reference, ground) : [];
  const clock = tellClock(ground, lags, reference);
  for (const column of columns) tellUnit(column, ground);
  const turned = columns.filter((column) => isTurned(column));
  const mapping: Mapping = {
    format: "irradant-mapping/1",
    zone: clock.zone,
    stamps: clock.stamps,
    dates: order,
    columns: columns.map((column) => ({
      column: column.name,
      to: column.to,
      unit: column.unit?.name ?? null,
      form: column.form,
      negative: turned.includes(column),
    })),
    leave: [],
  };
  const kinds = (["production", "weather"] as const).filter((kind) => columns.some(({ to }) => to !== null && isKnownColumn(to, kind)));
  const doubts = doubtsOf(columns, clock, ground, reference, lags, told);
  return { mapping, columns, kinds, clock, step: steps[reference?.group ?? 0] ?? null, lags, doubts };
}

/** What is produced is told as negative: hardly any of its values are over nothing. */
function isTurned({ to, raw, form }: ReadColumn): boolean {
  if (to === null || form !== "mean" || !/\.(?:ac_w|dc_w|dc_a)$/.test(to)) return false;
  let [over, under] = [0, 0];
  const { values } = raw;
  for (let i = 0; i < values.length; i++) {
    if (values[i] > 0) over++;
    else if (values[i] < 0) under++;
  }
  return under > 20 && over < under / 20;
}

function valuesOf({ group, raw }: ReadColumn, { groups }: Ground): Float64Array {
  return arranged(raw.values, groups[group]);
}

/** How a column's values add up: powers are means; of energies it is told by how they stand to each other. */
function tellForm(column: ReadColumn, ground: Ground): void {
  const { quantity } = column.sense;
  const sums =
    quantity === "energy" || column.unit?.dimension === "energy" || column.unit?.dimension === "irradiation" || column.to?.endsWith(".kwh");
  if (!sums) {
    if (quantity === "rain") column.form = tellRain(column, ground);
    return;
  }
  const { times } = ground.groups[column.group];
  const form = tellEnergyForm(valuesOf(column, ground), (i) => Math.floor(times[i] / DAY_MS));
  column.form = form;
}

function tellRain(column: ReadColumn, ground: Ground) {
  const { times } = ground.groups[column.group];
  const form = tellEnergyForm(valuesOf(column, ground), (i) => Math.floor(times[i] / DAY_MS));
  // Showers come and go: only what says so is a counter.
  return column.sense.counts === "counter" || column.sense.counts === "day" ? form : "interval";
}

/** The column by which the clock is told. */
function referenceOf(columns: readonly ReadColumn[], ground: Ground): ReadColumn | null {
  const ranked = columns
    .map((column) => ({ column, rank: referenceRank(column) * 1e9 + filled(column) }))
    .filter(({ rank, column }) => rank >= 1e9 && ground.steps[column.group]);
  return ranked.sort((a, b) => b.rank - a.rank)[0]?.column ?? null;
}

function filled({ raw: { values } }: ReadColumn): number {
  let count = 0;
  for (let i = 0; i < values.length; i++) if (values[i] > 0) count++;
  return count;
}

function lagsOf(column: ReadColumn, ground: Ground): DayLag[] {
  const step = ground.steps[column.group];
  if (!step) return [];
  const { times } = ground.groups[column.group];
  const values = valuesOf(column, ground);
  const upright = isTurned(column) ? values.map((value) => -value) : values;
  return columnLags(column, times, asMeans(upright, column.form, step.stepMs, times), step.stepMs, ground.skies, aboutOf(ground, times[0]));
}

/** How far the file's clock is ahead of UTC, about: the site's winter time, or nothing where stamps are instants. */
function aboutOf({ table, site }: Ground, atMs: number): number {
  return table.absolute ? 0 : standardZoneMinutes(site.location.timeZone, atMs);
}

function tellClock(ground: Ground, lags: readonly DayLag[], reference: ReadColumn | null): ToldZone {
  const { table, site } = ground;
  const at = reference?.group ?? 0;
  const saysStamps: StampsAt | null = saysEnd(table.timeName) ? "end" : null;
  const named = table.absolute ? "UTC" : (zoneHint(table.timeName) ?? table.above.map(zoneHint).find((zone) => zone !== null) ?? null);
  const signs = {
    siteZone: table.absolute ? "UTC" : site.location.timeZone,
    named,
    stepMs: ground.steps[at]?.stepMs ?? HOUR_MS,
    wallMs: ground.groups[at].times,
    saysStamps,
  };
  const told = tellZone(signs, lags);
  if (!table.absolute) return told;
  const stamps = saysStamps ?? told.stamps;
  return {
    ...told,
    zone: "UTC",
    stamps,
    reasons: ["each stamp says how far it is ahead of UTC", ...told.reasons.filter((reason) => /^the sun/.test(reason))],
  };
}

/** The unit of a column that doesn't say it: by what a clear sky would give, by what the parts can give, by how large values get. */
function tellUnit(column: ReadColumn, ground: Ground): void {
  const { quantity } = column.sense;
  if (column.unit || !quantity || column.to === null) return;
  const values = column.raw.values.filter((value) => !Number.isNaN(value));
  if (values.length === 0) {
    column.unit = silentUnits(quantity)[0];
    return;
  }
  const sorted = values.sort();
  if (/temperature/.test(quantity))
    column.unit = temperatureUnit(
      at(sorted, 0.01),
      at(sorted, 0.99),
      quantity !== "device-temperature" && quantity !== "module-temperature",
    );
  else if (quantity === "power" || quantity === "energy") column.unit = powerUnit(column, ground, sorted);
  else if (/^(?:ghi|dni|dhi|in-plane|light)$/.test(quantity))
    column.unit = at(sorted, 0.999) < 2.5 ? (unitOf("kW/m²") as Unit) : (unitOf("W/m²") as Unit);
  else if (quantity === "illuminance") column.unit = at(sorted, 0.999) < 400 ? (unitOf("klx") as Unit) : (unitOf("lx") as Unit);
  else column.unit = silentUnits(quantity)[0];
}

const at = (sorted: Float64Array, share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];

/** An array of which half is out still isn't told in another unit: a power may be an energy only where it fits much better. */
function powerUnit(column: ReadColumn, ground: Ground, sorted: Float64Array): Unit {
  const scale = clearScale(lagsOf(column, ground));
  const named = column.sense.quantity === "power" ? ["W", "kW", "MW"] : ["Wh", "kWh", "MWh"];
  const units = named.map((name) => ({ unit: unitOf(name) as Unit, perBase: 1 }));
  if (!Number.isNaN(scale)) return nearestUnit(units, scale, 0.9);
  // No clear day: the most that came lies near what the site can give.
  const rating = column.to?.startsWith("meter.")
    ? sum(ground.site.inverters.map(({ acRatedW }) => acRatedW))
    : (ground.site.inverters.find(({ id }) => column.to?.startsWith(`${id}.`))?.acRatedW ??
      sum(ground.site.inverters.map(({ acRatedW }) => acRatedW)));
  const perHour = column.form === "interval" ? HOUR_MS / (ground.steps[column.group]?.stepMs ?? HOUR_MS) : 1;
  if (column.form === "counter" || column.form === "day-counter") return unitOf("kWh") as Unit;
  return nearestUnit(units, Math.max(1e-9, at(sorted, 0.995)) * perHour, 0.5 * rating);
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

function doubtsOf(
  columns: readonly ReadColumn[],
  clock: ToldZone,
  ground: Ground,
  reference: ReadColumn | null,
  lags: readonly DayLag[],
  ordered: boolean,
): string[] {
  const out: string[] = [];
  if (!ordered)
    out.push(
      `Whether dates are day first or month first can't be told from this table; they were read ${ground.order === "mdy" ? "month first" : "day first"}.`,
    );
  if (Math.abs(clock.offMinutes) > CONTRADICTED_MINUTES)
    out.push(
      `The sun contradicts this clock: on ${clock.days} clear days it lies ${Math.round(Math.abs(clock.offMinutes))} minutes ${clock.offMinutes > 0 ? "before" : "after"} the stamps.`,
    );
  const scale = reference?.unit ? clearScale(lags) * reference.unit.factor : Number.NaN;
  if (reference && !Number.isNaN(scale) && (scale > CLEAR_SHARE.most || scale < CLEAR_SHARE.least))
    out.push(
      `In ${reference.unit?.name} the best days of "${reference.name}" are ${scale.toPrecision(2)} times the clear sky: is the unit right?`,
    );
  for (const column of columns)
    if (column.to !== null && !column.sure) out.push(`"${column.name}" was taken for ${column.to}: ${column.why}.`);
  const light = columns.find(({ to, sense }) => to === "ghi" && sense.quantity === "light");
  if (light && !ground.table.absolute && lags.length > 0 && median(lags.map(({ agreement }) => agreement)) < 0.98)
    out.push(`"${light.name}" may be measured in the array's plane.`);
  return out;
}
