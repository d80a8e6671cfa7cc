export type EfficiencyCurve = readonly (readonly [loadFraction: number, efficiency: number])[];

/** A straight piece of the loss curve: AC load fraction = intercept·x / (1 - slope·x), x = DC power / rated AC power. */
interface Segment {
  toDcFraction: number;
  intercept: number;
  slope: number;
}

/**
 * DC to AC conversion by a data-sheet efficiency curve.
 *
 * The curve's pairs are AC load fraction and efficiency, linear between; the AC power is solved exactly
 * in each piece. Under the first pair the losses in watts go on falling as between the first two (a
 * constant consumption and a part by load). Over the last pair the efficiency stays.
 */
export class InverterCurve {
  private readonly segments: Segment[] = [];
  private readonly lowFixed: number;
  private readonly lowSlope: number;
  private readonly lowToDc: number;

  /** @param ratedAcW AC rating, W  @param curve pairs in rising order of load, at least one */
  constructor(
    readonly ratedAcW: number,
    curve: EfficiencyCurve,
  ) {
    const pairs = curve.length > 0 ? curve : [[1, 0.96] as const];
    const [firstLoad, firstEfficiency] = pairs[0];
    const loss = ([load, efficiency]: readonly [number, number]) => load / efficiency - load;
    const slope = pairs.length > 1 ? (loss(pairs[1]) - loss(pairs[0])) / (pairs[1][0] - firstLoad) : loss(pairs[0]) / firstLoad;
    // A curve that loses more at less load than at more would give power out of nothing below it.
    this.lowSlope = Math.min(Math.max(slope, 0), loss(pairs[0]) / firstLoad);
    this.lowFixed = loss(pairs[0]) - this.lowSlope * firstLoad;
    this.lowToDc = firstLoad / firstEfficiency;
    for (let k = 1; k < pairs.length; k++) {
      const [l0, e0] = pairs[k - 1];
      const [l1, e1] = pairs[k];
      const rise = (e1 - e0) / (l1 - l0);
      this.segments.push({ toDcFraction: l1 / e1, intercept: e0 - rise * l0, slope: rise });
    }
    this.segments.push({ toDcFraction: Number.POSITIVE_INFINITY, intercept: pairs[pairs.length - 1][1], slope: 0 });
  }

  /** AC power before any limit, W, never negative; NaN for NaN. @param dcW DC power, W */
  acW(dcW: number): number {
    const x = dcW / this.ratedAcW;
    if (x <= 0 || Number.isNaN(x)) return x <= 0 ? 0 : Number.NaN;
    if (x < this.lowToDc) return Math.max(0, ((x - this.lowFixed) / (1 + this.lowSlope)) * this.ratedAcW);
    let k = 0;
    while (x > this.segments[k].toDcFraction) k++;
    const { intercept, slope } = this.segments[k];
    return ((intercept * x) / (1 - slope * x)) * this.ratedAcW;
  }
}
