import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CAUSE_IDS } from "../causes/causes";
import { exampleSite } from "../simulator/exampleSite";
import type { Mounting, SiteFile } from "../site/siteSchema";
import { withFacts } from "../site/withFacts";
import { FIRST_FROM, inCaseOrder, staysPut } from "./caseOrder";
import { isOnRoof } from "./facts";
import { casesWeight } from "./matter";
import { STATIONS } from "./point";
import { questionsAt, questionsOf } from "./questions";
import { QUICK_ROUND_POINTS, quickRound } from "./quickRound";
import { routeFor } from "./route";
import { walkFor } from "./walk";

/* Whatever a site is, its walk holds together. */

const mounting = fc.constantFrom<Mounting>("roof-flush", "roof-raised", "ballasted", "building-integrated", "ground-rack");
const plane = fc.record({
  mounting,
  tiltDeg: fc.integer({ min: 0, max: 80 }),
  roof: fc.constantFrom("tile", "shingle", "seam", "rib", "stone-coated", "membrane", undefined),
  building: fc.constantFrom("barn", "house", undefined),
});
const yesNo = fc.constantFrom(true, false, undefined);
const plant = fc.record({
  conduit: fc.constantFrom("metal", "plastic", "none", undefined),
  snowFallsOn: fc.constantFrom("way", "drive", "garden", "nobody", undefined),
  ...{ roofSpace: yesNo, rapidShutdown: yesNo, surgeProtector: yesNo, earthElectrode: yesNo, lightSensor: yesNo, nearSea: yesNo },
});
const anySite: fc.Arbitrary<SiteFile> = fc
  .record({
    planes: fc.array(plane, { minLength: 1, maxLength: 4 }),
    plant,
    kind: fc.constantFrom("string", "micro", "optimizer"),
    location: fc.constantFrom("indoor", "outdoor-shaded", "outdoor-sun"),
    battery: fc.constantFrom(null, { capacityKwh: 10, gridTied: true }, { capacityKwh: 10, gridTied: false }),
    exportLimitW: fc.constantFrom(null, 5000),
    minC: fc.integer({ min: -30, max: 10 }),
  })
  .map(({ planes, kind, location, minC, ...rest }) =>
    exampleSite((site) => {
      const [first] = site.planes;
      site.planes = planes.map((one, k) => ({ ...first, ...one, id: `p${k}` }) as SiteFile["planes"][number]);
      site.strings = site.strings.map((pvString, k) => ({ ...pvString, plane: `p${k % planes.length}` }));
      site.inverters = site.inverters.map((inverter) => ({ ...inverter, kind, location }) as SiteFile["inverters"][number]);
      site.location = { ...site.location, designMinTempC: minC };
      Object.assign(site, rest);
    }),
  );
const idsOf = (site: SiteFile) => walkFor(site).flatMap(({ place, points }) => points.map(({ id }) => `${place}/${id}`));

describe("the walk of any site", () => {
  it("has its stations in the order of the body's way, the field before the roof, no point twice at a stop and no stop empty", () => {
    fc.assert(
      fc.property(anySite, (site) => {
        const stops = walkFor(site);
        for (const { points } of stops) {
          expect(points.length).toBeGreaterThan(0);
          expect(new Set(points.map(({ id }) => id)).size).toBe(points.length);
        }
        expect(new Set(stops.map(({ place }) => place)).size).toBe(stops.length);
        const onFoot = stops.filter(({ part }) => part === "field");
        const rest = stops.filter(({ part }) => part !== "field").map(({ station }) => STATIONS.indexOf(station));
        expect([...rest].sort((a, b) => a - b)).toEqual(rest);
        const ladder = stops.findIndex(({ station }) => station === "ladder");
        for (const stop of onFoot) if (ladder >= 0) expect(stops.indexOf(stop)).toBeLessThan(ladder);
        // A point that stands twice stands once in the field and once on the roof.
        const all = stops.flatMap(({ points, part }) => points.map(({ id }) => ({ id, part })));
        for (const id of new Set(all.map((one) => one.id))) {
          const its = all.filter((one) => one.id === id);
          if (its.length > 1) expect(its.map(({ part }) => part)).toEqual(["field", "roof"]);
        }
      }),
    );
  });

  it("asks for the ladder where something lies on a roof, once, and never else; what lets one go up stands there", () => {
    fc.assert(
      fc.property(anySite, (site) => {
        const stops = walkFor(site);
        const up = stops.flatMap(({ points }) => points).filter(({ condition }) => condition === "up");
        expect(stops.filter(({ station }) => station === "ladder")).toHaveLength(site.planes.some(isOnRoof) ? 1 : 0);
        expect(up).toHaveLength(site.planes.some(isOnRoof) ? 5 : 0);
      }),
    );
  });

  it("has the condition of whatever waits for one, before it", () => {
    fc.assert(
      fc.property(anySite, (site) => {
        const all = walkFor(site).flatMap(({ points }) => points);
        for (const [k, { id, after }] of all.entries())
          for (const condition of after) {
            const first = all.findIndex((one) => one.condition === condition);
            expect(first, `${id} waits for ${condition}`).toBeGreaterThanOrEqual(0);
            expect(first, id).toBeLessThan(k);
          }
      }),
    );
  });

  it("loses points and gains none the more is known of the site", () => {
    fc.assert(
      fc.property(anySite, fc.infiniteStream(fc.nat(20)), (site, chances) => {
        let known = site;
        let before = new Set(idsOf(site));
        for (const { keys, answers, answer } of questionsOf(site)) {
          if (answer !== null) continue;
          const { value } = answers[(chances.next().value ?? 0) % answers.length];
          known = withFacts(known, Object.fromEntries(keys.map((key) => [key, value])));
          const now = new Set(idsOf(known));
          for (const id of now) expect(before, id).toContain(id);
          before = now;
        }
        expect([...questionsAt(known, walkFor(known)).values()].flat()).toEqual([]);
      }),
    );
  });

  it("has what a case is about first at each stop, with the same points, and nothing passes a condition or what keeps people whole", () => {
    const cause = fc.record({
      cause: fc.constantFrom(...CAUSE_IDS),
      confidence: fc.double({ min: 0, max: 1, noNaN: true }),
      ended: fc.boolean(),
    });
    const matters = fc.record({
      complaint: fc.constantFrom("", "leaks", "smells burnt", "snow fell"),
      causes: fc.array(cause, { maxLength: 4 }),
    });
    fc.assert(
      fc.property(anySite, matters, (site, matter) => {
        const stops = walkFor(site);
        const ordered = inCaseOrder(stops, matter);
        expect(ordered.map(({ place }) => place)).toEqual(stops.map(({ place }) => place));
        for (const [k, { points }] of ordered.entries()) {
          const before = stops[k].points;
          expect(new Set(points)).toEqual(new Set(before));
          for (const [n, point] of before.entries()) if (staysPut(point)) expect(points[n]).toBe(point);
          const weights = points.map((point) => (staysPut(point) ? null : casesWeight(point, matter)));
          for (const [n, weight] of weights.entries()) {
            const last = weights[n - 1];
            // After what the case isn't about nothing follows that it is, but behind what nothing passes.
            if (weight !== null && typeof last === "number" && weight >= FIRST_FROM) expect(last).toBeGreaterThanOrEqual(weight);
          }
          const rest = (list: typeof points) => list.filter((point) => casesWeight(point, matter) < FIRST_FROM);
          expect(rest(points)).toEqual(rest(before));
        }
        expect(inCaseOrder(stops, { complaint: "", causes: [] })).toEqual(stops);
      }),
    );
  });

  it("gives a quick round that is a part of it, no longer than two people do in an hour, with all conditions", () => {
    fc.assert(
      fc.property(anySite, fc.constantFrom("", "leaks", "smells burnt", "makes less since the storm"), (site, complaint) => {
        const stops = walkFor(site);
        const quick = quickRound(stops, { complaint, causes: [] });
        const points = quick.flatMap((stop) => stop.points);
        expect(points).toHaveLength(QUICK_ROUND_POINTS);
        for (const stop of quick) {
          const whole = stops.find(({ place }) => place === stop.place);
          for (const point of stop.points) expect(whole?.points).toContain(point);
        }
        const conditions = stops.flatMap((stop) => stop.points).filter(({ condition }) => condition);
        for (const condition of conditions) expect(points).toContain(condition);
      }),
    );
  });

  it("is written as the public format has it", () => {
    fc.assert(
      fc.property(anySite, (site) => {
        const { format, stops } = routeFor(site);
        expect(format).toBe("irradant-route/1");
        for (const { points } of stops)
          for (const { id, title, why, caution, grades } of points) {
            expect(id).toMatch(/^[a-z0-9-]+$/);
            expect(title.length > 0 && why.length > 0).toBe(true);
            expect(caution === null || caution.length > 0).toBe(true);
            expect(grades.some(({ severity }) => severity === "sound")).toBe(true);
            if (grades.some(({ severity }) => severity === "stop")) expect(caution).not.toBeNull();
          }
      }),
    );
  });
});
