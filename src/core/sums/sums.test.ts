import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answerTo, SUMS, type SumId, sumSchema } from "./sumKinds";

function sum(kind: SumId, inputs: object) {
  const answer = answerTo(sumSchema.parse({ format: "irradant-sum/1", kind, ...inputs }));
  expect(Object.keys(answer.values)).toEqual(Object.keys(SUMS[kind].outputs));
  return answer;
}
const refused = (kind: SumId, inputs: object) => {
  const { error } = sumSchema.safeParse({ format: "irradant-sum/1", kind, ...inputs });
  return Object.fromEntries((error?.issues ?? []).map(({ path, message }) => [path.join("."), message]));
};

describe("rail-overhang", () => {
  it.each([
    [{ spanMm: 1200, overhangMm: 400 }, 400, true],
    [{ spanMm: 1200, overhangMm: 400.001 }, 400, false],
    [{ spanMm: 1200, overhangMm: 480, maxShare: 0.4 }, 480, true],
    [{ spanMm: 1200, overhangMm: 401, maxShare: null }, 400, false],
    [{ spanMm: 900, overhangMm: 0, maxShare: 0 }, 0, true],
    // 0.1 × 300 isn't quite 30 in binary: a difference of arithmetic is none.
    [{ spanMm: 300, overhangMm: 30.000000000000004, maxShare: 0.1 }, 30, true],
  ])("%o: at most %d mm, %o", (inputs, limit, ok) => {
    const answer = sum("rail-overhang", inputs);
    expect(answer.values.limitMm).toBeCloseTo(limit, 9);
    expect(answer.ok).toBe(ok);
    expect(answer.cautions.length).toBe(ok ? 0 : 1);
  });
});

describe("thermal-expansion", () => {
  it("moves plastic conduit as handbooks say: 3 m of PVC over 60 K by 10.98 mm", () => {
    const { values, ok } = sum("thermal-expansion", { material: "pvc", lengthM: 3, installedC: 20, minC: -20, maxC: 40 });
    expect(values).toEqual({
      growthMm: expect.closeTo(3.66, 9) as number,
      shrinkMm: expect.closeTo(7.32, 9) as number,
      rangeMm: expect.closeTo(10.98, 9) as number,
    });
    expect(ok).toBeNull();
  });

  it("lets a maker's coefficient count before the material, and neither way is under nothing", () => {
    const { values } = sum("thermal-expansion", { material: "steel", alphaPerK: 1e-4, lengthM: 1, installedC: 50, minC: 0, maxC: 40 });
    expect(values.growthMm).toBe(0);
    expect(values.shrinkMm).toBeCloseTo(5, 9);
    expect(values.rangeMm).toBeCloseTo(4, 9);
  });

  it("refuses what can't be, at its key", () => {
    const inputs = { lengthM: 3, installedC: 20, minC: 0, maxC: 30 };
    expect(Object.keys(refused("thermal-expansion", inputs))).toEqual(["material"]);
    expect(Object.keys(refused("thermal-expansion", { ...inputs, material: "pvc", maxC: 0 }))).toEqual(["maxC"]);
    expect(refused("thermal-expansion", { ...inputs, alphaPerK: 0.002 })).toEqual({ alphaPerK: "a number from 0 to 0.001" });
  });
});

describe("galvanic-pair", () => {
  const pair = (metalA: string, metalB: string, environment: string, fastener: string | null = null) =>
    sum("galvanic-pair", { metalA, metalB, environment, fastener });

  it.each([
    // Aluminium rail and stainless bolt: 0.40 V, borne in the weather only because the small part is the noble one.
    ["aluminium", "stainless", "outdoor", null, 0.4, "aluminium", false],
    ["aluminium", "stainless", "outdoor", "B", 0.4, "aluminium", true],
    ["aluminium", "stainless", "indoor", null, 0.4, "aluminium", true],
    ["aluminium", "stainless", "marine", "B", 0.4, "aluminium", false],
    // A small part that is eaten helps nobody.
    ["stainless", "aluminium", "outdoor", "B", 0.4, "aluminium", false],
    // The domain's own: a plain steel bolt on an aluminium rail is within the limit.
    ["steel", "aluminium", "outdoor", "A", 0.05, "aluminium", true],
    ["copper", "copper", "marine", null, 0, null, true],
    ["tin", "copper", "indoor", null, 0.3, "tin", true],
    // 0.90 − 0.65 is a hair over 0.25 in binary: equal holds.
    ["aluminium", "tin", "outdoor", null, 0.25, "aluminium", true],
    ["galvanised-steel", "copper", "outdoor", "B", 0.85, "galvanised-steel", true],
    ["zinc", "copper", "indoor", "A", 0.9, "zinc", false],
  ] as const)("%s and %s, %s, small part %s: %d V, %s is eaten, holds: %o", (a, b, place, fastener, difference, anode, ok) => {
    const answer = pair(a, b, place, fastener);
    expect(answer.values.differenceV).toBeCloseTo(difference, 9);
    expect(answer.values.anode).toBe(anode);
    expect(answer.ok).toBe(ok);
  });

  it("calls out a small part that is eaten, even within the limit", () => {
    expect(pair("aluminium", "steel", "outdoor", "A").ok).toBe(true);
    expect(pair("aluminium", "steel", "outdoor", "A").cautions[0]).toContain("aluminium");
    expect(pair("aluminium", "steel", "outdoor", "B").cautions).toEqual([]);
  });
});

describe("heights", () => {
  it("follow from a distance and an angle: 45° at 10 m is 10 m over the eye", () => {
    expect(sum("height-by-angle", { distanceM: 10, topDeg: 45 }).values.heightM).toBeCloseTo(11.6, 9);
    expect(sum("height-by-angle", { distanceM: 10, topDeg: 45, baseDeg: -45, eyeHeightM: 9 }).values.heightM).toBeCloseTo(20, 9);
    expect(sum("height-by-angle", { distanceM: 10, topDeg: 45, eyeHeightM: 0 }).values.heightM).toBeCloseTo(10, 9);
    expect(sum("height-by-angle", { distanceM: 20, topDeg: -20, baseDeg: -30 }).values.heightM).toBeCloseTo(4.2676, 3);
  });

  it("follow from two angles whatever tree was sighted", () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 60, noNaN: true }), fc.double({ min: 3, max: 80, noNaN: true }), (treeM, awayM) => {
        const angle = (metres: number) => (Math.atan2(treeM, metres) * 180) / Math.PI;
        const { values } = sum("height-by-two-angles", { baselineM: 12, nearDeg: angle(awayM), farDeg: angle(awayM + 12) });
        expect(values.heightM).toBeCloseTo(treeM + 1.6, 6);
        expect(values.distanceM).toBeCloseTo(awayM, 6);
      }),
    );
  });

  it("are refused where the angles can't be", () => {
    expect(refused("height-by-angle", { distanceM: 0, topDeg: 90 })).toEqual({
      distanceM: "a number over 0",
      topDeg: "a number over -90 under 90",
    });
    expect(Object.keys(refused("height-by-angle", { distanceM: 5, topDeg: 10, baseDeg: 10 }))).toEqual(["topDeg"]);
    expect(Object.keys(refused("height-by-two-angles", { baselineM: 5, nearDeg: 20, farDeg: 20 }))).toEqual(["nearDeg"]);
    expect(Object.keys(refused("height-by-two-angles", { baselineM: 5, nearDeg: 20, farDeg: 0 }))).toEqual(["farDeg"]);
  });
});

describe("busbar", () => {
  it.each([
    // 200 A bar, 200 A main, 32 A of inverters: 240 A, the most that the other end allows.
    [{ busbarA: 200, mainA: 200, feedA: 32, opposite: true }, 240, 240, true],
    [{ busbarA: 200, mainA: 200, feedA: 32.1, opposite: true }, 240.125, 240, false],
    [{ busbarA: 200, mainA: 200, feedA: 32, opposite: false }, 240, 200, false],
    [{ busbarA: 63, mainA: 40, feedA: 16, feedFactor: 1, opposite: false }, 56, 63, true],
  ])("%o: %d A of %d A, %o", (inputs, load, limit, ok) => {
    const answer = sum("busbar", inputs);
    expect(answer.values.loadA).toBeCloseTo(load, 9);
    expect(answer.values.limitA).toBeCloseTo(limit, 9);
    expect(answer.ok).toBe(ok);
    expect(answer.cautions).toHaveLength(1);
  });
});

describe("wind-ballast", () => {
  // 20 modules of 1.95 m² in 30 m/s: q = 551.25 Pa.
  const array = { areaM2: 39, windMs: 30, upliftCoefficient: 0.2, dragCoefficient: 0.1, deadKg: 500 };
  it("weighs lifting and sliding, and takes the heavier", () => {
    const { values, ok, cautions } = sum("wind-ballast", { ...array, ballastKg: 900 });
    expect(values.pressurePa).toBeCloseTo(551.25, 9);
    expect(values.upliftN).toBeCloseTo(4299.75, 6);
    expect(values.dragN).toBeCloseTo(2149.875, 6);
    // 1.5 × (4299.75 + 2149.875 / 0.4) / 9.81 − 500.
    expect(values.neededKg).toBeCloseTo(979.3, 1);
    expect(values.shortKg).toBeCloseTo(79.3, 1);
    expect(ok).toBe(false);
    expect(cautions[0]).toContain("engineer");
  });

  it("holds at exactly what is needed, and needs nothing where the array is heavy enough", () => {
    const needed = sum("wind-ballast", { ...array, ballastKg: 0 }).values.neededKg as number;
    expect(sum("wind-ballast", { ...array, ballastKg: needed })).toMatchObject({ ok: true, values: { shortKg: 0 } });
    expect(sum("wind-ballast", { ...array, ballastKg: needed - 0.01 }).ok).toBe(false);
    const heavy = sum("wind-ballast", { ...array, deadKg: 5000, ballastKg: 0 });
    expect(heavy).toMatchObject({ ok: true, values: { neededKg: 0, shortKg: 0 } });
    expect(heavy.cautions[0]).toContain("engineer");
  });
});

describe("money", () => {
  it("mounts: flashing is worth it from its break-even chance on", () => {
    const roof = { count: 20, unitPrice: 25, hoursEach: 0.5, hourlyRate: 70, leakDamage: 12_000 };
    expect(sum("mounts", { ...roof, leakChancePct: 10 })).toMatchObject({
      values: { cost: 1200, expectedDamage: 1200, breakEvenChancePct: 10 },
      ok: true,
    });
    expect(sum("mounts", { ...roof, leakChancePct: 9.9 }).ok).toBe(false);
    expect(Object.keys(refused("mounts", { ...roof, count: 2.5, leakDamage: 0, leakChancePct: 101 })).sort()).toEqual([
      "count",
      "leakChancePct",
      "leakDamage",
    ]);
  });

  it("cleaning: the interval costs least, and nothing is said of now where rain is unknown", () => {
    const site = { soilingPctPerDay: 0.2, energyKwhPerDay: 50, valuePerKwh: 0.25, costPerCleaning: 80 };
    const { values, ok } = sum("cleaning", site);
    expect(values.bestIntervalDays).toBeCloseTo(80, 9);
    expect([values.gainNow, ok]).toEqual([null, null]);
    const perDay = (days: number) => 80 / days + (0.002 * 50 * 0.25 * days) / 2;
    for (const other of [78, 82]) expect(perDay(80)).toBeLessThan(perDay(other));
    expect(sum("cleaning", { ...site, dirtNowPct: 8, daysToRain: 80 })).toMatchObject({ values: { gainNow: 80 }, ok: false });
    expect(sum("cleaning", { ...site, dirtNowPct: 8, daysToRain: 81 }).ok).toBe(true);
    expect(sum("cleaning", { ...site, daysToRain: 10 })).toMatchObject({ values: { gainNow: 0 }, ok: false });
    expect(refused("cleaning", { ...site, soilingPctPerDay: 0 })).toEqual({ soilingPctPerDay: "a number over 0 up to 100" });
  });

  it("payback: years without discount, and worth by the closed form of an annuity", () => {
    const plain = { cost: 1000, gainKwhFirstYear: 1000, valuePerKwh: 0.2, years: 10 };
    expect(sum("payback", plain)).toMatchObject({ values: { simpleYears: 5, netPresentValue: 1000 }, ok: true });
    expect(sum("payback", { ...plain, years: 5 }).ok).toBe(false);
    expect(sum("payback", { ...plain, upkeepPerYear: 200 })).toMatchObject({
      values: { simpleYears: null, netPresentValue: -1000 },
      ok: false,
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.double({ min: 0.1, max: 15, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (n, r, d) => {
          const { values } = sum("payback", { ...plain, years: n, discountPct: r, degradationPctPerYear: d, upkeepPerYear: 30 });
          const [rate, keep] = [1 + r / 100, 1 - d / 100];
          const gains = (200 / rate) * ((1 - (keep / rate) ** n) / (1 - keep / rate));
          const upkeep = (30 * (1 - rate ** -n)) / (rate - 1);
          expect(values.netPresentValue).toBeCloseTo(gains - upkeep - 1000, 6);
          expect(values.simpleYears).toBeCloseTo(1000 / 170, 9);
        },
      ),
    );
  });
});

describe("snow-clearing", () => {
  const days = [
    { expectedKwh: 20, coveredIfLeft: 1, coveredIfCleared: 0.1 },
    { expectedKwh: 10, coveredIfLeft: 0.5, coveredIfCleared: 0 },
  ];
  const clear = (more: object) => sum("snow-clearing", { days, valuePerKwh: 0.2, minutes: 30, hazards: [], ...more });

  it("adds up what is gained, less the time", () => {
    expect(clear({ hourlyRate: 4 }).values).toEqual({
      gainKwh: 23,
      gainMoney: expect.closeTo(4.6, 9) as number,
      cost: 2,
      net: expect.closeTo(2.6, 9) as number,
    });
    expect(clear({}).ok).toBe(true);
    expect(clear({ hourlyRate: 9.2 }).ok).toBe(false);
    expect(clear({ days: [] })).toMatchObject({ ok: false, values: { gainKwh: 0, net: 0 } });
  });

  it.each(["ladder", "roof", "overhead-line"])("%s forbids it whatever the sum, and is named", (hazard) => {
    const { ok, reasons } = clear({ valuePerKwh: 1000, hazards: [hazard, "alone"] });
    expect(ok).toBe(false);
    expect(reasons.join(" ")).toContain(hazard);
  });

  it("names what else can hurt, once each", () => {
    const { ok, cautions } = clear({ hazards: ["walkway-below", "ice-sheet", "alone", "alone"] });
    expect(ok).toBe(true);
    expect(cautions).toHaveLength(3);
    for (const hazard of ["walkway-below", "ice-sheet", "alone"]) expect(cautions.join(" ")).toContain(hazard);
    expect(Object.keys(refused("snow-clearing", { days, valuePerKwh: 1, minutes: 1, hazards: ["dragon"] }))).toEqual(["hazards.0"]);
    expect(Object.keys(refused("snow-clearing", { days, valuePerKwh: 1, minutes: 1 }))).toEqual(["hazards"]);
    expect(
      Object.keys(refused("snow-clearing", { days: [{ ...days[0], coveredIfLeft: 1.1 }], valuePerKwh: 1, minutes: 1, hazards: [] })),
    ).toEqual(["days.0.coveredIfLeft"]);
  });
});

describe("fall-zone", () => {
  it("follows a slab step by step", () => {
    const [theta, friction, way, eaves] = [(35 * Math.PI) / 180, 0.05, 5, 4];
    // Walked in small steps of time instead of solved.
    const pull = 9.81 * (Math.sin(theta) - friction * Math.cos(theta));
    const dt = 1e-6;
    let [speed, gone] = [0, 0];
    while (gone < way) {
      speed += pull * dt;
      gone += speed * dt;
    }
    let [down, fallen, out] = [speed * Math.sin(theta), 0, 0];
    while (fallen < eaves) {
      down += 9.81 * dt;
      fallen += down * dt;
      out += speed * Math.cos(theta) * dt;
    }
    const { values } = sum("fall-zone", { roofTiltDeg: 35, slideLengthM: way, eavesHeightM: eaves });
    expect(values.speedMs).toBeCloseTo(speed, 3);
    expect(values.reachM).toBeCloseTo(out, 3);
  });

  it("holds snow where friction does, and says so", () => {
    const held = sum("fall-zone", { roofTiltDeg: 10, slideLengthM: 5, eavesHeightM: 4, friction: 0.2 });
    expect(held.values).toEqual({ speedMs: 0, reachM: 0 });
    expect(held.reasons[0]).toContain("nothing slides");
    expect(sum("fall-zone", { roofTiltDeg: 0, slideLengthM: 5, eavesHeightM: 4 }).values.speedMs).toBe(0);
    expect(sum("fall-zone", { roofTiltDeg: 30, slideLengthM: 5, eavesHeightM: 0 }).values.reachM).toBe(0);
    expect(refused("fall-zone", { roofTiltDeg: 90, slideLengthM: 5, eavesHeightM: 0 })).toEqual({
      roofTiltDeg: "a number from 0 under 90",
    });
  });
});

describe("module-fit", () => {
  it.each([
    // 4 × 1134 + 3 × 20 + 2 × 40 = 4676 mm.
    [{ railLengthMm: 4676, moduleMm: 1134, gapMm: 20, endMm: 40 }, [4, 4676, 0], true],
    [{ railLengthMm: 4675, moduleMm: 1134, gapMm: 20, endMm: 40 }, [3, 3522, 1153], true],
    [{ railLengthMm: 1000, moduleMm: 1134, gapMm: 20, endMm: 40 }, [0, 0, 1000], false],
    [{ railLengthMm: 1134, moduleMm: 1134, gapMm: 0, endMm: 0 }, [1, 1134, 0], true],
    [{ railLengthMm: 100, moduleMm: 100, gapMm: 0, endMm: 5000 }, [0, 0, 100], false],
  ])("%o: %o", (inputs, values, ok) => {
    const answer = sum("module-fit", inputs);
    expect(Object.values(answer.values)).toEqual(values);
    expect(answer.ok).toBe(ok);
  });

  it("never takes more than the rail, and one more wouldn't fit", () => {
    const length = fc.double({ min: 100, max: 100_000, noNaN: true });
    fc.assert(
      fc.property(
        length,
        length,
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (railLengthMm, moduleMm, gapMm, endMm) => {
          const { values } = sum("module-fit", { railLengthMm, moduleMm, gapMm, endMm });
          const n = values.modules as number;
          const used = (count: number) => count * moduleMm + (count - 1) * gapMm + 2 * endMm;
          if (n > 0) expect(used(n)).toBeLessThanOrEqual(railLengthMm * (1 + 1e-9));
          expect(used(n + 1)).toBeGreaterThan(railLengthMm);
        },
      ),
    );
  });
});

it("ladder: four up to one out, and a metre beyond the edge", () => {
  const { values } = sum("ladder", { heightM: 4 });
  expect(values.footM).toBe(1);
  expect(values.lengthM).toBeCloseTo(Math.sqrt(17) + 1, 12);
  expect(refused("ladder", { heightM: 0 })).toEqual({ heightM: "a number over 0" });
});

it("illuminance: full sun is some 120,000 lux", () => {
  expect(sum("illuminance", { lux: 120_000 }).values).toEqual({ irradianceWm2: 1000, lowWm2: 800, highWm2: 1200 });
});

it("every sum names its inputs and values in words, its formula and source, and is told apart", () => {
  for (const { kind, title, shape, inputs, formula, source } of Object.values(SUMS)) {
    expect(Object.keys(inputs), kind).toEqual(Object.keys(shape));
    for (const words of [title, formula, source]) expect(words.length, kind).toBeGreaterThan(5);
  }
  expect(Object.keys(SUMS)).toHaveLength(15);
  expect(Object.keys(refused("dance" as SumId, {}))).toEqual(["kind"]);
});
