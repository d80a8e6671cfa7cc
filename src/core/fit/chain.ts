import type { FitUnit } from "./axis";
import type { Layer } from "./layers";

/** A layer of a member: of a cause, by its number in a set of causes. */
export interface MemberLayer {
  member: number;
  layer: Layer;
}

interface Touch {
  member: number;
  values: Float64Array;
}

/** Members of a unit besides causes: its own limits. */
export interface LimitMembers {
  rating: number;
  start: number;
}

/**
 * One unit's output under any set of causes, point by point: sets are bit masks over the members that act at a point, so that every one
 * of them can be asked for quickly.
 */
export class UnitChain {
  private readonly whole: Touch[] = [];
  private readonly caps: Touch[] = [];
  private readonly offs: Touch[] = [];
  private readonly covers: Touch[] = [];
  private readonly parts: { share: Float64Array; weight: number; touching: Touch[] }[];
  private readonly single: boolean;

  /** @param light layers of the sensor: in every set, for they say what light there was */
  constructor(
    private readonly unit: FitUnit,
    private readonly light: readonly Layer[],
    members: readonly MemberLayer[],
    private readonly limits: LimitMembers,
    /** The bit of each member at the point that is asked for; 0 for those that don't act there. Whoever asks sets it. */
    private readonly bitOf: Int32Array,
  ) {
    const single: { touch: Touch; strings: ReadonlySet<string> }[] = [];
    for (const { member, layer } of members) {
      const touch = { member, values: layer.values };
      if (layer.stage === "limit") this.caps.push(touch);
      else if (layer.stage === "off") this.offs.push(touch);
      else if (layer.stage === "cover") this.covers.push(touch);
      else if (layer.strings === null) this.whole.push(touch);
      else single.push({ touch, strings: layer.strings });
    }
    this.single = single.length > 0;
    this.parts = unit.groups.flatMap(({ strings, share }) =>
      strings.map((id) => ({
        ...{ share, weight: 1 / strings.length },
        touching: single.filter((one) => one.strings.has(id)).map(({ touch }) => touch),
      })),
    );
  }

  /** Output without design limits at a point, W, in the light that there was. */
  unlimitedW(p: number): number {
    let rel = 1;
    for (const { values } of this.light) rel *= values[p];
    return this.unit.unlimitedW[p] * Math.max(0, 1 + this.unit.follows[p] * (rel - 1));
  }

  /** Part of the healthy DC power that is left at a point under a set of members. @param ratio of the unit when nothing is wrong */
  left(p: number, mask: number, ratio: number): number {
    const { bitOf } = this;
    let rel = ratio;
    for (const { values } of this.light) rel *= values[p];
    if (this.single) {
      let sum = 0;
      for (const { share, weight, touching } of this.parts) {
        let left = weight * share[p];
        for (const { member, values } of touching) if (mask & bitOf[member]) left *= values[p];
        sum += left;
      }
      rel *= sum;
    }
    for (const { member, values } of this.whole) if (mask & bitOf[member]) rel *= values[p];
    return rel;
  }

  /** Whether the rating or the start threshold has a say where so much of the DC power is left. */
  limitsAt(p: number, left: number): { rating: boolean; start: boolean } {
    const { unit } = this;
    return {
      rating: unit.unlimitedW[p] * (1 + unit.follows[p] * (left - 1)) > unit.ratedW,
      start: unit.dcW[p] * left < unit.startW,
    };
  }

  /** Output at a point under a set of members, W. @param ratio of the unit when nothing is wrong */
  watts(p: number, mask: number, ratio: number): number {
    const { unit, bitOf } = this;
    const rel = this.left(p, mask, ratio);
    if (mask & bitOf[this.limits.start] && unit.dcW[p] * rel < unit.startW) return 0;
    let watts = unit.unlimitedW[p] * Math.max(0, 1 + unit.follows[p] * (rel - 1));
    if (mask & bitOf[this.limits.rating] && watts > unit.ratedW) watts = unit.ratedW;
    for (const { member, values } of this.caps) if (mask & bitOf[member] && watts > values[p]) watts = values[p];
    for (const { member, values } of this.offs) if (mask & bitOf[member]) watts *= values[p];
    for (const { member, values } of this.covers)
      if (mask & bitOf[member] && values[p] > 0 && unit.measuredW[p] < watts) watts = unit.measuredW[p];
    return watts;
  }
}
