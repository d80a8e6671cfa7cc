import { floats } from "../series/floats";
import type { Axis } from "./axis";
import type { Candidate } from "./candidate";
import { candidateCost, type SearchGround } from "./candidateCost";
import { buildCells, type Cells } from "./cells";
import { Costs } from "./cost";
import type { Layer } from "./layers";
import type { Noise } from "./noise";
import { buildNuisance } from "./nuisance";
import type { CostAt } from "./patternSearch";
import { Scratch } from "./scratch";

/** So many days tell whether a cause is worth a closer look, and about where; of more, one in so many is taken. */
const ENOUGH_DAYS = 70;
const MOST_SKIPPED = 8;

/**
 * Every so-manyth day of an axis, for first looks: days say the same of a cause as their neighbours, so that a part of them tells where to look, at a part of
 * the cost. Nothing is taken up by it alone.
 */
export class ThinGround {
  private readonly points: Int32Array;
  private readonly cellsOf: Int32Array;
  private readonly ground: SearchGround;

  private constructor(
    axis: Axis,
    private readonly cells: Cells,
    noise: Noise,
    /** Of how many days one is here. */
    private readonly every: number,
  ) {
    const rows = new Map([...new Set(axis.cellRow)].map((row, k) => [row, k % every === 0]));
    this.cellsOf = Int32Array.from(axis.cellRow.keys()).filter((k) => rows.get(axis.cellRow[k]));
    const points: number[] = [];
    const cellFirst: number[] = [];
    for (const k of this.cellsOf) {
      cellFirst.push(points.length);
      for (let p = axis.cellFirst[k]; p < axis.cellFirst[k + 1]; p++) points.push(p);
    }
    cellFirst.push(points.length);
    this.points = Int32Array.from(points);
    const thin = { ...axis, ...this.picked(axis), cellFirst, cellRow: Array.from(this.cellsOf, (k) => axis.cellRow[k]) };
    const own = buildCells(thin);
    const nuisance = buildNuisance(thin, own);
    const { length } = axis.comparison.days.days;
    // What all days together cost is this part so many times: what papers may be off by, which is asked once, must not be counted as often.
    const wide = { ...nuisance, sigma: nuisance.sigma.map((sigma) => sigma * Math.sqrt(every)) };
    const heard = { day: noise.day, cell: this.ofCells(noise.cell, 1), own: this.ofCells(noise.own, cells.units) };
    this.ground = { axis: thin, cells: own, costs: new Costs(own, thin.cellRow, heard, wide, length), scratch: new Scratch(thin.count) };
  }

  /** @returns null where all days are few enough */
  static of(axis: Axis, cells: Cells, noise: Noise): ThinGround | null {
    const every = Math.min(MOST_SKIPPED, Math.floor(new Set(axis.cellRow).size / ENOUGH_DAYS));
    return every > 1 ? new ThinGround(axis, cells, noise, every) : null;
  }

  /** Follows a fit of all days. @param left residuals less what may be off, and `reach` of the model, by `cell × units + unit` */
  follow(left: Float64Array, reach: Float64Array): void {
    this.ground.costs.reachBy(this.ofCells(reach, this.cells.units));
    this.ground.costs.weighFor(this.ofCells(left, this.cells.units));
  }

  /** The cost of a candidate's parameters as all days would have it, by those that are here; and that of the other layers alone. */
  costOf(candidate: Candidate, base: readonly Layer[]): { costAt: CostAt; without: number } {
    const here = base.map((layer) => ({ ...layer, values: this.ofPoints(layer.values) }));
    const { costAt, without } = candidateCost(this.ground, candidate, here);
    return { costAt: (values) => this.every * costAt(values), without: this.every * without };
  }

  private picked(axis: Axis): Partial<Axis> {
    const floats = (values: Float64Array) => this.ofPoints(values);
    const ints = (values: Int32Array) => Int32Array.from(this.points, (p) => values[p]);
    const numbers = new Map(Array.from(this.cellsOf, (k, own) => [k, own]));
    return {
      count: this.points.length,
      interval: ints(axis.interval),
      row: ints(axis.row),
      cell: Int32Array.from(this.points, (p) => numbers.get(axis.cell[p]) ?? 0),
      day: floats(axis.day),
      sunAzimuthDeg: floats(axis.sunAzimuthDeg),
      sunElevationDeg: floats(axis.sunElevationDeg),
      airTempC: floats(axis.airTempC),
      units: axis.units.map((unit) => ({
        ...unit,
        ...{ dcW: floats(unit.dcW), unlimitedW: floats(unit.unlimitedW), follows: floats(unit.follows), measuredW: floats(unit.measuredW) },
        groups: unit.groups.map(({ strings, share }) => ({ strings, share: floats(share) })),
      })),
      beamShare: new Map([...axis.beamShare].map(([plane, share]) => [plane, floats(share)])),
    };
  }

  private ofPoints(values: Float64Array): Float64Array {
    return floats(this.points.length, (k) => values[this.points[k]]);
  }

  private ofCells(values: Float64Array, per: number): Float64Array {
    const out = new Float64Array(this.cellsOf.length * per);
    this.cellsOf.forEach((k, own) => {
      for (let u = 0; u < per; u++) out[own * per + u] = values[k * per + u];
    });
    return out;
  }
}
