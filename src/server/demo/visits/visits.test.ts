import { describe, expect, it } from "vitest";
import { isAnswer } from "@/core/inspection/answers";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import { walkFor } from "@/core/inspection/walk";
import { layOutPlane } from "@/core/plane/layout";
import { placeWords } from "@/core/site/places";
import { readSpot } from "@/core/site/spot";
import { DEMO_SITES } from "../demoSites";
import { DEMO_PICTURES, demoPicture } from "./demoPictures";
import { DEMO_VISITS } from "./visits";

describe("earlier visits of the demonstration", () => {
  it.each(DEMO_VISITS.map((visit) => [visit.id, visit] as const))("%s: points, grades and places are the site's own", (_, visit) => {
    const site = DEMO_SITES.find((one) => one.site.id === visit.siteId)?.site;
    if (!site) throw new Error(`no site ${visit.siteId}`);
    const walked = new Set(walkFor(site, { nowMs: Date.parse(visit.beganAt) }).flatMap(({ points }) => points.map(({ id }) => id)));
    for (const { point, grade, place, spot, value } of visit.found) {
      expect(walked, point).toContain(point);
      expect(isAnswer(grade) || findGrade(point, grade), `${point} ${grade}`).toBeTruthy();
      if (place) expect(place === "site" || placeWords(site, place) !== place, place).toBe(true);
      if (value) expect(value.endsWith(findPoint(point)?.measured?.unit ?? "?"), `${point} ${value}`).toBe(true);
      const pinned = spot ? readSpot(spot) : null;
      if (!pinned) continue;
      const plane = site.planes.find(({ id }) => id === pinned.plane);
      const bounds = plane && layOutPlane(site, plane)?.bounds;
      if (!bounds) throw new Error(`no plane ${pinned.plane}`);
      expect(pinned.rightM).toBeGreaterThan(bounds.leftM - 1);
      expect(pinned.rightM).toBeLessThan(bounds.rightM + 1);
      expect(Math.abs(pinned.upM)).toBeLessThan(bounds.upperM + 1);
    }
    expect(new Set(visit.found.map(({ point }) => point)).size).toBe(visit.found.length);
  });

  it("are one a site at least, two of them whole, all before the cases that are open", () => {
    expect(new Set(DEMO_VISITS.map(({ siteId }) => siteId))).toEqual(new Set(DEMO_SITES.map(({ site }) => site.id)));
    expect(DEMO_VISITS.filter(({ whole }) => whole)).toHaveLength(2);
    for (const { siteId, beganAt } of DEMO_VISITS) {
      const open = DEMO_SITES.find(({ site }) => site.id === siteId)?.case.openedAt ?? "";
      expect(beganAt < open).toBe(true);
    }
  });

  it.each(DEMO_PICTURES)("%s is a picture, and is used", async (name) => {
    expect((await demoPicture(name)).subarray(0, 3)).toEqual(Buffer.from([0xff, 0xd8, 0xff]));
    expect(name === "isolator" || DEMO_VISITS.some(({ found }) => found.some(({ picture }) => picture === name))).toBe(true);
  });
});
