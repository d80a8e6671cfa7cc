import { expect, it } from "vitest";
import { CAUSE_IDS, CAUSES } from "../causes/causes";
import { findPoint } from "../inspection/catalogue";
import { exampleSite } from "../simulator/exampleSite";
import { bestTests, informationBits } from "./bestTests";
import { FIELD_TESTS } from "./fieldTests";

const site = exampleSite();
const doubted = (cause: (typeof CAUSE_IDS)[number], confidence = 0.6, scope = "inv1") => ({ cause, scope, confidence, to: null });

it("leads to the point of the walk at which a look is recorded, and every such point is one", () => {
  for (const { id, point } of FIELD_TESTS) if (point) expect(findPoint(point)?.id, id).toBe(point);
  const [first] = bestTests(site, [doubted("clock-error")]);
  expect(first).toMatchObject({ test: "clock", point: "logger-clock" });
});

it("measures information as Shannon does", () => {
  // A test that is always right takes all the doubt; one that knows nothing takes none.
  expect(informationBits(0.5, { hit: 1, false: 0 })).toBeCloseTo(1, 12);
  expect(informationBits(0.5, { hit: 0.3, false: 0.3 })).toBeCloseTo(0, 12);
  // A binary symmetric channel with an error of 0.11 carries half a bit (Cover & Thomas 2006, 7.1.4).
  expect(informationBits(0.5, { hit: 0.89, false: 0.11 })).toBeCloseTo(0.5, 2);
  expect(informationBits(0, { hit: 0.9, false: 0.1 })).toBe(0);
  expect(informationBits(1, { hit: 0.9, false: 0.1 })).toBe(0);
});

it("asks for what can be told from the ground or indoors before anything live", () => {
  const [first] = bestTests(site, [doubted("string-open", 0.6, "s2")]);
  expect(first).toMatchObject({ test: "inverter-report", place: "indoors", scope: "inv1", separates: ["string-open"] });
  for (const cause of CAUSE_IDS) {
    const tests = bestTests(site, [doubted(cause, 0.5, "s1")]);
    // The roof is last, and only where nothing below would tell.
    if (tests.some(({ place }) => place === "roof"))
      expect(FIELD_TESTS.some(({ place, tells }) => place !== "roof" && (tells[cause]?.hit ?? 0) > 0.7)).toBe(false);
  }
});

it("has a test for every cause that isn't built so or a gap", () => {
  const needs = CAUSE_IDS.filter((cause) => CAUSES[cause].kind !== "design" && cause !== "data-gap");
  for (const cause of needs) expect(bestTests(site, [doubted(cause, 0.5)]).length, cause).toBeGreaterThan(0);
});

it("prefers a test that separates two causes at once", () => {
  const [alone] = bestTests(site, [doubted("snow", 0.5, "south")]);
  const [both] = bestTests(site, [doubted("snow", 0.5, "south"), doubted("soiling", 0.5, "south")]);
  expect(both.separates.sort()).toEqual(["snow", "soiling"]);
  expect(both.bits).toBeGreaterThan(alone.bits);
});

it("asks for nothing where nothing is in doubt, is over or is built so", () => {
  expect(bestTests(site, [])).toEqual([]);
  expect(bestTests(site, [doubted("string-open", 0.9999)])).toEqual([]);
  expect(bestTests(site, [{ ...doubted("inverter-outage"), to: "2026-03-01T00:00:00Z" }])).toEqual([]);
  expect(bestTests(site, [doubted("clipping")])).toEqual([]);
});

it("counts the minutes of each string, and says the caution where the act is", () => {
  const curve = (scope: string) => bestTests(site, [doubted("degradation", 0.5, scope)]).find(({ test }) => test === "curve");
  expect(curve("s1")?.minutes).toBe(10);
  expect(curve("inv1")?.minutes).toBe(20);
  expect(curve("s1")?.caution).toContain("live");
});

it("names only causes and numbers that can be", () => {
  expect(new Set(FIELD_TESTS.map(({ id }) => id)).size).toBe(FIELD_TESTS.length);
  for (const { tells, minutes } of FIELD_TESTS) {
    expect(minutes).toBeGreaterThan(0);
    for (const [cause, { hit, false: wrongly }] of Object.entries(tells)) {
      expect(CAUSE_IDS).toContain(cause);
      expect(hit).toBeGreaterThan(wrongly);
      expect(hit).toBeLessThan(1);
      expect(wrongly).toBeGreaterThan(0);
    }
  }
});
