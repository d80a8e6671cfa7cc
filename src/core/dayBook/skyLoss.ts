import { HOUR_MS, MINUTE_MS } from "../constants";
import type { DayBook } from "./dayBook";
import type { SunPlaces } from "./sunPlaces";

/** Size of a part of the sky, degrees: a sun's breadth is half a degree, a quarter of an hour nearly four. */
export const PART_OF_SKY = { azimuthDeg: 5, elevationDeg: 3 } as const;
const [ACROSS, UP] = [360 / PART_OF_SKY.azimuthDeg, 90 / PART_OF_SKY.elevationDeg];

/** What came and what was due while the sun stood in one part of the sky. */
export interface SkyPart {
  /** Middle of the part. */
  azimuthDeg: number;
  elevationDeg: number;
  expectedKwh: number;
  measuredKwh: number;
  /** Slots of it that are known. */
  slots: number;
}

/** Which slots count. */
export interface SkyAsked {
  /** First row and the one after the last. */
  from: number;
  to: number;
  /** Place of a unit in the day book; all of them where null. */
  unit: number | null;
}

/** Sums a day book's energies by where the sun stood; parts without a known slot are left out. */
export function skyLoss(book: DayBook, places: SunPlaces, { from, to, unit }: SkyAsked): SkyPart[] {
  const { columns, minutesPerColumn, units } = book.shape;
  const asked = unit === null ? units.map((_, k) => k) : [unit];
  const kwh = (minutesPerColumn * MINUTE_MS) / HOUR_MS / 1000;
  const sums = { expected: new Float64Array(ACROSS * UP), measured: new Float64Array(ACROSS * UP), slots: new Uint32Array(ACROSS * UP) };
  for (let row = Math.max(0, from); row < Math.min(book.shape.rows, to); row++) {
    for (let column = 0; column < columns; column++) {
      const elevationDeg = places.elevationDeg[row * columns + column];
      if (elevationDeg <= 0) continue;
      let [expected, measured] = [0, 0];
      for (const u of asked) {
        expected += book.expectedW(row, column, u);
        measured += book.measuredW(row, column, u);
      }
      if (Number.isNaN(expected) || Number.isNaN(measured)) continue;
      const across = Math.floor(places.azimuthDeg[row * columns + column] / PART_OF_SKY.azimuthDeg) % ACROSS;
      const at = Math.min(UP - 1, Math.floor(elevationDeg / PART_OF_SKY.elevationDeg)) * ACROSS + across;
      sums.expected[at] += expected * kwh;
      sums.measured[at] += measured * kwh;
      sums.slots[at]++;
    }
  }
  const parts: SkyPart[] = [];
  sums.slots.forEach((slots, at) => {
    if (slots === 0) return;
    parts.push({
      azimuthDeg: ((at % ACROSS) + 0.5) * PART_OF_SKY.azimuthDeg,
      elevationDeg: (Math.floor(at / ACROSS) + 0.5) * PART_OF_SKY.elevationDeg,
      ...{ expectedKwh: sums.expected[at], measuredKwh: sums.measured[at], slots },
    });
  });
  return parts;
}

/** Of a part's energy: what less is missing of isn't an edge, and by how much more has to be missing under an edge than over it. */
const [LEAST_MISSING, LEAST_STEP] = [0.25, 0.2] as const;
/** Of all that is expected at a bearing so much has to lie on either side of an edge. */
const LEAST_SIDE = 0.03;

/** The line over which the light comes, as the data imply it: at each bearing the height that parts best what lacks from what doesn't. Null where nothing does. */
export interface ImpliedEdge {
  azimuthDeg: number;
  /** 0 where nothing stands in the way. */
  elevationDeg: number;
  /** What is missing under it, of what was expected there. */
  missing: number;
}

/** Finds at each bearing the edge of what stands in the way of the sun, from the energies by its place. */
export function impliedSkyline(parts: readonly SkyPart[]): ImpliedEdge[] {
  const bearings = [...new Set(parts.map(({ azimuthDeg }) => azimuthDeg))].sort((a, b) => a - b);
  return bearings.map((azimuthDeg) => {
    const column = parts.filter((part) => part.azimuthDeg === azimuthDeg).sort((a, b) => a.elevationDeg - b.elevationDeg);
    const all = column.reduce((sum, { expectedKwh }) => sum + expectedKwh, 0);
    const lacks = (some: readonly SkyPart[]) => {
      const due = some.reduce((sum, { expectedKwh }) => sum + expectedKwh, 0);
      return { due, missing: due > 0 ? 1 - some.reduce((sum, { measuredKwh }) => sum + measuredKwh, 0) / due : 0 };
    };
    let best: ImpliedEdge = { azimuthDeg, elevationDeg: 0, missing: 0 };
    let gain = 0;
    for (let k = 1; k < column.length; k++) {
      const [under, over] = [lacks(column.slice(0, k)), lacks(column.slice(k))];
      if (under.due < LEAST_SIDE * all || over.due < LEAST_SIDE * all) continue;
      const step = under.missing - over.missing;
      if (under.missing < LEAST_MISSING || step < LEAST_STEP) continue;
      // Between-group spread: the split that explains most of the misses.
      const explains = step ** 2 * ((under.due * over.due) / (under.due + over.due));
      if (explains <= gain) continue;
      gain = explains;
      best = { azimuthDeg, elevationDeg: column[k].elevationDeg - PART_OF_SKY.elevationDeg / 2, missing: under.missing };
    }
    return best;
  });
}
