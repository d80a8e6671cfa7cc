/** A day, or the mean day of a week, as a chart takes it. */
export interface DayPoint {
  /** The first day of it. */
  day: string;
  /** Days that it is the mean of. */
  days: number;
  expected: number | null;
  measured: number | null;
  /** From what was measured up to what was expected; of no height where more was measured. */
  lost: [number, number] | null;
}

/** With more days than this single ones lie closer than a line is wide: weeks are drawn. */
const MOST_DAYS = 450;
const WEEK = 7;
/** Of a week so many days have to be known. */
const LEAST_KNOWN = 4;

/** Days as points of a chart; of long periods their weeks, by the mean of the days that are known. */
export function dayPoints(
  days: readonly string[],
  expectedKwh: readonly (number | null)[],
  measuredKwh: readonly (number | null)[],
): DayPoint[] {
  const size = days.length > MOST_DAYS ? WEEK : 1;
  const points: DayPoint[] = [];
  for (let first = 0; first < days.length; first += size) {
    let [expected, measured, known] = [0, 0, 0];
    for (let k = first; k < Math.min(days.length, first + size); k++) {
      const [e, m] = [expectedKwh[k], measuredKwh[k]];
      if (e === null || m === null) continue;
      expected += e;
      measured += m;
      known++;
    }
    if (known < Math.min(LEAST_KNOWN, size)) points.push({ day: days[first], days: size, expected: null, measured: null, lost: null });
    else {
      const [e, m] = [expected / known, measured / known];
      points.push({ day: days[first], days: size, expected: e, measured: m, lost: [m, Math.max(e, m)] });
    }
  }
  return points;
}
