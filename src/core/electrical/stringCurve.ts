import { diodeStateAt, emptyDiode, type ModuleModel } from "./moduleModel";
import { currentAt, type DiodeState, junctionVoltage, maximumPowerPoint, type OperatingPoint } from "./singleDiode";

/** Substrings of one kind in a series string: the part of a module behind one bypass diode, and its light and heat. */
export interface SubstringGroup {
  /** How many substrings are in this state; a whole module has as many as it has bypass diodes. */
  count: number;
  effectiveWm2: number;
  cellTempC: number;
  /** True where a bypass diode has failed short, or a module was bridged: it carries current and gives nothing. */
  shorted?: boolean;
}

/** Photocurrents closer than this share of the largest are one step of the curve. */
const SAME_LEVEL = 0.004;
/** About how many points a sampled curve has. */
const SAMPLES = 28;

/**
 * Current-voltage curve of modules of one type in series, in any mixture of states. All carry the same
 * current; a substring that can't is bypassed at its diode's forward voltage.
 * Sources: Bishop 1988 for reverse and bypass; De Soto, Klein & Beckman 2006 for each cell group.
 */
export class StringCurve {
  private readonly groups: number;
  private readonly photocurrentA: Float64Array;
  private readonly saturationA: Float64Array;
  private readonly shuntS: Float64Array;
  private readonly idealityV: Float64Array;
  private readonly seriesOhm: Float64Array;
  /** Modules' worth of each group. */
  private readonly modules: Float64Array;
  private readonly reverseV: number;
  /** Distinct photocurrents, rising, A. The curve has a step at each. */
  readonly levelsA: number[];
  /** True where every substring is in the same state. */
  readonly uniform: boolean;
  /** How fast the voltage fell with current at the last `voltageAt`, Ω. */
  private fall = 0;
  private sampled: { amps: Float64Array; volts: Float64Array } | null = null;

  constructor(
    model: ModuleModel,
    groups: readonly SubstringGroup[],
    readonly conductorOhm = 0,
  ) {
    const live = groups.filter((group) => group.count > 0 && !group.shorted);
    this.groups = live.length;
    const make = () => new Float64Array(live.length);
    [this.photocurrentA, this.saturationA, this.shuntS, this.idealityV, this.seriesOhm, this.modules] = [
      make(),
      make(),
      make(),
      make(),
      make(),
      make(),
    ];
    const state = emptyDiode();
    live.forEach((group, k) => {
      diodeStateAt(model, group.effectiveWm2, group.cellTempC, state);
      this.photocurrentA[k] = state.photocurrentA;
      this.saturationA[k] = state.saturationA;
      this.shuntS[k] = state.shuntS;
      this.idealityV[k] = state.idealityV;
      this.seriesOhm[k] = state.seriesOhm;
      this.modules[k] = group.count / model.substrings;
    });
    this.reverseV = model.reverseV;
    this.uniform = live.length <= 1;
    this.levelsA = levels(this.photocurrentA);
  }

  /** Voltage at a current, V. Falls with rising current; negative currents are those forced in from outside. */
  voltageAt(amps: number): number {
    let volts = -amps * this.conductorOhm;
    let fall = this.conductorOhm;
    for (let k = 0; k < this.groups; k++) {
      const junction = junctionVoltage(amps, this.photocurrentA[k], this.saturationA[k], this.shuntS[k], this.idealityV[k]);
      const module = junction - amps * this.seriesOhm[k];
      if (module > this.reverseV) {
        volts += this.modules[k] * module;
        // On the curve I₀·exp(V_d/a) is what light, current and shunt leave over.
        const diode = this.photocurrentA[k] - amps - junction * this.shuntS[k] + this.saturationA[k];
        fall += this.modules[k] * (this.seriesOhm[k] + 1 / (diode / this.idealityV[k] + this.shuntS[k]));
      } else volts += this.modules[k] * this.reverseV;
    }
    this.fall = fall;
    return volts;
  }

  /**
   * Points on the curve from no current to the largest photocurrent, A and V, closer together towards each step's knee.
   * Made once, on the first call.
   */
  samples(): { amps: Float64Array; volts: Float64Array } {
    if (this.sampled) return this.sampled;
    const each = Math.max(2, Math.ceil(SAMPLES / Math.max(1, this.levelsA.length)));
    const amps = new Float64Array(1 + each * this.levelsA.length);
    let from = 0;
    let at = 1;
    for (const level of this.levelsA) {
      for (let j = 1; j <= each; j++) amps[at++] = level - (level - from) * (1 - j / each) ** 2;
      from = level;
    }
    this.sampled = { amps, volts: amps.map((value) => this.voltageAt(value)) };
    return this.sampled;
  }

  /** Current at a voltage, A; negative over the open-circuit voltage. */
  currentAt(volts: number): number {
    if (this.groups === 0 || this.levelsA.length === 0) return 0;
    if (this.uniform) return currentAt(this.wholeState(), volts / this.modules[0]);
    const samples = this.samples();
    const last = samples.amps.length - 1;
    if (volts <= samples.volts[last]) return samples.amps[last];
    if (volts > samples.volts[0]) return this.forcedBack(volts);
    const k = this.bracket(volts);
    let low = samples.amps[k];
    let high = samples.amps[k + 1];
    const span = samples.volts[k] - samples.volts[k + 1];
    let amps = span > 0 ? low + ((high - low) * (samples.volts[k] - volts)) / span : low;
    // Newton's method, kept within the two samples by halving where a step would leave them.
    for (let step = 0; step < 40; step++) {
      const over = this.voltageAt(amps) - volts;
      if (Math.abs(over) < 1e-5 * volts) break;
      if (over > 0) low = amps;
      else high = amps;
      const next = amps + over / this.fall;
      amps = next > low && next < high ? next : (low + high) / 2;
    }
    return amps;
  }

  /** Current at a voltage by straight lines between the samples, A; good for finding where to look closer. */
  roughCurrentAt(volts: number): number {
    const samples = this.samples();
    const last = samples.amps.length - 1;
    if (volts <= samples.volts[last]) return samples.amps[last];
    if (volts > samples.volts[0]) return this.forcedBack(volts);
    const k = this.bracket(volts);
    const span = samples.volts[k] - samples.volts[k + 1];
    return span > 0 ? samples.amps[k] + ((samples.amps[k + 1] - samples.amps[k]) * (samples.volts[k] - volts)) / span : samples.amps[k];
  }

  /** Index of the sample whose voltage is the last at or over this one. */
  private bracket(volts: number): number {
    const { volts: falling } = this.samples();
    let low = 0;
    let high = falling.length - 1;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (falling[middle] >= volts) low = middle;
      else high = middle;
    }
    return low;
  }

  /** Current into a string whose open-circuit voltage is exceeded, A (negative): by doubling and halving. */
  private forcedBack(volts: number): number {
    let low = -0.05 * this.levelsA[this.levelsA.length - 1];
    for (let step = 0; this.voltageAt(low) < volts && step < 10; step++) low *= 2;
    let high = 0;
    for (let step = 0; step < 24; step++) {
      const middle = (low + high) / 2;
      if (this.voltageAt(middle) > volts) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  }

  /** The state of one module of a uniform string, its share of the conductor in its series resistance. */
  private wholeState(): DiodeState {
    return {
      photocurrentA: this.photocurrentA[0],
      saturationA: this.saturationA[0],
      seriesOhm: this.seriesOhm[0] + this.conductorOhm / this.modules[0],
      shuntS: this.shuntS[0],
      idealityV: this.idealityV[0],
    };
  }

  /** Maximum power point of the only state there is; for uniform strings. */
  uniformPoint(): OperatingPoint {
    if (this.groups === 0) return { volts: 0, amps: 0, watts: 0 };
    const n = this.modules[0];
    const point = maximumPowerPoint(this.wholeState());
    return { volts: n * point.volts, amps: point.amps, watts: n * point.watts };
  }
}

function levels(photocurrentA: Float64Array): number[] {
  const rising = [...photocurrentA].filter((amps) => amps > 0).sort((a, b) => a - b);
  const apart = (rising[rising.length - 1] ?? 0) * SAME_LEVEL;
  const out: number[] = [];
  for (const amps of rising) {
    if (out.length > 0 && amps - out[out.length - 1] < apart) out[out.length - 1] = amps;
    else out.push(amps);
  }
  return out;
}
