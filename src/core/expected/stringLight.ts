import type { SubstringGroup } from "../electrical/stringCurve";
import { layOutPlane, type PlaneLayout, segmentsOf } from "../plane/layout";
import { NearShade } from "../plane/nearShade";
import type { Grid } from "../series/grid";
import type { ModuleType, Plane, PvString, SiteFile } from "../site/siteSchema";
import type { LitSun } from "../sun/litInterval";
import { type PlaneOutput, SKYLINE_PIECE_MS } from "./planeOutput";

/** What is not as it should be in a string: for the simulator and for questions of "what if". */
export interface StringCondition {
  /** Share of its light that a module gets, 0 to 1, by its place (from 1): snow, dirt, a leaf. */
  lightShare?: (place: number, i: number) => number;
  /** How many parts of a module give nothing but carry current: bypass diodes failed short. By place. */
  shortedParts?: ReadonlyMap<number, number>;
  /** Resistance of a poor joint, Ω. */
  jointOhm?: number;
}

/** Sky shares nearer to each other than this are one group. */
const SKY_CLASS = 0.02;
/** Light shares of a condition are rounded to this. */
const LIGHT_CLASS = 0.02;
/** Spread of light between a string's modules under which they are taken as even. */
const EVEN_SPREAD = 0.03;

/** Near obstacles over one plane: made anew for each piece of time, for they grow. */
export class PlaneShade {
  private readonly plane: Plane;
  private readonly layout: PlaneLayout | null;
  private piece = Number.NaN;
  private near: NearShade | null = null;

  constructor(site: SiteFile, planeId: string) {
    this.plane = site.planes.find(({ id }) => id === planeId) as Plane;
    this.layout = layOutPlane(site, this.plane);
  }

  /** The obstacles as they stand at an instant; null where no module lies in the plane. */
  at(utcMs: number): NearShade | null {
    const now = Math.floor(utcMs / SKYLINE_PIECE_MS);
    if (now !== this.piece && this.layout) {
      this.piece = now;
      this.near = new NearShade(this.plane, this.layout.type, this.layout.places, (now + 0.5) * SKYLINE_PIECE_MS);
    }
    return this.near;
  }

  /** Indices of a string's modules in the plane's layout, in the order of their places. */
  indicesOf(stringId: string): number[] {
    return (this.layout?.places ?? []).flatMap((place, k) => (place.stringId === stringId ? [k] : []));
  }
}

interface Segment {
  plane: PlaneOutput;
  shade: PlaneShade | null;
  /** Index of each module in the plane's layout; empty where no near obstacle stands. */
  indices: number[];
  modules: number;
  firstPlace: number;
  /** The near obstacles at the interval last looked at, and whether they shade anything then. */
  near: NearShade | null;
  shaded: boolean;
}

/** Looks at the sun from a segment's modules. */
function lookFrom(segment: Segment, i: number, grid: Grid, sun: LitSun): void {
  segment.near = segment.shade?.at(grid.startMs + i * grid.stepMs) ?? null;
  segment.shaded = segment.near?.look(sun.azimuthDeg[i], 90 - sun.zenithDeg[i]) ?? false;
}

/** The light on one string at an interval, as groups of parts in the same state. */
export interface StringLight {
  groups: SubstringGroup[];
  /** Means over the modules, W/m². */
  poaWm2: number;
  effectiveWm2: number;
  /** True where all parts are so nearly alike that the string works as one module does. */
  even: boolean;
}

/** Tells the light on each part of a string. */
export class StringLights {
  private readonly segments: Segment[];
  private readonly parts: number;
  /** True where every interval is even: one plane, no near obstacle, nothing wrong. */
  readonly alwaysEven: boolean;
  private readonly out: StringLight = { groups: [], poaWm2: 0, effectiveWm2: 0, even: true };
  private readonly pool: SubstringGroup[] = [];

  constructor(
    private readonly pvString: PvString,
    type: ModuleType,
    private readonly planes: ReadonlyMap<string, PlaneOutput>,
    shades: ReadonlyMap<string, PlaneShade>,
    private readonly airTempC: Float64Array,
    private readonly condition: StringCondition | undefined,
  ) {
    this.parts = Math.max(1, type.bypassDiodes);
    let place = 1;
    this.segments = segmentsOf(pvString).map(({ plane: id, modules }) => {
      const plane = planes.get(id) as PlaneOutput;
      const shade = plane.parts ? (shades.get(id) ?? null) : null;
      const segment = {
        plane,
        shade,
        indices: shade ? shade.indicesOf(pvString.id) : [],
        modules,
        firstPlace: place,
        near: null,
        shaded: false,
      };
      place += modules;
      return segment;
    });
    this.alwaysEven = this.segments.length === 1 && !this.segments[0].shade && !condition?.lightShare && !condition?.shortedParts;
  }

  /** The plane of the string's first module. */
  get firstPlane(): PlaneOutput {
    return this.segments[0]?.plane ?? (this.planes.get(this.pvString.plane) as PlaneOutput);
  }

  /** The light at an interval; the object is used again at the next call. */
  at(i: number, grid: Grid, sun: LitSun): StringLight {
    const { out } = this;
    out.groups.length = 0;
    out.poaWm2 = 0;
    out.effectiveWm2 = 0;
    for (const segment of this.segments) {
      lookFrom(segment, i, grid, sun);
      this.addModules(segment, i, 0, segment.modules);
    }
    const total = this.pvString.modules;
    out.poaWm2 /= total;
    out.effectiveWm2 /= total;
    let low = Number.POSITIVE_INFINITY;
    let high = 0;
    let shorted = false;
    for (const group of out.groups) {
      if (group.shorted) shorted = true;
      low = Math.min(low, group.effectiveWm2);
      high = Math.max(high, group.effectiveWm2);
    }
    out.even = !shorted && !(high - low > EVEN_SPREAD * high);
    return out;
  }

  /** Adds up a value over the modules, each told by the groups of its own parts. */
  byModule(i: number, grid: Grid, sun: LitSun, value: (groups: SubstringGroup[]) => number): number {
    const { out } = this;
    let sum = 0;
    for (const segment of this.segments) {
      lookFrom(segment, i, grid, sun);
      for (let m = 0; m < segment.modules; m++) {
        out.groups.length = 0;
        this.addModules(segment, i, m, m + 1);
        sum += value(out.groups);
      }
    }
    return sum;
  }

  /** Adds the modules of a segment from one to before another, as they were last looked at. */
  private addModules(segment: Segment, i: number, from: number, to: number): void {
    const { plane, near, shaded } = segment;
    const { parts } = plane;
    for (let m = from; m < to; m++) {
      const place = segment.firstPlace + m;
      const light = this.condition?.lightShare ? rounded(this.condition.lightShare(place, i), LIGHT_CLASS) : 1;
      const shorted = Math.min(this.parts, this.condition?.shortedParts?.get(place) ?? 0);
      if (shorted > 0) this.add(shorted, 0, 0, plane, i, true);
      if (!near || !parts) {
        this.add(this.parts - shorted, plane.poaWm2[i] * light, plane.effectiveWm2[i] * light, plane, i, false);
        continue;
      }
      const index = segment.indices[m];
      const sky = parts.skyWm2[i] * rounded(near.skyShare[index], SKY_CLASS);
      const ground = parts.groundWm2[i];
      const direct = parts.directWm2[i];
      const diffuseGlass = sky * parts.skyGlass + ground * parts.groundGlass;
      if (!shaded) {
        const poa = (direct + sky + ground) * light;
        this.add(this.parts - shorted, poa, (direct * parts.beamGlass[i] + diffuseGlass) * light, plane, i, false);
        continue;
      }
      for (let strip = shorted; strip < near.strips; strip++) {
        const beam = direct * near.beam[index * near.strips + strip];
        this.add(1, (beam + sky + ground) * light, (beam * parts.beamGlass[i] + diffuseGlass) * light, plane, i, false);
      }
    }
  }

  private add(count: number, poaWm2: number, effectiveWm2: number, plane: PlaneOutput, i: number, shorted: boolean): void {
    if (count <= 0) return;
    const { groups } = this.out;
    this.out.poaWm2 += (count / this.parts) * poaWm2;
    this.out.effectiveWm2 += (count / this.parts) * effectiveWm2;
    for (const group of groups) {
      if (group.effectiveWm2 === effectiveWm2 && !group.shorted === !shorted) {
        group.count += count;
        return;
      }
    }
    const full = plane.poaWm2[i];
    const air = this.airTempC[i];
    // A darker part is cooler in proportion to its light, as steady heat balance has it.
    const cellTempC = full > 0 ? air + (plane.cellTempC[i] - air) * Math.min(1.5, poaWm2 / full) : plane.cellTempC[i];
    const group = (this.pool[groups.length] ??= { count: 0, effectiveWm2: 0, cellTempC: 0 });
    group.count = count;
    group.effectiveWm2 = effectiveWm2;
    group.cellTempC = Number.isNaN(cellTempC) ? plane.cellTempC[i] : cellTempC;
    group.shorted = shorted;
    groups.push(group);
  }
}

function rounded(value: number, step: number): number {
  return Math.round(value / step) * step;
}
