import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import type { SiteFile } from "../site/siteSchema";
import { withFacts } from "../site/withFacts";
import { holds } from "./conditions";
import { factsOf } from "./facts";
import { CANT_TELL, questionsAt, questionsOf } from "./questions";
import { walkFor } from "./walk";

const asked = (site: SiteFile, told = {}) =>
  new Map([...questionsAt(site, walkFor(site), told)].map(([stop, its]) => [stop.station, its.map(({ keys }) => keys[0])]));
const steep = exampleSite((site) => {
  for (const plane of site.planes) Object.assign(plane, { mounting: "roof-flush", tiltDeg: 30, roof: undefined });
});

describe("what is asked on site", () => {
  it("stands once, at the first stop that has a point which depends on it", () => {
    const stops = walkFor(steep);
    const byStop = questionsAt(steep, stops);
    const all = [...byStop.values()].flat();
    expect(new Set(all.map(({ text }) => text)).size).toBe(all.length);
    for (const [stop, its] of byStop)
      for (const { facet } of its) {
        const depends = (one: (typeof stops)[number]) => one.points.some(({ applies }) => applies[facet] !== undefined);
        expect(stops.find(depends)).toBe(stop);
      }
    expect(all.map(({ keys }) => keys[0])).toEqual(expect.arrayContaining(["conduit", "roofSpace", "rapidShutdown", "surgeProtector"]));
  });

  it("isn't asked of what the as-built says, nor again of what nobody could tell", () => {
    const known = withFacts(steep, { conduit: "metal", rapidShutdown: "no" });
    const left = [...asked(known, { nearSea: CANT_TELL }).values()].flat();
    for (const key of ["conduit", "rapidShutdown", "nearSea"]) expect(left).not.toContain(key);
    expect(left).toContain("roofSpace");
    expect(questionsOf(known).find(({ keys }) => keys[0] === "conduit")?.answer).toBe("metal");
    expect(questionsOf(known).find(({ keys }) => keys[0] === "rapidShutdown")?.answer).toBe("no");
  });

  it("of a covering is asked once a building, and only where the slope leaves a choice", () => {
    const two = exampleSite((site) => {
      const [one] = site.planes;
      site.planes = [
        { ...one, id: "a", mounting: "roof-flush", tiltDeg: 30, building: "barn" },
        { ...one, id: "b", mounting: "roof-flush", tiltDeg: 30, building: "barn" },
        { ...one, id: "c", mounting: "ballasted", tiltDeg: 10, building: "hall" },
        { ...one, id: "d", mounting: "ground-rack", tiltDeg: 30 },
      ];
      site.strings = site.strings.map((pvString) => ({ ...pvString, plane: "a" }));
    });
    const coverings = questionsOf(two).filter(({ facet }) => facet === "roof");
    expect(coverings.map(({ keys }) => keys)).toEqual([["roof.a", "roof.b"]]);
    expect(coverings[0].answers.map(({ value }) => value)).not.toContain("membrane");
    expect(questionsOf(withFacts(two, { "roof.a": "seam", "roof.b": "seam" })).find(({ facet }) => facet === "roof")?.answer).toBe("seam");
  });

  it("each answer changes the facet that it is asked for, so that points come and go by it", () => {
    for (const { keys, answers, facet } of questionsOf(steep))
      for (const { value } of answers) {
        const facts = factsOf(withFacts(steep, Object.fromEntries(keys.map((key) => [key, value]))));
        expect(facts[facet]).not.toBeNull();
        const gone = [...walkFor(steep)]
          .flatMap(({ points }) => points)
          .filter(({ applies }) => !holds({ [facet]: applies[facet] }, facts));
        const there = walkFor(withFacts(steep, Object.fromEntries(keys.map((key) => [key, value])))).flatMap(({ points }) =>
          points.map(({ id }) => id),
        );
        for (const { id } of gone) expect(there).not.toContain(id);
      }
  });
});
