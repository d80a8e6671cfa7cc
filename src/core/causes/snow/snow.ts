import type { Axis } from "../../fit/axis";
import type { Candidate } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import { pointwise } from "../../fit/pointwise";
import { snowChance } from "../../losses/snowCover";
import { dayName } from "../../series/localDay";
import { inverterOutage as OUTAGE } from "../inverterOutage/about";
import { NOTHING_SHARE, SURE_SHARE } from "../inverterOutage/inverterOutage";

/** What a covered day costs, whatever its output: worse than a fair fit, better than a bad one; and what it costs to begin. */
const COVERED = 2.2;
const START = { fresh: 3, old: 8 } as const;
/** A cover that lets most of the light through is rare, for thin snow slides or melts within hours: under this share missing a day costs so much more. */
const THIN = { share: 0.4, more: 0.8 } as const;
/** Part of a day's output that has to be missing for it to be covered; where nothing but frost says that snow may lie, it has to be plain to see. */
const LEAST_MISSING = { known: 0.08, frost: 0.25 } as const;
/** So many days in a row on which nothing came make it worth a word that it needn't be snow: a thin cover slides or melts within hours. */
const LEAST_QUIET = 7;
/** Of the energy. */
const LEAST_SHARE = 0.004;

/** `snow`: days on which less comes than everything else leaves, from snowfall until it has cleared. */
export function proposeSnow(fit: Fit): Candidate[] {
  const { axis, state, cells, noise } = fit;
  const { comparison } = axis;
  const snow = snowChance(comparison.weather);
  const { days } = comparison;
  const least = snow.basis === "frost" ? LEAST_MISSING.frost : LEAST_MISSING.known;
  const rows = days.days.length;
  const [possible, fresh] = [new Uint8Array(rows), new Uint8Array(rows)];
  for (let p = 0; p < axis.count; p++) {
    for (let i = axis.interval[p]; i < axis.interval[p] + axis.per; i++) {
      possible[axis.row[p]] |= snow.possible[i];
      fresh[axis.row[p]] |= snow.fresh[i];
    }
  }
  if (!possible.includes(1)) return [];
  // What a day would cost if only what is missing were explained.
  const [open, covered] = [new Float64Array(rows), new Float64Array(rows).fill(Number.POSITIVE_INFINITY)];
  const [missing, weight, over, priced] = [0, 0, 0, 0].map(() => new Float64Array(rows));
  for (let k = 0; k < cells.count; k++) {
    for (let u = 0; u < cells.units; u++) {
      const at = k * cells.units + u;
      const r = state.left[at];
      if (Number.isNaN(r)) continue;
      missing[axis.cellRow[k]] += Math.min(1, cells.load[at] * (1 - Math.exp(Math.max(-3, r))));
      weight[axis.cellRow[k]] += cells.load[at];
      if (r > 0)
        over[axis.cellRow[k]] += Math.min(2, (0.5 * r * r) / (noise.cell[k] ** 2 + noise.own[at] ** 2 + noise.day[axis.cellRow[k]] ** 2));
    }
  }
  for (let row = 0; row < rows; row++) {
    open[row] = state.dayCost[row];
    if (!possible[row] || !(weight[row] > 0) || missing[row] <= least * weight[row]) continue;
    priced[row] = COVERED + (missing[row] < THIN.share * weight[row] ? THIN.more : 0);
    covered[row] = priced[row] + Math.min(12, over[row]);
  }
  const rowsCovered = likeliestCover(open, covered, fresh);
  const count = rowsCovered.reduce((sum, mark) => sum + mark, 0);
  if (count === 0) return [];
  let cost = 0;
  for (let row = 0; row < rows; row++) {
    if (!rowsCovered[row]) continue;
    cost += priced[row];
    if (!rowsCovered[row - 1]) cost += fresh[row] ? START.fresh : START.old;
  }
  const longest = longestQuiet(axis, rowsCovered);
  const first = rowsCovered.indexOf(1);
  const last = rowsCovered.lastIndexOf(1);
  const basis = { depth: "the snow depth", precipitation: "precipitation in frost", frost: "lasting frost" }[snow.basis];
  return [
    {
      ...{
        cause: "snow",
        scope: "site",
        parameters: [],
        price: 1 + cost + (snow.basis === "frost" ? 6 : 0),
        leastShare: LEAST_SHARE,
      },
      layers: (on) => {
        const values = pointwise(on, (p) => rowsCovered[on.row[p]]);
        return on.units.map((_, unit) => ({ unit, stage: "cover", strings: null, values }));
      },
      span: () => ({
        from: days.firsts[first],
        to: last + 1 >= rows ? null : days.firsts[last + 1],
      }),
      evidence: () => [
        {
          text: `${count} ${count === 1 ? "day" : "days"} under what the array can give, while ${basis} says that snow can lie`,
          weight: 3,
        },
        ...(longest.days >= LEAST_QUIET
          ? [
              {
                text: `From ${dayName(days.days[longest.from])} on nothing came at all for ${longest.days} days: until somebody looks, "${OUTAGE.title}" can't be told from it there`,
                weight: 0,
              },
            ]
          : []),
      ],
      nextTest: "Look from the ground, or at a camera: how much of each row is covered, and is it sliding",
    },
  ];
}

/** The longest run of covered days on which some unit gave nothing although there was light enough to start it. Days without light or data don't end it. */
function longestQuiet({ units, count, row }: Axis, covered: Uint8Array): { from: number; days: number } {
  const best = { from: 0, days: 0 };
  for (const { measuredW, unlimitedW, ratedW } of units) {
    const [lit, gave] = [new Uint8Array(covered.length), new Uint8Array(covered.length)];
    for (let p = 0; p < count; p++) {
      if (measuredW[p] > NOTHING_SHARE * ratedW) gave[row[p]] = 1;
      else if (unlimitedW[p] > SURE_SHARE * ratedW && !Number.isNaN(measuredW[p])) lit[row[p]] = 1;
    }
    const now = { from: 0, days: 0 };
    for (let day = 0; day < covered.length; day++) {
      if (gave[day] || !covered[day]) now.days = 0;
      else if (lit[day] && now.days++ === 0) now.from = day;
      if (now.days > best.days) Object.assign(best, now);
    }
  }
  return best;
}

/** Days under cover by the likeliest path of two states (Viterbi 1967). */
function likeliestCover(open: Float64Array, covered: Float64Array, fresh: Uint8Array): Uint8Array {
  const rows = open.length;
  const fromCover = new Uint8Array(rows * 2);
  let [free, under] = [0, START.old];
  for (let row = 0; row < rows; row++) {
    const start = fresh[row] ? START.fresh : START.old;
    const [freeFromCover, underFromFree] = [under < free, free + start < under];
    fromCover[row * 2] = freeFromCover ? 1 : 0;
    fromCover[row * 2 + 1] = underFromFree ? 0 : 1;
    const nextFree = Math.min(free, under) + open[row];
    under = Math.min(under, free + start) + covered[row];
    free = nextFree;
  }
  const out = new Uint8Array(rows);
  let at = under < free ? 1 : 0;
  for (let row = rows - 1; row >= 0; row--) {
    out[row] = at;
    at = fromCover[row * 2 + at];
  }
  return out;
}
