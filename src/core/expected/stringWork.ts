import { loopOhm } from "../electrical/conductor";
import { type EvenModule, evenModule } from "../electrical/evenPower";
import { maxPower, OPEN_WINDOW, type TrackerWindow } from "../electrical/maxPower";
import { StringCurve } from "../electrical/stringCurve";
import { OrdinaryAgeing } from "../losses/ageing";
import type { Grid } from "../series/grid";
import { moduleTypeOf } from "../site/lookups";
import type { PvString, SiteFile } from "../site/siteSchema";
import type { LitSun } from "../sun/litInterval";
import type { ModelOptions } from "./options";
import type { PlaneOutput } from "./planeOutput";
import { type PlaneShade, type StringCondition, type StringLight, StringLights } from "./stringLight";

/** Conductors under the array and in conduit, °C: between a mild day and their rating. */
const CONDUCTOR_C = 45;
const NONE = new Float64Array(0);

/** DC side of one string, interval by interval. */
export interface StringOutput {
  /** Means over its modules, W/m²: in the plane after horizon and obstacles, and after incidence loss. */
  poaWm2: Float64Array;
  effectiveWm2: Float64Array;
  /** What its modules would give if each worked at its own maximum, new and without losses, W. */
  aloneW: Float64Array;
  /** What its input takes from it, new and without losses, W: less than `aloneW` where the light is uneven. */
  togetherW: Float64Array;
  /** At the inverter: after ageing, mismatch and wiring, W. */
  dcW: Float64Array;
  /** Its working voltage at the inverter, V; empty unless it was asked for. */
  voltsV: Float64Array;
}

/** What the DC side needs besides the site. */
export interface ArrayState {
  grid: Grid;
  sun: LitSun;
  airTempC: Float64Array;
  planes: ReadonlyMap<string, PlaneOutput>;
  options: ModelOptions;
  /** By string; absent, the array is healthy. */
  conditions?: ReadonlyMap<string, StringCondition>;
  /** Whether working voltages are asked for; they take room. */
  voltages?: boolean;
}

/** One string on its way through the intervals. */
export class StringWork {
  readonly lights: StringLights;
  readonly output: StringOutput;
  private readonly even: EvenModule;
  private readonly cableOhm: number;
  private readonly kept: number;
  private readonly ageing: OrdinaryAgeing;
  private light: StringLight | null = null;

  constructor(
    site: SiteFile,
    readonly pvString: PvString,
    private readonly state: ArrayState,
    shades: ReadonlyMap<string, PlaneShade>,
  ) {
    const { options } = state;
    const type = moduleTypeOf(site, pvString);
    const condition = state.conditions?.get(pvString.id);
    this.even = evenModule(type);
    this.lights = new StringLights(pvString, type, state.planes, shades, state.airTempC, condition);
    const { cable } = pvString;
    this.cableOhm =
      (options.wiringDc && cable ? loopOhm(cable.lengthM, cable.csaMm2, cable.material, CONDUCTOR_C) : 0) + (condition?.jointOhm ?? 0);
    const { losses } = site;
    this.kept = (options.mismatch ? 1 - losses.mismatchPct / 100 : 1) * (options.wiringDc && !cable ? 1 - losses.wiringDcPct / 100 : 1);
    this.ageing = new OrdinaryAgeing(site, options.ageing);
    // Arrays are made when they are first needed: strings that are alike share theirs, and years of them are large.
    this.output = { poaWm2: NONE, effectiveWm2: NONE, aloneW: NONE, togetherW: NONE, dcW: NONE, voltsV: NONE };
  }

  /** Makes room for what can differ from the string's plane and from its equals. */
  makeRoom(): void {
    const make = () => new Float64Array(this.state.grid.count);
    Object.assign(this.output, { poaWm2: make(), effectiveWm2: make(), aloneW: make(), togetherW: make(), dcW: make() });
    if (this.state.voltages) this.output.voltsV = make();
  }

  /** True where two strings give the same power in the same light. */
  alike(other: StringWork): boolean {
    return (
      this.even === other.even &&
      this.pvString.modules === other.pvString.modules &&
      this.pvString.plane === other.pvString.plane &&
      this.cableOhm === other.cableOhm
    );
  }

  /** All intervals of a string whose modules are always alike. */
  runEven(window: TrackerWindow, state: ArrayState): void {
    const { grid, options } = state;
    const plane = this.lights.firstPlane;
    const { modules } = this.pvString;
    const limited = window.minV > 0 || window.maxV < Number.POSITIVE_INFINITY;
    const { effectiveWm2, cellTempC } = plane;
    const { lowLight, cellTemperature } = options;
    const { even } = this;
    const aloneW = new Float64Array(grid.count);
    const togetherW = limited ? new Float64Array(grid.count) : aloneW;
    const dcW = new Float64Array(grid.count);
    const voltsV = state.voltages ? new Float64Array(grid.count) : NONE;
    Object.assign(this.output, { poaWm2: plane.poaWm2, effectiveWm2, aloneW, togetherW, dcW, voltsV });
    for (let i = 0; i < grid.count; i++) {
      const effective = effectiveWm2[i];
      if (effective === 0) continue;
      const tempC = cellTemperature ? cellTempC[i] : 25;
      const watts = modules * even.powerW(effective, tempC, lowLight);
      aloneW[i] = watts;
      let together = watts;
      if (limited) {
        const volts = modules * this.even.voltageV(effective, tempC);
        if (volts < window.minV || volts > window.maxV) together = this.atWindow(effective, tempC, watts, window);
      }
      togetherW[i] = together;
      dcW[i] = this.afterLosses(i, together, this.cableOhm > 0 ? modules * this.even.voltageV(effective, tempC) : 1);
      if (state.voltages) this.keepVolts(i, Math.min(window.maxV, Math.max(window.minV, modules * even.voltageV(effective, tempC))));
    }
  }

  /** Power where the window keeps the tracker off the maximum, W, at the scale of the tabulated one. */
  private atWindow(effectiveWm2: number, tempC: number, watts: number, window: TrackerWindow): number {
    const parts = this.even.model.substrings * this.pvString.modules;
    const curve = new StringCurve(this.even.model, [{ count: parts, effectiveWm2, cellTempC: tempC }]);
    const free = maxPower([curve]).watts;
    return free > 0 ? (watts * maxPower([curve], window).watts) / free : 0;
  }

  /** The same output as another string that is alike and alike lit. */
  copyOf(other: StringWork): void {
    Object.assign(this.output, other.output);
  }

  /** Looks at the light of an interval. @returns true where it is even */
  take(i: number, state: ArrayState): boolean {
    const { output } = this;
    this.light = this.lights.at(i, state.grid, state.sun);
    output.poaWm2[i] = this.light.poaWm2;
    output.effectiveWm2[i] = this.light.effectiveWm2;
    return this.light.even;
  }

  private tempOf(group: { cellTempC: number }, options: ModelOptions): number {
    return options.cellTemperature ? group.cellTempC : 25;
  }

  /** Temperature of evenly lit modules at the interval taken, °C. */
  private evenTempC(options: ModelOptions): number {
    const groups = (this.light as StringLight).groups;
    return groups.length > 0 ? this.tempOf(groups[0], options) : 25;
  }

  evenWithin(window: TrackerWindow): boolean {
    const light = this.light as StringLight;
    if (!(light.effectiveWm2 > 0)) return true;
    const volts = this.pvString.modules * this.even.voltageV(light.effectiveWm2, this.evenTempC(this.state.options));
    return volts >= window.minV && volts <= window.maxV;
  }

  putEven(i: number, options: ModelOptions): void {
    const { effectiveWm2 } = this.light as StringLight;
    if (effectiveWm2 === 0) return;
    const { modules } = this.pvString;
    const tempC = this.evenTempC(options);
    const watts = modules * this.even.powerW(effectiveWm2, tempC, options.lowLight);
    this.output.aloneW[i] = watts;
    this.output.togetherW[i] = watts;
    const volts = modules * this.even.voltageV(effectiveWm2, tempC);
    this.output.dcW[i] = this.afterLosses(i, watts, volts);
    this.keepVolts(i, volts);
  }

  /** @param volts at the modules; the cable's drop comes off where it is told by itself */
  private keepVolts(i: number, volts: number): void {
    const { voltsV, dcW } = this.output;
    if (voltsV.length > 0) voltsV[i] = volts > 0 ? volts - (dcW[i] / volts) * this.cableOhm : 0;
  }

  /** The string's curve in the light taken. */
  curve(options: ModelOptions): StringCurve {
    const { groups } = this.light as StringLight;
    return new StringCurve(
      this.even.model,
      options.cellTemperature ? groups : groups.map((group) => ({ ...group, cellTempC: 25 })),
      this.cableOhm,
    );
  }

  /** Each part's own maximum, added up, W. */
  private alone(options: ModelOptions, lowLight: boolean): number {
    const { substrings } = this.even.model;
    let watts = 0;
    for (const group of (this.light as StringLight).groups) {
      if (!group.shorted) watts += (group.count / substrings) * this.even.powerW(group.effectiveWm2, this.tempOf(group, options), lowLight);
    }
    return watts;
  }

  /** What a curve's power is to be multiplied by: the curve has weak light in it, so where that is switched off it is taken out. */
  private curveScale(alone: number, options: ModelOptions): number {
    if (options.lowLight) return 1;
    const onCurve = this.alone(options, true);
    return onCurve > 0 ? alone / onCurve : 1;
  }

  /** Keeps a working point of the curve; the cable's loss is in it already. */
  put(i: number, volts: number, amps: number, options: ModelOptions): void {
    const alone = this.alone(options, options.lowLight);
    const heat = amps * amps * this.cableOhm;
    const scale = this.curveScale(alone, options);
    const watts = volts * amps * scale;
    this.output.aloneW[i] = alone;
    // The tables and the curve differ by some tenths of a percent: uneven light never gains.
    const together = Number.isNaN(alone) ? Number.NaN : Math.min(watts + heat, alone);
    this.output.togetherW[i] = together;
    this.output.dcW[i] = (Number.isNaN(alone) ? Number.NaN : Math.min(watts, Math.max(0, alone - heat))) * this.keptAt(i);
    if (this.output.voltsV.length > 0) this.output.voltsV[i] = volts;
  }

  /** Modules with converters of their own: each at its own maximum, its parts in series. */
  runAlone(state: ArrayState): void {
    const { grid, sun, options } = state;
    if (this.lights.alwaysEven && this.cableOhm === 0) {
      this.runEven(OPEN_WINDOW, state);
      return;
    }
    this.makeRoom();
    for (let i = 0; i < grid.count; i++) {
      if (sun.litShare[i] <= 0) continue;
      if (this.take(i, state)) {
        this.putEven(i, options);
        continue;
      }
      const alone = this.alone(options, options.lowLight);
      const scale = this.curveScale(alone, options);
      const volts = this.pvString.modules * this.even.voltageV(this.output.effectiveWm2[i], this.evenTempC(options));
      // Last: it takes the groups of the string's light for those of single modules.
      const modules = this.lights.byModule(i, state.grid, state.sun, (groups) => this.moduleW(groups, scale, options));
      this.output.aloneW[i] = alone;
      this.output.togetherW[i] = Math.min(alone, modules);
      this.output.dcW[i] = this.afterLosses(i, this.output.togetherW[i], volts);
      this.keepVolts(i, volts);
    }
  }

  /** Maximum of one module whose parts may differ, W. */
  private moduleW(groups: StringLight["groups"], scale: number, options: ModelOptions): number {
    if (groups.length === 1 && !groups[0].shorted) {
      return this.even.powerW(groups[0].effectiveWm2, this.tempOf(groups[0], options), options.lowLight);
    }
    const states = options.cellTemperature ? groups : groups.map((group) => ({ ...group, cellTempC: 25 }));
    return scale * maxPower([new StringCurve(this.even.model, states)]).watts;
  }

  /** After ageing, mismatch and wiring. @param volts at which the string works, for the current in its cable */
  private afterLosses(i: number, watts: number, volts: number): number {
    const aged = watts * this.keptAt(i);
    if (this.cableOhm === 0 || !(volts > 0)) return aged;
    const amps = aged / volts;
    return Math.max(0, aged - amps * amps * this.cableOhm);
  }

  private keptAt(i: number): number {
    return this.kept * this.ageing.shareAt(this.state.grid.startMs + i * this.state.grid.stepMs);
  }
}
