import { intervalKwh } from "../series/energy";
import type { Axis } from "./axis";
import { type MemberLayer, UnitChain } from "./chain";
import type { Layer } from "./layers";

/** A cause to which losses are told: what it does, and where its limits are those of the design. */
export interface Member {
  layers: readonly Layer[];
}

/** What a member took, and what mending it alone would have brought, kWh. */
export interface Share {
  lossKwh: number;
  regainKwh: number;
}

/** The same, with what it took on each row of the day index. */
export interface DailyShare extends Share {
  lossByRow: Float64Array;
}

export interface Attribution {
  /** In the order of the members. */
  members: DailyShare[];
  /** By unit of the axis: what its rating and its start threshold took; and of the points at its rating, the part at which it stood there. */
  rating: DailyShare[];
  atRating: number[];
  start: DailyShare[];
  /** What the whole site's limit took. */
  heldBack: DailyShare;
  /** Healthy output without limits, in the light that there was, kWh. */
  unlimitedKwh: number;
  measuredKwh: number;
  /** What the units' own ratios make of the healthy output, kWh: positive where they are under one. */
  calibrationKwh: number;
}

/** What holds a whole site back. */
export interface Hold {
  limitW: number;
  /** 1 in those intervals; null where there are none. */
  full: Uint8Array | null;
}

/** Up to so many members at one point every set of them is asked for; more share by what each takes first and last. */
const MOST_EXACT = 7;
/** So far over the rating an array surely stands at it: noise and the meter's own error. */
const CLEARLY = 1.04;
/** Sets are masks of 31 bits. */
const MOST_BITS = 30;

/**
 * Shares what is missing in each interval among the causes that act in it, so that shares, calibration and what stays unexplained
 * add up to it exactly. A share is the mean, over all orders in which the causes could have come, of what each then takes.
 * Source: Shapley 1953; as a fair division of a sum, Young 1985.
 * @param axis every interval of the comparison
 * @param light layers of the sensor, which cost nothing
 * @param ratio of each unit when nothing is wrong, by point
 * @param hold what holds the whole site back: a limit on what all give together, and intervals in which whatever is missing beyond the other causes is held back
 */
export function attribute(
  axis: Axis,
  members: readonly Member[],
  light: readonly Layer[],
  ratio: readonly Float64Array[],
  hold: Hold,
): Attribution {
  const { units } = axis;
  const { stepMs } = axis.comparison.grid;
  const [rating, start] = [units.map((_, u) => members.length + 2 * u), units.map((_, u) => members.length + 2 * u + 1)];
  const site = members.length + 2 * units.length;
  const bitOf = new Int32Array(site + 1);
  const lost = new Float64Array(site + 1);
  const regain = new Float64Array(site + 1);
  const rows = axis.comparison.days.days.length;
  const byRow = Array.from(lost, () => new Float64Array(rows));
  const chains = units.map((unit, u) => {
    const mine = members.flatMap(({ layers }, member): MemberLayer[] =>
      layers.filter((layer) => layer.unit === u).map((layer) => ({ member, layer })),
    );
    const seen = light.filter((layer) => layer.unit === u);
    return { chain: new UnitChain(unit, seen, mine, { rating: rating[u], start: start[u] }, bitOf), mine };
  });
  const out: Attribution = {
    ...{ members: [], rating: [], atRating: [], start: [], heldBack: { lossKwh: 0, regainKwh: 0, lossByRow: byRow[site] } },
    ...{ unlimitedKwh: 0, measuredKwh: 0, calibrationKwh: 0 },
  };
  const active: number[] = [];
  // Which members can act on a unit: its causes and its own limits.
  const acts = chains.map(({ mine }, u) => new Set([...mine.map(({ member }) => member), rating[u], start[u]]));
  const [over, stood] = [units.map(() => 0), units.map(() => 0)];
  for (let p = 0; p < axis.count; p++) {
    active.length = 0;
    let [measured, full] = [0, 0];
    const here: number[] = [];
    for (let u = 0; u < units.length; u++) {
      const { chain, mine } = chains[u];
      const watts = units[u].measuredW[p];
      if (Number.isNaN(watts) || Number.isNaN(units[u].unlimitedW[p])) continue;
      here.push(u);
      measured += watts;
      const unlimited = chain.unlimitedW(p);
      const could = chain.watts(p, 0, ratio[u][p]);
      out.unlimitedKwh += intervalKwh(unlimited, stepMs);
      out.calibrationKwh += intervalKwh(unlimited - could, stepMs);
      full += could;
      for (const { member, layer } of mine) {
        const value = layer.values[p];
        const bites = layer.stage === "limit" ? value < could : layer.stage === "cover" ? value > 0 : value !== 1;
        if (bites && !active.includes(member)) active.push(member);
      }
      if (could > CLEARLY * units[u].ratedW) {
        over[u]++;
        if (watts > units[u].ratedW / CLEARLY) stood[u]++;
      }
    }
    out.measuredKwh += intervalKwh(measured, stepMs);
    if (here.length === 0) continue;
    const held = hold.full !== null && hold.full[axis.interval[p]] === 1;
    const most = held ? Math.min(measured, hold.limitW) : hold.limitW;
    if (full > most) active.push(site);
    if (active.length > MOST_BITS) active.length = MOST_BITS;
    const takeIn = (member: number, k: number) => {
      bitOf[member] = 1 << k;
    };
    active.forEach(takeIn);
    // Limits have a say where the healthy output is over them, or under causes less is left than the inverter starts with.
    const all = 2 ** active.length - 1;
    for (const u of here) {
      const { chain } = chains[u];
      const whole = chain.limitsAt(p, chain.left(p, 0, ratio[u][p]));
      const left = all === 0 ? whole : chain.limitsAt(p, chain.left(p, all, ratio[u][p]));
      if ((whole.rating || left.rating) && active.length < MOST_BITS) takeIn(rating[u], active.push(rating[u]) - 1);
      if ((whole.start || left.start) && active.length < MOST_BITS) takeIn(start[u], active.push(start[u]) - 1);
    }
    const add = (member: number, loss: number, back: number) => {
      const kwh = intervalKwh(loss, stepMs);
      lost[member] += kwh;
      byRow[member][axis.row[p]] += kwh;
      regain[member] += intervalKwh(back, stepMs);
    };
    if (active.includes(site)) {
      const together = (mask: number): number => {
        const sum = here.reduce((total, u) => total + chains[u].chain.watts(p, mask, ratio[u][p]), 0);
        return mask & bitOf[site] ? Math.min(sum, most) : sum;
      };
      share(active, bitOf, together, full, add);
    } else if (active.length > 0) {
      // Units that nothing holds back together are games of their own.
      for (const u of here) {
        const own = (mask: number): number => chains[u].chain.watts(p, mask, ratio[u][p]);
        share(
          active.filter((member) => acts[u].has(member)),
          bitOf,
          own,
          own(0),
          add,
        );
      }
    }
    for (const member of active) bitOf[member] = 0;
  }
  const of = (member: number): DailyShare => ({ lossKwh: lost[member], regainKwh: regain[member], lossByRow: byRow[member] });
  out.members = members.map((_, k) => of(k));
  out.rating = rating.map(of);
  out.atRating = over.map((count, u) => (count > 0 ? stood[u] / count : 0));
  out.start = start.map(of);
  out.heldBack = of(site);
  return out;
}

/** Shapley values of a game over a few members, with what each alone would bring back. @param bitOf the bit of each member in a set */
function share(
  active: readonly number[],
  bitOf: Int32Array,
  output: (mask: number) => number,
  full: number,
  take: (member: number, lost: number, regain: number) => void,
): void {
  const n = active.length;
  if (n === 0) return;
  const own = active.map((member) => bitOf[member]);
  const all = own.reduce((mask, bit) => mask | bit, 0);
  const left = output(all);
  if (n === 1) {
    take(active[0], full - left, full - left);
    return;
  }
  const regain = own.map((bit) => output(all & ~bit) - left);
  if (n > MOST_EXACT) {
    const lone = own.map((bit, k) => full - output(bit) + regain[k]);
    const sum = lone.reduce((total, value) => total + value, 0);
    const even = Math.abs(sum) < 1e-9;
    active.forEach((member, k) => {
      take(member, even ? (full - left) / n : ((full - left) * lone[k]) / sum, regain[k]);
    });
    return;
  }
  const sets = 1 << n;
  const values = new Float64Array(sets);
  const masks = new Int32Array(sets);
  for (let set = 0; set < sets; set++) {
    const lowest = set & -set;
    if (set > 0) masks[set] = masks[set ^ lowest] | own[31 - Math.clz32(lowest)];
    values[set] = set === 0 ? full : output(masks[set]);
  }
  const weights = weightsOf(n);
  for (let k = 0; k < n; k++) {
    let lost = 0;
    for (let set = 0; set < sets; set++) {
      if (set & (1 << k)) continue;
      lost += weights[bits(set)] * (values[set] - values[set | (1 << k)]);
    }
    take(active[k], lost, regain[k]);
  }
}

const known: number[][] = [];

/** By the number of members that came before: how many of all orders have just those before it. */
function weightsOf(n: number): number[] {
  known[n] ??= Array.from({ length: n }, (_, before) => (factorial(before) * factorial(n - 1 - before)) / factorial(n));
  return known[n];
}

function factorial(n: number): number {
  return n <= 1 ? 1 : n * factorial(n - 1);
}

function bits(set: number): number {
  let count = 0;
  for (let rest = set; rest > 0; rest >>= 1) count += rest & 1;
  return count;
}
