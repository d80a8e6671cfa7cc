import { describe, expect, it } from "vitest";
import { CAUSES } from "../causes/causes";
import { exampleSite } from "../simulator/exampleSite";
import type { SiteFile } from "../site/siteSchema";
import { findGrade, findPoint, walkFor } from "./catalogue";
import { graver, SEVERITIES, SEVERITY_WORDS } from "./severity";

const sites: [string, SiteFile][] = [
  ["roof, inverter outdoors", exampleSite((site) => void (site.inverters[0].location = "outdoor-sun"))],
  ["roof, inverter indoors", exampleSite((site) => void (site.inverters[0].location = "indoor"))],
  ["ground rack", exampleSite((site) => void (site.planes[0].mounting = "ground-rack"))],
  ["micro-inverters", exampleSite((site) => void (site.inverters[0].kind = "micro"))],
];
const pointsOf = (site: SiteFile) => walkFor(site).flatMap(({ points }) => points);
const ids = (site: SiteFile) => pointsOf(site).map(({ id }) => id);

describe.each(sites)("the walk of a site: %s", (_, site) => {
  it("names each point once, with a reason, and no stop is empty", () => {
    expect(new Set(ids(site)).size).toBe(ids(site).length);
    for (const { points } of walkFor(site)) expect(points.length).toBeGreaterThan(0);
    for (const { title, why } of pointsOf(site)) {
      expect(title).not.toBe("");
      expect(why.endsWith(".")).toBe(true);
    }
  });

  it("grades from sound to fix at least, each in words, and whoever can be hurt is told", () => {
    for (const { grades, caution, title } of pointsOf(site)) {
      const severities = grades.map(({ severity }) => severity);
      expect(severities, title).toEqual(["sound", "watch", "fix", "stop"].slice(0, grades.length));
      expect(grades.length).toBeGreaterThanOrEqual(3);
      for (const { text } of grades) expect(text.length).toBeGreaterThan(3);
      if (caution !== null) expect(caution.length).toBeGreaterThan(10);
    }
    const warned = pointsOf(site).filter(({ caution }) => caution !== null);
    expect(warned.length).toBeGreaterThan(pointsOf(site).length / 3);
  });

  it("speaks for causes that there are, and for each of them the more the worse it looks", () => {
    for (const { speaksFor } of pointsOf(site)) {
      for (const { cause, weight } of speaksFor) {
        expect(CAUSES[cause]?.id).toBe(cause);
        expect(weight).toBeGreaterThan(0);
        expect(weight).toBeLessThan(4);
      }
    }
  });
});

it("leads only past what a site has", () => {
  const [outdoors, indoors, ground, micro] = sites.map(([, site]) => ids(site));
  expect(outdoors).toContain("inverter-heat");
  expect(indoors).not.toContain("inverter-heat");
  expect(ground).not.toEqual(indoors);
  expect(micro.length).toBeLessThan(outdoors.length);
});

it("finds points and grades by their ids, whatever the site, and nothing else", () => {
  expect(findPoint("inverter-heat")?.title).toBe("Sun, clearance and cooling");
  expect(findGrade("inverter-heat", "stop")?.severity).toBe("stop");
  expect(findPoint("nothing")).toBeUndefined();
  expect(findGrade("inverter-heat", "nothing")).toBeUndefined();
  expect(findGrade("nothing", "sound")).toBeUndefined();
});

it("knows which of two is graver, and has words for each", () => {
  expect(graver("watch", "stop")).toBe("stop");
  expect(graver("fix", "sound")).toBe("fix");
  expect(graver("sound", "sound")).toBe("sound");
  for (const severity of SEVERITIES) expect(SEVERITY_WORDS[severity].meaning.length).toBeGreaterThan(10);
});
