import { describe, expect, it } from "vitest";
import { RandomStream } from "../random";
import { type ModuleType, moduleTypeSchema } from "../site/siteSchema";
import { loopOhm } from "./conductor";
import { EvenModule } from "./evenPower";
import { airAroundC, heatLimitW } from "./inverterHeat";
import { maxPower } from "./maxPower";
import { diodeStateAt, emptyDiode, moduleModel } from "./moduleModel";
import { currentAt, type DiodeState, junctionVoltage, maximumPowerPoint } from "./singleDiode";
import { StringCurve, type SubstringGroup } from "./stringCurve";

const sheet = (id: string, numbers: number[], more: Partial<ModuleType> = {}): ModuleType => {
  const [pmaxW, vocV, iscA, vmpV, impA, gammaPmaxPctPerC, betaVocPctPerC, alphaIscPctPerC, cellsInSeries] = numbers;
  return moduleTypeSchema.parse({
    ...{ id, pmaxW, vocV, iscA, vmpV, impA, gammaPmaxPctPerC, betaVocPctPerC, alphaIscPctPerC, cellsInSeries },
    ...more,
  });
};

/** Data sheets as they come: mono, poly, n-type, back contact, half-cut counted whole, an old small one, thin film of middling and high fill factor. */
const SHEETS = [
  sheet("mono405", [405, 37.2, 13.9, 31.2, 12.98, -0.34, -0.27, 0.05, 54]),
  sheet("mono310", [310, 40.1, 9.78, 33.2, 9.34, -0.37, -0.29, 0.05, 60]),
  sheet("poly250", [250, 37.6, 8.81, 30.5, 8.27, -0.43, -0.32, 0.06, 60]),
  sheet("ntype430", [430, 38.6, 14.1, 32.4, 13.27, -0.29, -0.24, 0.045, 54]),
  sheet("back327", [327, 64.9, 6.46, 54.7, 5.98, -0.35, -0.27, 0.05, 96]),
  sheet("half540", [540, 49.5, 13.85, 41.65, 12.97, -0.35, -0.27, 0.05, 144]),
  sheet("old75", [75, 21.7, 4.8, 17, 4.4, -0.45, -0.35, 0.04, 36], { bypassDiodes: 2 }),
  sheet("film80", [80, 60.8, 1.88, 48.5, 1.65, -0.25, -0.27, 0.04, 116], { technology: "thin-film", bypassDiodes: 0 }),
  sheet("film450", [450, 218, 2.55, 186, 2.42, -0.32, -0.28, 0.04, 264], { technology: "thin-film", bypassDiodes: 0 }),
];
/** Fill factors of 0.55 and 0.63: much is lost on the way out of the cells that isn't resistance. */
const FLAT = [
  sheet("flat60", [60, 92, 1.19, 67, 0.9, -0.23, -0.3, 0.08, 108], { technology: "thin-film", bypassDiodes: 0 }),
  sheet("flat150", [150, 108, 2.2, 81.5, 1.85, -0.31, -0.3, 0.01, 170], { technology: "thin-film", bypassDiodes: 0 }),
];
const [mono] = SHEETS;
const state = emptyDiode();
const openV = (s: DiodeState) => junctionVoltage(0, s.photocurrentA, s.saturationA, s.shuntS, s.idealityV);

/** Current of the diode equation at a voltage by bisection alone: nothing shared with the solver under test. */
function bisectedAmps(s: DiodeState, volts: number): number {
  let [low, high] = [-50, 50];
  for (let k = 0; k < 200; k++) {
    const amps = (low + high) / 2;
    const junction = volts + amps * s.seriesOhm;
    const given = s.photocurrentA - s.saturationA * (Math.exp(junction / s.idealityV) - 1) - junction * s.shuntS;
    if (given > amps) low = amps;
    else high = amps;
  }
  return (low + high) / 2;
}

describe.each(SHEETS.map((type) => [type.id, type] as const))("the diode fitted to %s", (_, type) => {
  const model = moduleModel(type);
  const at = (wm2: number, tempC: number) => ({ ...diodeStateAt(model, wm2, tempC, state) });

  it("meets the data sheet's points to 0.5 %", () => {
    const reference = at(1000, 25);
    const top = maximumPowerPoint(reference);
    expect(Math.abs(top.watts / type.pmaxW - 1)).toBeLessThan(0.005);
    expect(Math.abs(top.volts / type.vmpV - 1)).toBeLessThan(0.005);
    expect(Math.abs(top.amps / type.impA - 1)).toBeLessThan(0.005);
    expect(Math.abs(openV(reference) / type.vocV - 1)).toBeLessThan(0.005);
    expect(Math.abs(currentAt(reference, 0) / type.iscA - 1)).toBeLessThan(0.005);
  });

  it("follows the data sheet's temperature coefficients", () => {
    const [cool, warm] = [at(1000, 25), at(1000, 65)];
    const gamma = ((maximumPowerPoint(warm).watts / maximumPowerPoint(cool).watts - 1) / 40) * 100;
    expect(Math.abs(gamma - type.gammaPmaxPctPerC)).toBeLessThan(0.01);
    const beta = ((openV(at(1000, 50)) / openV(cool) - 1) / 25) * 100;
    expect(Math.abs(beta - type.betaVocPctPerC)).toBeLessThan(0.01);
    expect(Math.abs((currentAt(warm, 0) / currentAt(cool, 0) - 1) / 0.4 - type.alphaIscPctPerC)).toBeLessThan(0.01);
  });

  it("agrees with plain bisection of its equation, both ways", () => {
    for (const [wm2, tempC] of [
      [1000, 25],
      [150, -20],
      [1150, 75],
    ]) {
      const s = at(wm2, tempC);
      for (const share of [0, 0.4, 0.8, 0.95]) {
        const volts = share * openV(s);
        const amps = bisectedAmps(s, volts);
        expect(currentAt(s, volts)).toBeCloseTo(amps, 6);
        const junction = junctionVoltage(amps, s.photocurrentA, s.saturationA, s.shuntS, s.idealityV);
        expect(junction - amps * s.seriesOhm).toBeCloseTo(volts, 3);
      }
    }
  });

  it("is told quickly by the tables: within 0.5 % of the curve from 50 to 1200 W/m²", () => {
    const even = new EvenModule(type);
    const full = maximumPowerPoint(at(1000, 25)).watts;
    for (const wm2 of [55, 120, 260, 480, 730, 1010, 1190]) {
      for (const tempC of [-20, 5, 30, 70]) {
        const exact = (type.pmaxW * maximumPowerPoint(at(wm2, tempC)).watts) / full;
        expect(Math.abs(even.powerW(wm2, tempC, true) / exact - 1)).toBeLessThan(0.005);
      }
    }
  });
});

it.each([...SHEETS, ...FLAT].map((type) => [type.id, type] as const))(
  "loses a few percent of its efficiency in a fifth of full sun and gains next to nothing between (%s)",
  (_, type) => {
    const even = new EvenModule(type);
    expect(even.lowLightShare(200)).toBeGreaterThan(0.95);
    expect(even.lowLightShare(200)).toBeLessThan(1);
    for (let wm2 = 25; wm2 <= 1000; wm2 += 25) {
      expect(even.lowLightShare(wm2)).toBeLessThan(1.01);
      expect(even.lowLightShare(wm2)).toBeGreaterThan(even.lowLightShare(wm2 - 20) - 0.003);
    }
  },
);

it("gives nothing in the dark, NaN for NaN, and never less for more light", () => {
  const even = new EvenModule(mono);
  expect(even.powerW(0, 10, true)).toBe(0);
  expect(even.powerW(Number.NaN, 10, true)).toBeNaN();
  expect(maximumPowerPoint(diodeStateAt(moduleModel(mono), 0, 10, state)).watts).toBe(0);
  let before = 0;
  for (let wm2 = 0; wm2 < 1400; wm2 += 3) {
    const watts = even.powerW(wm2, 40, true);
    expect(watts).toBeGreaterThanOrEqual(before);
    before = watts;
  }
});

describe("modules in series", () => {
  const model = moduleModel(mono);
  const group = (count: number, effectiveWm2: number, shorted = false): SubstringGroup => ({ count, effectiveWm2, cellTempC: 40, shorted });
  const watts = (...groups: SubstringGroup[]) => maxPower([new StringCurve(model, groups)]).watts;

  it("add up when alike", () => {
    const one = maximumPowerPoint(diodeStateAt(model, 800, 40, state)).watts;
    expect(watts(group(30, 800))).toBeCloseTo(10 * one, 3);
    expect(watts(group(12, 800), group(18, 800))).toBeCloseTo(10 * one, 1);
  });

  it("bypass a dark part: the string goes on with the rest, less the diode's voltage", () => {
    const one = maximumPowerPoint(diodeStateAt(model, 800, 40, state));
    const left = watts(group(27, 800), group(3, 40));
    expect(left).toBeLessThan(9 * one.watts);
    expect(left).toBeGreaterThan(9 * one.watts - 1.6 * one.amps);
  });

  it("lose a third of a module's voltage to one diode failed short, and no current", () => {
    const whole = maxPower([new StringCurve(model, [group(30, 800)])]);
    const bridged = maxPower([new StringCurve(model, [group(29, 800), group(1, 800, true)])]);
    expect(bridged.volts / whole.volts).toBeCloseTo(29 / 30, 3);
    expect(bridged.amps / whole.amps).toBeCloseTo(1, 3);
  });

  it("pick the higher of two humps, and the other one when the window says so", () => {
    const curve = new StringCurve(model, [group(20, 900), group(10, 300)]);
    const free = maxPower([curve]);
    const kept = maxPower([curve], { minV: 1.15 * free.volts, maxV: 1000 });
    expect(free.amps).toBeGreaterThan(9);
    expect(kept.volts).toBeGreaterThanOrEqual(1.15 * free.volts - 0.01);
    expect(kept.watts).toBeLessThan(free.watts);
    expect(kept.watts).toBeGreaterThan(0.3 * free.watts);
  });

  it("never give more for more shade (300 random strings), alone or in parallel", () => {
    const random = new RandomStream(77);
    for (let k = 0; k < 300; k++) {
      const groups = Array.from({ length: 1 + Math.floor(random.uniform(0, 4)) }, () =>
        group(1 + Math.floor(random.uniform(0, 12)), random.uniform(50, 1000)),
      );
      const darker = groups.map((entry) => ({
        ...entry,
        effectiveWm2: entry.effectiveWm2 * (random.chance(0.5) ? random.uniform(0, 1) : 1),
      }));
      const mate = new StringCurve(model, [group(30, 700)]);
      const before = new StringCurve(model, groups);
      const after = new StringCurve(model, darker);
      expect(maxPower([after]).watts).toBeLessThanOrEqual(maxPower([before]).watts * 1.001 + 0.01);
      expect(maxPower([after, mate]).watts).toBeLessThanOrEqual(maxPower([before, mate]).watts * 1.002 + 0.01);
    }
  });

  it("find the best point of random mixtures: a fine scan of the curve finds no better", () => {
    const random = new RandomStream(5);
    for (let k = 0; k < 60; k++) {
      const groups = Array.from({ length: 3 }, () => group(2 + Math.floor(random.uniform(0, 10)), random.uniform(30, 1000)));
      const curves = [new StringCurve(model, groups), ...(k % 2 ? [new StringCurve(model, [group(24, random.uniform(100, 900))])] : [])];
      const found = maxPower(curves).watts;
      let best = 0;
      for (let volts = 5; volts < 420; volts += 0.5) {
        let amps = 0;
        for (const curve of curves) amps += curve.currentAt(volts);
        best = Math.max(best, volts * amps);
      }
      expect(found).toBeGreaterThan(best * 0.997);
      expect(found).toBeLessThan(best * 1.003);
    }
  });

  it("take back current where their voltage is exceeded by a longer neighbour", () => {
    const short = new StringCurve(model, [group(15, 800)]);
    expect(short.currentAt(400)).toBeLessThan(0);
    const together = maxPower([short, new StringCurve(model, [group(30, 800)])]);
    expect(together.watts).toBeLessThan(15 * maximumPowerPoint(diodeStateAt(model, 800, 40, state)).watts);
  });
});

it("has the resistance of IEC 60228 copper: 100 m of 4 mm² there and back is 0.86 Ω at 20 °C, a fifth more when hot", () => {
  expect(loopOhm(100, 4, "copper", 20)).toBeCloseTo(0.862, 3);
  expect(loopOhm(100, 4, "copper", 71) / loopOhm(100, 4, "copper", 20)).toBeCloseTo(1.2, 2);
  expect(loopOhm(100, 4, "aluminium", 20)).toBeGreaterThan(loopOhm(100, 4, "copper", 20));
});

describe("an inverter in the heat", () => {
  const inverter = { id: "i", acRatedW: 5000, derateStartC: 45, location: "outdoor-sun" } as Parameters<typeof heatLimitW>[0];

  it("has warmer air round it in the sun than in the shade, and in a room never frost", () => {
    expect(airAroundC("outdoor-sun", 30, 1000)).toBeGreaterThan(airAroundC("outdoor-shaded", 30, 1000));
    expect(airAroundC("indoor", -20, 0)).toBe(10);
  });

  it("is cut back over its threshold only, never under 30 %, and not at all where none is named", () => {
    expect(heatLimitW(inverter, 20, 800)).toBe(Number.POSITIVE_INFINITY);
    expect(heatLimitW(inverter, 35, 1000)).toBeCloseTo(5000 * (1 - 0.025 * 4), 6);
    expect(heatLimitW({ ...inverter, deratePctPerC: 5 }, 35, 1000)).toBeCloseTo(5000 * 0.8, 6);
    expect(heatLimitW(inverter, 100, 1000)).toBe(1500);
    expect(heatLimitW({ ...inverter, derateStartC: undefined }, 60, 1000)).toBe(Number.POSITIVE_INFINITY);
  });
});
