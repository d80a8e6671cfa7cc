/**
 * Numbers by their place. `Float64Array.from` with a mapping goes through an iterator and is some times slower, which counts where there
 * is an entry for every interval of years.
 */
export function floats(count: number, value: (k: number) => number): Float64Array {
  const out = new Float64Array(count);
  for (let k = 0; k < count; k++) out[k] = value(k);
  return out;
}
