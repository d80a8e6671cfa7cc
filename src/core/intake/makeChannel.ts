import { HOUR_MS, MINUTE_MS } from "../constants";
import { shown } from "../errors/errors";
import { FormatError } from "../errors/formatError";
import { gather } from "../series/gather";
import type { Grid } from "../series/grid";
import { type Removed, removeImpossible, removeMarkers } from "../series/impossible";
import { standingStill } from "../series/quality";
import type { SteadyStep } from "../series/steadyStep";
import type { SiteFile } from "../site/siteSchema";
import { type Unit, unitOf } from "./columns/units";
import { convert, gatherBy } from "./convert";
import type { ColumnMapping, Repair, Reversible } from "./mapping";
import { possibleOf } from "./possible";
import type { TimedRows } from "./table/oncePerTime";
import { LINES_A_FILE, type RawColumn } from "./table/rawTable";

/** A group's rows in order of time, with the columns that are wanted of it. */
export interface GroupRows extends TimedRows {
  step: SteadyStep;
  columns: MappedColumn[];
}

export interface MappedColumn {
  raw: RawColumn;
  mapping: ColumnMapping;
}

/** What making a series needs besides the rows: the site, where repairs are told, and which aren't wanted. */
export interface Making {
  site: SiteFile;
  repairs: Repair[];
  leave: ReadonlySet<Reversible>;
}

/** Makes a channel of ours of a column: numbers that stand for none away, unit, sums and counters, what can't have been away, on the axis. */
export function makeChannel(group: GroupRows, { raw, mapping }: MappedColumn, slots: Int32Array, grid: Grid, making: Making): Float64Array {
  const channel = mapping.to as string;
  const unit = unitOf(mapping.unit as string);
  if (!unit) throw new FormatError({ file: channel, found: shown(mapping.unit), expected: "a unit that is known" });
  const say = sayOf(making.repairs, raw.name, (row) => group.lines[row] % LINES_A_FILE);
  const own = group.values(raw);
  takeAway(own, "no-value", "numbers that stand for no value", making, say, removeMarkers);
  if (mapping.negative) {
    for (let i = 0; i < own.length; i++) own[i] = -own[i];
    say("sign", "what is given is told as negative, turned", own.length);
  }
  const stepMs = group.step.fit === "finer" ? finestGap(group.times) : group.step.stepMs;
  const values = converted(own, group.times, channel, unit, mapping, stepMs, making, say);
  const possible = possibleOf(channel, making.site, stepMs / HOUR_MS);
  takeAway(values, "impossible", "values that can't have been", making, say, (of) => removeImpossible(of, possible));
  sayStanding(values, channel, stepMs, say);
  return gather(values, slots, grid, gatherBy(channel));
}

/** Tells a repair of one column; `row` is the first that it touched. */
type Say = (kind: string, text: string, count: number, row?: number) => void;

function sayOf(repairs: Repair[], column: string, lineAt: (row: number) => number): Say {
  return (kind, text, count, row) => {
    if (count > 0) repairs.push({ kind, text, count, ...(row === undefined ? {} : { line: lineAt(row) }), column });
  };
}

/** Takes values away, unless a person wants them left; either way it is said. */
function takeAway(
  values: Float64Array,
  kind: Reversible,
  what: string,
  { leave }: Making,
  say: Say,
  remove: (values: Float64Array) => Removed,
): void {
  const left = leave.has(kind);
  const { count, first } = remove(left ? values.slice() : values);
  say(kind, `${what}, ${left ? "left as they are" : "left out"}`, count, first < 0 ? undefined : first);
}

function converted(
  own: Float64Array,
  times: Float64Array,
  channel: string,
  unit: Unit,
  { form }: ColumnMapping,
  stepMs: number,
  { site }: Making,
  say: Say,
): Float64Array {
  const mostPerStep = mostEnergyWh(channel, site, stepMs / HOUR_MS);
  const { values, resets } = convert(own, times, { channel, unit, form, stepMs, mostPerStep });
  if (form === "counter") say("counter", "a counter, made what it counted in each interval", own.length);
  if (form === "day-counter") say("counter", "a counter of the day, made what it counted in each interval", own.length);
  say("counter-reset", "a counter that fell or sprang, bridged", resets.length, resets[0]);
  return values;
}

/** From this part of its highest value on an output may rightly stand still. */
const AT_RATING = 0.97;

/** Power that stands exactly still for hours is a logger that repeats itself; at its highest it may be an inverter's rating. */
function sayStanding(values: Float64Array, channel: string, stepMs: number, say: Say): void {
  if (!/\.(?:ac_w|dc_w|dc_a)$|^ghi$|^poa\./.test(channel)) return;
  let most = 0;
  for (const value of values) if (value > most) most = value;
  const { count, first } = standingStill(values, AT_RATING * most, stepMs);
  say("stuck", "values that stand still for hours, left as they are: the diagnosis counts them as missing", count, first);
}

function finestGap(times: Float64Array): number {
  const gaps = new Map<number, number>();
  for (let i = 1; i < times.length; i++) gaps.set(times[i] - times[i - 1], (gaps.get(times[i] - times[i - 1]) ?? 0) + 1);
  return [...gaps].sort((a, b) => b[1] - a[1])[0]?.[0] ?? MINUTE_MS;
}

/** More than can come in one interval, Wh; counters of what isn't energy have none. */
function mostEnergyWh(channel: string, site: SiteFile, hours: number): number {
  if (channel.endsWith(".wh")) return possibleOf(channel, site, hours).most;
  if (/\.(?:ac|dc)_w$/.test(channel)) return possibleOf(channel, site, hours).most * Math.max(hours, 1 / 60);
  return Number.POSITIVE_INFINITY;
}
