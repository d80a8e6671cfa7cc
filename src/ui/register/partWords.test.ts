import { describe, expect, it } from "vitest";
import { NEW_PART, type PartFields } from "@/core/changes/partFields";
import { ageOfPart, nextParts } from "@/core/register/outlook";
import type { Part } from "@/core/register/parts";
import { exampleSite } from "@/core/simulator/exampleSite";
import { ageWords, partTitle, partType, reasonWords, warrantyWords } from "./partWords";

const site = exampleSite((one) => Object.assign(one, { commissioned: "2012-06-01" }));
const [pvString] = site.strings;
const part = (fields: Partial<PartFields>): Part => ({ ...NEW_PART, id: "x", lastMs: 0, ...fields });

describe("a part in words", () => {
  it("is called by its kind and its place; a string's modules are many, one of them is one", () => {
    expect(partTitle(part({ kind: "inverter", place: site.inverters[0].id }), site)).toBe(`Inverter ${site.inverters[0].id}`);
    expect(partTitle(part({ kind: "isolator", place: site.inverters[0].id }), site)).toBe(`Isolator, inverter ${site.inverters[0].id}`);
    expect(partTitle(part({ place: pvString.id }), site)).toBe(`Modules, string ${pvString.id}`);
    expect(partTitle(part({ place: `${pvString.id}.01` }), site)).toBe(`Module ${pvString.id}.01`);
    expect(partTitle(part({ kind: "meter", place: "site" }), site)).toBe("Meter");
    expect(partTitle(part({ kind: "cable", place: "east gable" }), site)).toBe("Cable, east gable");
  });

  it("has its type and serial as far as they are known", () => {
    expect(partType(part({ maker: "Tarnwerk", model: "T7", serial: "0815" }))).toBe("Tarnwerk T7, no. 0815");
    expect(partType(part({ serial: "0815" }))).toBe("no. 0815");
    expect(partType(part({}))).toBe("");
  });

  it("tells its age, whose age that is, its guarantee, and why it is next", () => {
    const old = part({ kind: "inverter", warrantyUntil: "2017-06-01", makerState: "gone", condition: "fix" });
    const age = ageOfPart(old, site, "2026-06-01");
    expect(ageWords(age)).toBe("14 years, as the plant");
    expect(ageWords(ageOfPart(part({ installed: "2024-01-01" }), site, "2026-07-01"))).toBe("2.5 years");
    expect(ageWords(ageOfPart(part({}), {}, "2026-07-01"))).toBe("age not known");
    expect(warrantyWords(old, age)).toContain("Guarantee ended 1 Jun 2017");
    expect(warrantyWords(part({}), ageOfPart(part({}), site, "2026-06-01"))).toBe("");
    const [next] = nextParts([old], site, "2026-06-01");
    expect(reasonWords(next)).toMatch(/^found not in order; \d\d of 100 of its kind and age are replaced within 3 years; maker gone/);
  });
});
