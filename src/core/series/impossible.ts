/** Numbers that loggers write where they have none: the ends of their number ranges, and rows of nines. */
const MARKERS = new Set([
  -9999, -999, -99, -999.9, -9999.9, 9999, 99_999, 999_999, 32_767, -32_768, 65_535, 6553.5, 3276.7, -3276.8, 2_147_483_647, -2_147_483_648,
  4_294_967_295,
]);

/** What a channel can have shown: outside of it, a value is a fault of the logger. */
export interface Possible {
  least: number;
  most: number;
}

/** How many values were taken away, and the first of them. */
export interface Removed {
  count: number;
  first: number;
}

/**
 * Takes away values that can't have been: changed in place to NaN.
 * @param possible in the unit of the values
 */
export function removeImpossible(values: Float64Array, { least, most }: Possible): Removed {
  const removed: Removed = { count: 0, first: -1 };
  for (let i = 0; i < values.length; i++) {
    if (!(values[i] < least || values[i] > most)) continue;
    values[i] = Number.NaN;
    if (removed.count++ === 0) removed.first = i;
  }
  return removed;
}

/** Whether a number, as it stands in a file, is one that loggers write where they have none. */
export function isMarker(value: number): boolean {
  return (value > 3000 || value < -98) && MARKERS.has(value);
}

/**
 * Takes away the numbers that loggers write for none, where they stand far outside of all others: changed in place to NaN.
 * @param values as they stand in the file, before any unit
 */
export function removeMarkers(values: Float64Array): Removed {
  const removed: Removed = { count: 0, first: -1 };
  if (!values.some(isMarker)) return removed;
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (isMarker(value) || Number.isNaN(value)) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const reach = Math.max(1, high - low);
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    if (!isMarker(value) || !(value > high + reach || value < low - Math.min(reach, 50))) continue;
    values[i] = Number.NaN;
    if (removed.count++ === 0) removed.first = i;
  }
  return removed;
}
