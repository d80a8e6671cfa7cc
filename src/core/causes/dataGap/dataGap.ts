import type { Comparison } from "../../comparison/compare";
import type { Unit } from "../../comparison/unit";
import { DAY_MS, HOUR_MS } from "../../constants";
import { dayName } from "../../series/localDay";
import { stuckIntervals } from "../../series/quality";
import { type Signature, UNUSABLE, type UnitState } from "../../signatures/signature";

/** Shares and days from which missing values are worth a cause of their own. */
const LEAST_SHARE = 0.02;
const DAYLIGHT_ELEVATION_DEG = 3;
/** Values that can't be come from a failing logger or link: so many are no accident, however small their share, and the more so at night. */
const LEAST_IMPOSSIBLE = 10;
/** A day with fewer daylight intervals than this (at the edge of a file) is no whole day. */
const LEAST_DAY_MS = 4 * HOUR_MS;
/** State of charge that counts as full, %. */
const FULL_PCT = 97;
/** So much of a gap has to be in every channel to be the file's. */
const WHOLE_SHARE = 0.9;
/** A gap with whole days in it begins and ends within so many days of them; single values before and after are another matter. */
const NEAR_MS = 2 * DAY_MS;

/** Marks each interval of a unit that can't be compared, with the reason. */
export function unusableIntervals(comparison: Comparison, unit: Unit): Uint8Array {
  const { grid } = comparison;
  const marks = new Uint8Array(grid.count);
  const limit = comparison.site.exportLimitW ?? Number.POSITIVE_INFINITY;
  const ceiling = 0.97 * Math.min(unit.acRatedW, limit);
  const stuck = stuckIntervals(unit.measuredW, unit.expectedW, ceiling, grid.stepMs);
  for (let i = 0; i < grid.count; i++) {
    const measured = unit.measuredW[i];
    if (Number.isNaN(measured)) marks[i] = UNUSABLE.missing;
    else if (measured > 1.15 * unit.acRatedW || measured < -0.05 * unit.acRatedW) marks[i] = UNUSABLE.impossible;
    // A full battery takes what the house does: a steady load makes a steady output.
    else if (stuck[i] && !((comparison.batteryPct?.[i] ?? 0) >= FULL_PCT)) marks[i] = UNUSABLE.stuck;
    else if (Number.isNaN(unit.expectedW[i])) marks[i] = UNUSABLE.noWeather;
  }
  return marks;
}

/** `data-gap`: values missing, stuck or impossible in 2 % of the daylight, or for a whole day. */
export function detectDataGaps(comparison: Comparison, states: readonly UnitState[]): Signature[] {
  const gaps = states.flatMap((state) => {
    const own = gapOf(
      comparison,
      state.unusable,
      [UNUSABLE.missing, UNUSABLE.stuck, UNUSABLE.impossible],
      state.unit.scope,
      state.unit.measuredBy,
    );
    return own ? [own] : [];
  });
  const weather = gapOf(comparison, states[0].unusable, [UNUSABLE.noWeather], "site", "the weather");
  const whole = wholeFile(comparison, gaps, states);
  if (whole) gaps.splice(0, gaps.length, whole);
  if (weather) gaps.push(weather);
  for (const inverter of comparison.unmeasured) {
    gaps.push({
      cause: "data-gap",
      scope: inverter,
      from: 0,
      to: null,
      lossKwh: 0,
      evidence: [{ text: `No column gives the power of ${inverter}`, weight: 6 }],
      nextTest: `Read ${inverter}'s own energy counter and check how it reports`,
    });
  }
  return gaps;
}

/** Every channel missing at once is a gap of the file, not of one device. */
function wholeFile({ production, grid }: Comparison, gaps: readonly Signature[], states: readonly UnitState[]): Signature | null {
  if (gaps.length === 0 || gaps.length < states.length) return null;
  const channels = [...production.channels.values()];
  const [first] = gaps;
  const empty = (i: number) => channels.every((values) => Number.isNaN(values[i]));
  let [all, missing, wrong] = [0, 0, 0];
  for (let i = first.from; i < (first.to ?? grid.count); i++) {
    const mark = states[0].unusable[i];
    if (mark === UNUSABLE.impossible || mark === UNUSABLE.stuck) wrong++;
    if (mark !== UNUSABLE.missing) continue;
    missing++;
    if (empty(i)) all++;
  }
  if (missing <= wrong || all < WHOLE_SHARE * missing) return null;
  return { ...first, scope: "site", nextTest: "Find where the file stopped: the logger, its link, or the export" };
}

function gapOf(comparison: Comparison, marks: Uint8Array, kinds: readonly number[], scope: string, source: string): Signature | null {
  const { expected, grid, days } = comparison;
  const daylight = (i: number) => expected.sun.zenithDeg[i] < 90 - DAYLIGHT_ELEVATION_DEG;
  const bad = (i: number) => kinds.includes(marks[i]);
  const counts = new Map<number, number>();
  let lit = 0;
  let missing = 0;
  let first = -1;
  let last = -1;
  let lastLit = -1;
  const wholeDays: string[] = [];
  const bads: number[] = [];
  let [firstWhole, lastWhole] = [-1, -1];
  for (let row = 0; row < days.days.length; row++) {
    let dayLit = 0;
    let dayBad = 0;
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (!daylight(i)) continue;
      dayLit++;
      lastLit = i;
      if (!bad(i)) continue;
      dayBad++;
      bads.push(i);
      counts.set(marks[i], (counts.get(marks[i]) ?? 0) + 1);
      if (first < 0) first = i;
      last = i;
    }
    lit += dayLit;
    missing += dayBad;
    if (dayBad !== dayLit || dayLit * grid.stepMs < LEAST_DAY_MS) continue;
    wholeDays.push(dayName(days.days[row]));
    if (firstWhole < 0) firstWhole = days.firsts[row];
    lastWhole = days.firsts[row + 1];
  }
  const impossible = marks.reduce((sum, mark) => sum + (mark === UNUSABLE.impossible && kinds.includes(mark) ? 1 : 0), 0);
  if (first < 0 || (missing < LEAST_SHARE * lit && wholeDays.length === 0 && impossible < LEAST_IMPOSSIBLE)) return null;
  if (firstWhole >= 0) {
    const near = Math.round(NEAR_MS / grid.stepMs);
    first = bads.find((i) => i >= firstWhole - near) ?? first;
    last = bads.findLast((i) => i < lastWhole + near) ?? last;
  }
  const words: Record<number, string> = {
    [UNUSABLE.missing]: "missing",
    [UNUSABLE.stuck]: "stuck at one value",
    [UNUSABLE.impossible]: "impossible",
    [UNUSABLE.noWeather]: "without weather",
  };
  const kindsText = [...counts].map(([kind, count]) => `${count} ${words[kind]}`).join(", ");
  const evidence = [{ text: `${missing} of ${lit} daylight values of ${source} can't be used (${kindsText})`, weight: 4 }];
  if (wholeDays.length > 0) {
    evidence.push({
      text: `${wholeDays.length} whole ${wholeDays.length === 1 ? "day" : "days"} without a usable value, first ${wholeDays[0]}`,
      weight: 2,
    });
  }
  return {
    cause: "data-gap",
    scope,
    from: first,
    to: last === lastLit ? null : last + 1,
    // What wasn't measured is neither output nor loss: both sums leave these intervals out.
    lossKwh: 0,
    evidence,
    nextTest:
      scope === "site"
        ? "Find where the weather data stopped and load them again"
        : `Check the link between ${scope} and its logger, and read the counter on the display`,
  };
}
