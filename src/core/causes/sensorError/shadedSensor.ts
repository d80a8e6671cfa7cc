import type { Comparison } from "../../comparison/compare";
import { HOUR_MS, RAD } from "../../constants";
import { cosIncidence } from "../../plane/incidence";
import { horizonElevationDeg } from "../../plane/skyline";
import { type Signature, UNUSABLE, type UnitState } from "../../signatures/signature";
import type { SiteFile } from "../../site/siteSchema";

/** Squares of the sky in which the light is doubted, degrees. */
const AZIMUTH_STEP = 5;
const ELEVATION_STEP = 4;
const [COLUMNS, ROWS] = [360 / AZIMUTH_STEP, Math.round(72 / ELEVATION_STEP)];
/** Lower suns are met by models that differ by as much (Gueymard 2009). */
const LEAST_ELEVATION_DEG = 8;
/** Sun from behind or along a plane: models of what it gets then differ by as much too (cosine of incidence). */
const LEAST_FRONT = 0.25;
/** Of the nameplate: with less expected and measured, ratios say nothing. */
const LEAST_LOAD = 0.05;
/** Output over the expected one that no array gives for an hour, against its own good hours and the rest of its day: papers, sensor and model are off by 4 % together, a passing cloud by less. */
const EXCESS = 1.3;
/** How often an hour has such an excess by chance at least (clouds over the sensor and not over the roof), and how often in the sensor's shadow: on every sunny day. */
const [BY_CHANCE, IN_SHADOW] = [0.02, 0.4];
/** What a block has to explain: as much as any cause that is rare, and its sides looked for in some thousand places. */
const LEAST_GAIN = 25;
const LEAST_DAYS = 6;
/** What shades a sensor is narrow and has sides: beside it the excess is over. That of a lean goes on. */
const MOST_WIDTH_DEG = 60;
const BESIDE_DEG = 15;
const [LEAST_BESIDE, MOST_BESIDE] = [8, 0.4];
/** So near to the horizon that the site file tells, the array may see a sun that the model doesn't. */
const OVER_HORIZON_DEG = 5;
/** Shadows have soft edges, and the sun moves while an interval lasts. */
const MARGIN_DEG = 3;

/** An hour in which all units gave what they gave. */
interface Hour {
  row: number;
  azimuthDeg: number;
  elevationDeg: number;
  ratio: number;
}

/**
 * `sensor-error` of a sensor in the shadow of something: at one place of the sun all units give far more than they could in the reported
 * light, day after day, and nowhere else. What was reported there isn't the roof's light: these intervals are marked and left out.
 */
export function detectShadedSensor(comparison: Comparison, states: readonly UnitState[]): Signature[] {
  const { weather } = comparison;
  // Lux is told too loosely.
  if (!weather.ghiWm2 && weather.poaWm2.size === 0) return [];
  const hours = hoursOf(comparison, states);
  const excess = excessOf(hours);
  const chance = Math.max(BY_CHANCE, 1.5 * medianShare(hours, excess));
  const block = bestBlock(hours, excess, chance);
  if (!block || block.gain < LEAST_GAIN || goesOn(block, hours, excess)) return [];
  const inside = hours.flatMap((hour, k) => (excess[k] && isIn(block, hour, 0) ? [hour] : []));
  const days = new Set(inside.map(({ row }) => row));
  if (days.size < LEAST_DAYS) return [];
  const { days: index, expected } = comparison;
  const from = index.firsts[Math.min(...days)];
  for (const state of states) {
    for (let i = from; i < comparison.grid.count; i++) {
      const place = { azimuthDeg: expected.sun.azimuthDeg[i], elevationDeg: 90 - expected.sun.zenithDeg[i] };
      if (state.unusable[i] === 0 && place.elevationDeg > 0 && isIn(block, place, MARGIN_DEG)) state.unusable[i] = UNUSABLE.wrongLight;
    }
  }
  const typical = inside.map(({ ratio }) => ratio).sort((a, b) => a - b)[inside.length >> 1];
  return [
    {
      ...{ cause: "sensor-error", scope: "site", from, to: null, lossKwh: 0 },
      evidence: [
        {
          text: `While the sun stands between ${block.fromDeg}° and ${block.toDeg}° and under ${block.topDeg}° ${states.length === 1 ? "the array gives" : "all units give"} ${typical.toFixed(1)} times what the reported light could, on ${days.size} days, and nowhere else: the sensor stands in a shadow`,
          weight: Math.min(7.5, 3 + block.gain / 25),
        },
      ],
      nextTest: "Look from the sensor to the sun at that hour: what stands there, and a second meter beside it in the open",
    },
  ];
}

function hoursOf({ grid, days, expected, site }: Comparison, states: readonly UnitState[]): Hour[] {
  const per = Math.max(1, Math.round(HOUR_MS / grid.stepMs));
  const nameplateW = states.reduce((sum, { unit }) => sum + unit.nameplateW, 0);
  const hours: Hour[] = [];
  for (let row = 0; row < days.days.length; row++) {
    for (let i = days.firsts[row]; i + per <= days.firsts[row + 1]; i += per) {
      const middle = i + (per >> 1);
      const elevationDeg = 90 - expected.sun.zenithDeg[middle];
      const azimuthDeg = expected.sun.azimuthDeg[middle];
      if (elevationDeg < Math.max(LEAST_ELEVATION_DEG, OVER_HORIZON_DEG + rimDeg(site, azimuthDeg))) continue;
      if (!site.planes.some(({ tiltDeg, azimuthDeg: faces }) => cosIncidence(90 - elevationDeg, azimuthDeg, tiltDeg, faces) > LEAST_FRONT))
        continue;
      let [measured, could] = [0, 0];
      for (const { unit, unusable } of states) {
        for (let k = i; k < i + per; k++) {
          if (unusable[k] !== 0) continue;
          measured += unit.measuredW[k] / per;
          could += unit.unlimitedW[k] / per;
        }
      }
      if (!(could > 0) || Math.max(measured, could) < LEAST_LOAD * nameplateW) continue;
      hours.push({ row, azimuthDeg, elevationDeg, ratio: measured / could });
    }
  }
  return hours;
}

/** The highest horizon of any plane at a bearing, and the tops of its obstacles there, degrees. */
function rimDeg(site: SiteFile, azimuthDeg: number): number {
  let rim = -90;
  for (const { horizon, obstacles } of site.planes) {
    rim = Math.max(rim, horizonElevationDeg(horizon, azimuthDeg));
    for (const { bearingDeg, widthM, distanceM, heightM } of obstacles) {
      const half = Math.atan2(widthM / 2, distanceM) / RAD + MARGIN_DEG;
      if (Math.abs(((azimuthDeg - bearingDeg + 540) % 360) - 180) < half) rim = Math.max(rim, Math.atan2(heightM, distanceM) / RAD);
    }
  }
  return rim;
}

/** Whether an hour gives far more than it could: against all hours and against its own day. */
function excessOf(hours: readonly Hour[]): boolean[] {
  const byDay = new Map<number, number[]>();
  for (const { row, ratio } of hours) byDay.set(row, [...(byDay.get(row) ?? []), ratio]);
  const middle = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];
  const daily = new Map([...byDay].map(([row, ratios]) => [row, middle(ratios)]));
  const usual = hours.length > 0 ? middle(hours.map(({ ratio }) => ratio)) : 1;
  return hours.map(({ row, ratio }) => ratio > EXCESS && ratio > EXCESS * Math.max(0.7 * usual, Math.min(usual, daily.get(row) ?? usual)));
}

/** Whether the excess goes on to one side of a block. */
function goesOn(block: Block, hours: readonly Hour[], excess: readonly boolean[]): boolean {
  const shareIn = (fromDeg: number, toDeg: number) => {
    let [often, all] = [0, 0];
    hours.forEach((hour, k) => {
      if (!isIn({ ...block, fromDeg, toDeg }, hour, 0)) return;
      all++;
      often += Number(excess[k]);
    });
    return all >= LEAST_BESIDE ? often / all : 0;
  };
  const most = MOST_BESIDE * shareIn(block.fromDeg, block.toDeg);
  return shareIn(block.fromDeg - BESIDE_DEG, block.fromDeg) > most || shareIn(block.toDeg, block.toDeg + BESIDE_DEG) > most;
}

/** How often squares of the sky have an excess: of the middle one. */
function medianShare(hours: readonly Hour[], excess: readonly boolean[]): number {
  const squares = new Map<number, [number, number]>();
  hours.forEach((hour, k) => {
    const [often, all] = squares.get(squareOf(hour)) ?? [0, 0];
    squares.set(squareOf(hour), [often + Number(excess[k]), all + 1]);
  });
  const shares = [...squares.values()].filter(([, all]) => all >= 5).map(([often, all]) => often / all);
  return shares.sort((a, b) => a - b)[shares.length >> 1] ?? 0;
}

const squareOf = ({ azimuthDeg, elevationDeg }: Pick<Hour, "azimuthDeg" | "elevationDeg">) =>
  Math.min(COLUMNS - 1, Math.floor(azimuthDeg / AZIMUTH_STEP)) * ROWS + Math.min(ROWS - 1, Math.floor(elevationDeg / ELEVATION_STEP));

interface Block {
  fromDeg: number;
  toDeg: number;
  topDeg: number;
  gain: number;
}

/** The block from the ground up in which excesses are likeliest those of a shadow. */
function bestBlock(hours: readonly Hour[], excess: readonly boolean[], chance: number): Block | null {
  if (chance >= IN_SHADOW) return null;
  const gain = new Float64Array(COLUMNS * ROWS);
  hours.forEach((hour, k) => {
    gain[squareOf(hour)] += excess[k] ? Math.log(IN_SHADOW / chance) : Math.log((1 - IN_SHADOW) / (1 - chance));
  });
  let best: Block | null = null;
  const column = new Float64Array(COLUMNS);
  for (let top = 0; top < ROWS; top++) {
    for (let c = 0; c < COLUMNS; c++) column[c] += gain[c * ROWS + top];
    for (let from = 0; from < COLUMNS; from++) {
      let total = 0;
      for (let to = from; to < COLUMNS && (to - from + 1) * AZIMUTH_STEP <= MOST_WIDTH_DEG; to++) {
        total += column[to];
        if (!best || total > best.gain)
          best = { fromDeg: from * AZIMUTH_STEP, toDeg: (to + 1) * AZIMUTH_STEP, topDeg: (top + 1) * ELEVATION_STEP, gain: total };
      }
    }
  }
  return best;
}

function isIn({ fromDeg, toDeg, topDeg }: Block, { azimuthDeg, elevationDeg }: Pick<Hour, "azimuthDeg" | "elevationDeg">, margin: number) {
  return azimuthDeg >= fromDeg - margin && azimuthDeg < toDeg + margin && elevationDeg < topDeg + margin;
}
