import { describe, expect, it } from "vitest";
import { crossSectionIn, GROUNDING_TERMS, inTerms, labelIn, mm2OfGauge, termsOf, USUAL_TERMS, unitIn, valueFrom, valueIn } from "./terms";

describe("a site's terms", () => {
  it("are earthing and metric where nothing is said, each for itself", () => {
    expect(termsOf({})).toEqual(USUAL_TERMS);
    expect(termsOf({ terms: { temperature: "F" } })).toEqual({ ...USUAL_TERMS, temperature: "F" });
  });

  it("turn quantities there and back", () => {
    expect(valueIn(GROUNDING_TERMS, 3.048, "m")).toBeCloseTo(10, 9);
    expect(valueIn(GROUNDING_TERMS, -40, "°C")).toBeCloseTo(-40, 9);
    expect(valueIn(GROUNDING_TERMS, 25, "°C")).toBeCloseTo(77, 9);
    expect(valueIn(GROUNDING_TERMS, 25.4, "mm")).toBeCloseTo(1, 9);
    for (const unit of ["m", "mm", "cm", "°C"] as const) {
      expect(valueFrom(GROUNDING_TERMS, valueIn(GROUNDING_TERMS, 12.34, unit), unit)).toBeCloseTo(12.34, 9);
      expect(valueIn(USUAL_TERMS, 12.34, unit)).toBe(12.34);
    }
    expect([unitIn(GROUNDING_TERMS, "m"), unitIn(GROUNDING_TERMS, "°C"), unitIn(USUAL_TERMS, "mm²")]).toEqual(["ft", "°F", "mm²"]);
  });

  it("stand in a field's name, and nowhere else in it", () => {
    expect(labelIn(GROUNDING_TERMS, "Roof, m up the slope", "m")).toBe("Roof, ft up the slope");
    expect(labelIn(GROUNDING_TERMS, "barn: m north of it", "m")).toBe("barn: ft north of it");
    expect(labelIn(GROUNDING_TERMS, "Coldest air to design for, °C", "°C")).toBe("Coldest air to design for, °F");
    expect(labelIn(USUAL_TERMS, "Distance, m", "m")).toBe("Distance, m");
  });

  it("know gauges by their cross-sections (ASTM B258-18, table 1)", () => {
    expect(mm2OfGauge("14")).toBeCloseTo(2.08, 2);
    expect(mm2OfGauge("10")).toBeCloseTo(5.26, 2);
    expect(mm2OfGauge("1/0")).toBeCloseTo(53.5, 1);
    expect(mm2OfGauge("4/0")).toBeCloseTo(107.2, 1);
    expect(crossSectionIn(GROUNDING_TERMS, 5.261)).toBe("10 AWG");
    expect(crossSectionIn(GROUNDING_TERMS, 6)).toBe("6 mm² (between 10 and 8 AWG)");
    expect(crossSectionIn(USUAL_TERMS, 6)).toBe("6 mm²");
  });

  it("tell a sentence of ours in other words and units, and leave everything else", () => {
    const text =
      "20 m of 5.261 mm² copper at −18 °C: treat earthed metal as live until it is dead against earth. Bonding to earth, 1000 W/m², 3 m² of 40 mm.";
    expect(inTerms(text, GROUNDING_TERMS)).toBe(
      "65.6 ft of 10 AWG copper at −0.4 °F: treat grounded metal as live until it is dead against ground. Bonding to ground, 1000 W/m², 3 m² of 40 mm.",
    );
    expect(inTerms(text, USUAL_TERMS)).toBe(text);
    expect(inTerms("Earthing", GROUNDING_TERMS)).toBe("Grounding");
    expect(inTerms("unearthed hearth", GROUNDING_TERMS)).toBe("unearthed hearth");
  });
});
