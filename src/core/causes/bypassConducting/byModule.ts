import type { Comparison } from "../../comparison/compare";
import { HOUR_MS } from "../../constants";
import { dayName } from "../../series/localDay";
import { middleEnergy, moduleEnergies, ratedWh } from "../../signatures/moduleEnergies";
import type { Signature, UnitState } from "../../signatures/signature";
import { moduleTypeOf } from "../../site/lookups";
import { moduleScope } from "../../site/places";
import type { PvString } from "../../site/siteSchema";

/** Neighbours that give so much of a module's rating say that there is light: in less each converter's own start shows. */
const LIGHT_SHARE = 0.1;
/** Of light on a day, and in each of its halves: less says nothing of it. */
const LEAST_DAY_MS = 2 * HOUR_MS;
const LEAST_HALF_MS = HOUR_MS / 2;
/** Modules of one string differ by some 3 % (sorting, dirt, edges), what is bypassed takes a third: halfway between them would be a sixth. */
const NEAR = 0.08;
/** A shadow that leaves two thirds leaves them at one time of the day; so much may mornings and afternoons lie apart. */
const HALVES_APART = 0.12;
/** Of the days since it began, and how many there have to be. */
const MOST_DAYS_SHARE = 0.85;
const LEAST_DAYS = 6;
/** As soon as so many days in turn are none, it has ended. */
const ENDED_DAYS = 4;

/**
 * `bypass-conducting` of a single module, from module energies: since a day it gives just what is left of its neighbours' energy without some of its parts, in
 * the morning as in the afternoon and at every light.
 */
export function bypassByModule(comparison: Comparison, { unit }: UnitState): Signature[] {
  return unit.strings.flatMap((pvString) => {
    const parts = moduleTypeOf(comparison.site, pvString).bypassDiodes;
    const modules = moduleEnergies(comparison, pvString);
    if (parts < 2 || modules.length < 3) return [];
    const middle = middleEnergy(modules);
    const least = LIGHT_SHARE * ratedWh(comparison, pvString);
    return modules.flatMap(({ place, wh }) => {
      const days = comparison.days.days.map((_, row) => shareOn(comparison, row, wh, middle, least));
      for (let gone = 1; gone < parts; gone++) {
        const found = stretchAt(days, 1 - gone / parts);
        if (found) return [signatureOf(comparison, pvString, place, { ...found, gone, parts }, wh, middle)];
      }
      return [];
    });
  });
}

/** Of a day: what a module gave of the middle one, and of its halves. NaN where there was too little light. */
interface DayShare {
  all: number;
  halvesApart: number;
}

function shareOn({ days, expected, grid }: Comparison, row: number, wh: Float64Array, middle: Float64Array, least: number): DayShare {
  const halves = [
    { own: 0, middle: 0, count: 0 },
    { own: 0, middle: 0, count: 0 },
  ];
  for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
    if (!(middle[i] > least) || Number.isNaN(wh[i])) continue;
    const half = halves[expected.sun.azimuthDeg[i] < 180 ? 0 : 1];
    half.own += wh[i];
    half.middle += middle[i];
    half.count++;
  }
  const [am, pm] = halves;
  if ((am.count + pm.count) * grid.stepMs < LEAST_DAY_MS) return { all: Number.NaN, halvesApart: 0 };
  const both = Math.min(am.count, pm.count) * grid.stepMs >= LEAST_HALF_MS;
  return {
    all: (am.own + pm.own) / (am.middle + pm.middle),
    halvesApart: both ? Math.abs(am.own / am.middle - pm.own / pm.middle) : 0,
  };
}

/** Rows of the first day that belongs to a share and of the first after the last; `to` is null where it lasts. */
interface Stretch {
  from: number;
  to: number | null;
  known: number;
  /** Whether no day before it is known. */
  always: boolean;
}

function stretchAt(days: readonly DayShare[], share: number): Stretch | null {
  const belongs = ({ all, halvesApart }: DayShare) => Math.abs(all - share) < NEAR && halvesApart < HALVES_APART;
  const first = days.findIndex(({ all }) => !Number.isNaN(all));
  let best: (Stretch & { like: number }) | null = null;
  let now: { from: number; last: number; known: number; like: number; others: number } | null = null;
  const close = (lasts: boolean) => {
    if (!now || now.like < LEAST_DAYS || now.like < MOST_DAYS_SHARE * now.known) return;
    if (!best || now.like > best.like)
      best = { from: now.from, to: lasts ? null : now.last + 1, known: now.known, always: now.from === first, like: now.like };
  };
  days.forEach((day, row) => {
    if (Number.isNaN(day.all)) return;
    if (belongs(day)) {
      now ??= { from: row, last: row, known: 0, like: 0, others: 0 };
      now.known += now.others + 1;
      Object.assign(now, { last: row, like: now.like + 1, others: 0 });
    } else if (now && ++now.others >= ENDED_DAYS) {
      close(false);
      now = null;
    }
  });
  close(true);
  return best;
}

interface Found extends Stretch {
  gone: number;
  parts: number;
}

function signatureOf(
  { days, grid }: Comparison,
  pvString: PvString,
  place: number,
  { from: row, to: ended, known, always, gone, parts }: Found,
  wh: Float64Array,
  middle: Float64Array,
): Signature {
  const scope = moduleScope(pvString.id, place);
  const share = 1 - gone / parts;
  const from = always ? 0 : onset({ days, grid }, row, share, wh, middle);
  const leaves = 1 - (1 - share) / pvString.modules;
  const begins = always ? "From the first day on" : `Since ${dayName(days.days[row])}`;
  return {
    ...{ cause: "bypass-conducting", scope, from, to: ended === null ? null : days.firsts[ended], lossKwh: 0 },
    leaves: () => leaves,
    carry: { string: pvString.id, constant: 1 - leaves, atFullLoad: 0 },
    evidence: [
      {
        text: `${begins} ${scope} gave ${(100 * share).toFixed(0)} % of its neighbours' energy on ${known} days, in the morning as in the afternoon: ${gone} of its ${parts} parts are bypassed`,
        weight: Math.min(6, 3 + known / 20) - (always ? 1 : 0),
      },
    ],
    nextTest: `Temperature of the junction box of ${scope} by camera in full sun, then its open-circuit voltage against its neighbour's`,
  };
}

/** The interval since which it gives less: on the day before its first whole one it may have begun at any hour. */
function onset({ days }: Pick<Comparison, "days" | "grid">, row: number, share: number, wh: Float64Array, middle: Float64Array): number {
  const between = (1 + share) / 2;
  let from = days.firsts[row];
  for (let i = from - 1; i >= days.firsts[row - 1]; i--) {
    if (!(middle[i] > 0) || Number.isNaN(wh[i])) continue;
    if (wh[i] > between * middle[i]) break;
    from = i;
  }
  return from;
}
