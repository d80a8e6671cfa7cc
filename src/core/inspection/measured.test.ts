import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { GROUNDING_TERMS, USUAL_TERMS } from "../site/terms";
import { keptValue, readUnit, readValue, typedValue } from "./measured";
import { fromAsBuilt, readTyped, sumUnit, sumWords, workOut } from "./sumInputs";

const overhang = { what: "Overhang", unit: "mm", from: 0, to: 5000 };
const heat = { what: "Temperature of the roof", unit: "°C", from: -40, to: 110 };

describe("a value that was read", () => {
  it("is kept with the unit that it was read in, and turned into the point's own", () => {
    expect(readUnit(overhang, USUAL_TERMS)).toBe("mm");
    expect(readUnit(overhang, GROUNDING_TERMS)).toBe("in");
    expect(readUnit({ ...overhang, unit: "Nm" }, GROUNDING_TERMS)).toBe("Nm");
    expect(keptValue(" 410 ", "mm")).toBe("410 mm");
    expect(keptValue("  ", "mm")).toBe("");
    expect(typedValue("16,5 in")).toBe("16,5");
    expect(readValue(overhang, "410 mm")).toEqual({ value: 410 });
    expect(readValue(overhang, "16,5 in")).toEqual({ value: expect.closeTo(419.1, 6) as number });
    expect(readValue(heat, "122 °F")).toEqual({ value: expect.closeTo(50, 6) as number });
    expect(readValue(heat, "−5 °C")).toEqual({ value: -5 });
  });

  it("says why it is none, and what can't be", () => {
    expect(readValue(overhang, "")).toBeNull();
    expect(readValue(overhang, "a lot mm")).toEqual({ fault: "A number, please" });
    expect(readValue(overhang, "-3 mm")).toEqual({ fault: "Can't be: expected 0 to 5000 mm" });
  });
});

describe("a sum at its point", () => {
  const site = exampleSite((made) => {
    Object.assign(made.planes[0], { mounting: "ballasted", tiltDeg: 12, slopeM: 6 });
    Object.assign(made.location, { designMinTempC: -20, designMaxTempC: 35 });
    made.tariff = { currency: "EUR", importPerKwh: 0.3, exportPerKwh: 0.1, selfUseShare: 0.5 };
  });

  it("takes from the as-built what it tells", () => {
    expect(fromAsBuilt("thermal-expansion", site)).toEqual({ material: "pvc", minC: "-20", maxC: "35" });
    expect(fromAsBuilt("fall-zone", site)).toEqual({ roofTiltDeg: "12", slideLengthM: "6" });
    expect(fromAsBuilt("cleaning", site)).toEqual({ valuePerKwh: "0.2" });
    const modules = site.strings.reduce((sum, pvString) => sum + pvString.modules, 0);
    const [{ lengthMm, widthMm }] = site.moduleTypes;
    expect(Number(fromAsBuilt("wind-ballast", site).areaM2)).toBeCloseTo((modules * lengthMm * widthMm) / 1e6, 1);
    expect(Number(fromAsBuilt("busbar", site).feedA)).toBeCloseTo(site.inverters[0].acRatedW / 230, 1);
    expect(fromAsBuilt("ladder", site)).toEqual({});
  });

  it("is worked out from what was typed, and from the value that the point has read", () => {
    expect(workOut("rail-overhang", { spanMm: "1200" }, 410)).toMatchObject({ answer: { ok: false, values: { limitMm: 400 } } });
    expect(workOut("rail-overhang", { spanMm: "1200", overhangMm: "390" }, 410)).toMatchObject({ answer: { ok: true } });
    expect(workOut("busbar", { busbarA: "200", mainA: "200", feedA: "32", opposite: "yes" }, null)).toMatchObject({ answer: { ok: true } });
    expect(workOut("ladder", { heightM: "4,0" }, null)).toMatchObject({ answer: { values: { footM: 1 } } });
  });

  it("takes lists a line each, and any number of choices, none among them", () => {
    const days = "12 0.9 0,1\n\n8; 0.6; 0\n";
    const typed = { days, valuePerKwh: "0.2", minutes: "30", hazards: "alone walkway-below" };
    // 12 × 0.8 + 8 × 0.6 = 14.4 kWh.
    const worked = workOut("snow-clearing", typed, null);
    expect(worked).toMatchObject({ answer: { ok: true } });
    expect("answer" in worked && worked.answer.values.gainKwh).toBeCloseTo(14.4, 9);
    expect("answer" in worked && worked.answer.cautions.length).toBeGreaterThan(1);
    expect(workOut("snow-clearing", { ...typed, hazards: "" }, null)).toMatchObject({ answer: { ok: true } });
    expect(workOut("snow-clearing", { ...typed, hazards: "roof" }, null)).toMatchObject({ answer: { ok: false } });
    for (const wrong of ["12 0.9", "12 0.9 x", "12 0.9 0.1 0"])
      expect(workOut("snow-clearing", { ...typed, days: wrong }, null)).toHaveProperty("faults.days");
  });

  it("tells money in the site's currency, and in a report what it came to", () => {
    expect(sumUnit("money/kWh", site)).toBe("EUR/kWh");
    expect(
      sumUnit(
        "money/h",
        exampleSite((one) => Object.assign(one, { tariff: undefined })),
      ),
    ).toBe("per h");
    expect(sumUnit("mm", site)).toBe("mm");
    const kept = JSON.stringify({ spanMm: "1200" });
    expect(sumWords("rail-overhang", kept, 410, site, site.planes[0].id)).toContain("doesn't hold. 410 mm is 10 mm over 400 mm");
    expect(sumWords("rail-overhang", kept, null, site, "")).toBeNull();
    expect(sumWords("rail-overhang", "", 410, site, "")).toBeNull();
    expect([readTyped("{"), readTyped("null"), readTyped('{"a":"1"}')]).toEqual([{}, {}, { a: "1" }]);
  });

  it("says what is missing by an empty word, and what is wrong by its range", () => {
    expect(workOut("rail-overhang", {}, null)).toEqual({ faults: { spanMm: "", overhangMm: "" } });
    expect(workOut("rail-overhang", { spanMm: "12", overhangMm: "x" }, null)).toEqual({
      faults: { spanMm: "a number from 100 to 100000", overhangMm: "a number" },
    });
  });
});
