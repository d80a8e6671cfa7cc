import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import type { Mounting, Roof, SiteFile } from "../site/siteSchema";
import { STATIONS } from "./point";
import { routeFor } from "./route";
import { walkFor } from "./walk";

const siteWith = (change: (site: SiteFile) => void) => exampleSite(change);
const roof = (kind: Roof | undefined, mounting: Mounting = "roof-flush", tiltDeg = 30) =>
  siteWith((site) => Object.assign(site.planes[0], { roof: kind, mounting, tiltDeg }));
const ids = (site: SiteFile, nowMs?: number) => walkFor(site, { nowMs }).flatMap(({ points }) => points.map(({ id }) => id));
const stations = (site: SiteFile) => walkFor(site).map(({ station }) => station);

/** Points that belong to one kind of roof alone. */
const OF_ROOFS: Record<Roof, string[]> = {
  tile: ["tile-clear", "tile-relieved", "tiles-back"],
  shingle: ["shingle-course", "shingle-raised"],
  seam: ["seam-clamps"],
  rib: ["rib-fixings"],
  "stone-coated": ["stone-panel"],
  membrane: ["membrane-whole", "membrane-entries"],
};

describe("what lies under an array", () => {
  it.each(Object.keys(OF_ROOFS) as Roof[])("%s: its own points, and no other roof's", (kind) => {
    const there = ids(roof(kind, "roof-flush", kind === "membrane" ? 5 : 30));
    expect(there).toEqual(expect.arrayContaining(OF_ROOFS[kind]));
    for (const [other, points] of Object.entries(OF_ROOFS)) if (other !== kind) for (const id of points) expect(there).not.toContain(id);
  });

  it("is asked for as far as the slope allows where nobody said", () => {
    const steep = ids(roof(undefined));
    expect(steep).toEqual(expect.arrayContaining([...OF_ROOFS.tile, ...OF_ROOFS.shingle, ...OF_ROOFS.seam, ...OF_ROOFS["stone-coated"]]));
    expect(steep).not.toContain("membrane-whole");
    const shallow = ids(roof(undefined, "roof-flush", 5));
    expect(shallow).toEqual(expect.arrayContaining([...OF_ROOFS.membrane, ...OF_ROOFS.seam]));
    for (const id of [...OF_ROOFS.tile, ...OF_ROOFS.shingle, "roof-line", "mould-below"]) expect(shallow).not.toContain(id);
    // Frames that stand up from a flat roof tell nothing of it but that it isn't steeper.
    expect(ids(roof(undefined, "roof-raised", 30))).toEqual(expect.arrayContaining([...OF_ROOFS.membrane, ...OF_ROOFS.tile]));
    expect(ids(roof(undefined, "roof-flush", 89)).filter((id) => Object.values(OF_ROOFS).flat().includes(id))).toEqual([]);
  });
});

describe("how modules are carried", () => {
  it("on the ground nobody climbs and nothing is pierced", () => {
    const field = roof(undefined, "ground-rack");
    for (const station of ["ladder", "roof-edge", "roof-space"] as const) expect(stations(field)).not.toContain(station);
    expect(ids(field)).toEqual(expect.arrayContaining(["ground-posts", "posts-plumb", "posts-heave", "posts-erosion", "run-trench"]));
    for (const id of ["snow-lands", "mounts-tight", "hooks-structure", "entry-boot", "doc-insurance", "ballast-there", "stains-below"])
      expect(ids(field)).not.toContain(id);
  });

  it("ballast is weighed, and there are no hooks; what is integrated has neither rails nor clamps", () => {
    const flat = ids(roof(undefined, "ballasted", 10));
    expect(flat).toEqual(expect.arrayContaining(["ballast-there", "ballast-enough", "ballast-slid", "membrane-whole", "rail-overhang"]));
    for (const id of ["hooks-structure", "mounts-tight", "lag-cement", "ground-posts", "snow-guards"]) expect(flat).not.toContain(id);
    const integrated = ids(roof(undefined, "building-integrated"));
    expect(integrated).toEqual(expect.arrayContaining(["integrated-edges", "entry-boot", "stains-below", "array-bonding"]));
    for (const id of ["clamps-mid", "rail-overhang", "bonding-way", "hooks-structure", "tile-clear"]) expect(integrated).not.toContain(id);
  });

  it("where there are a field and a roof the field comes first, with stops of its own, and the ladder once", () => {
    const both = siteWith((site) => {
      site.planes.push({ ...site.planes[0], id: "field", mounting: "ground-rack" });
      site.strings[0].plane = "field";
    });
    expect(stations(both)).toEqual(["ground", "array", "under-array", ...stations(roof(undefined)).slice(1)]);
    const [ground, field, underField, , , onRoof] = walkFor(both);
    expect(ground.points.map(({ id }) => id)).toEqual(expect.arrayContaining(["ground-posts", "snow-lands"]));
    expect(field).toMatchObject({ part: "field", place: "At the array in the field" });
    expect(onRoof).toMatchObject({ part: "roof", place: "At the array on the roof" });
    expect(underField.points.some(({ id }) => id === "tile-clear")).toBe(false);
  });
});

describe("what hangs on the walls", () => {
  it("micro-inverters have no DC switches; module electronics are looked for where there are any", () => {
    const micro = ids(siteWith((site) => void (site.inverters[0].kind = "micro")));
    const optimizer = ids(siteWith((site) => void (site.inverters[0].kind = "optimizer")));
    const string = ids(siteWith((site) => void (site.inverters[0].kind = "string")));
    for (const id of ["isolator-wet", "string-fuses", "polarity", "shutdown-measured", "inverter-clearance", "insulation-test"]) {
      expect(micro).not.toContain(id);
      for (const other of [optimizer, string]) expect(other).toContain(id);
    }
    for (const id of ["branch-cable", "ac-isolator"]) {
      expect(micro).toContain(id);
      for (const other of [optimizer, string]) expect(other).not.toContain(id);
    }
    for (const one of [micro, optimizer]) expect(one).toEqual(expect.arrayContaining(["converters-light", "map-not-roof"]));
    expect(string).not.toContain("converters-light");
  });

  it("sun and rain count outdoors, batteries where there is one, the grid's rules where there is a grid", () => {
    const indoors = ids(siteWith((site) => void (site.inverters[0].location = "indoor")));
    const outdoors = ids(siteWith((site) => void (site.inverters[0].location = "outdoor-sun")));
    expect(indoors).not.toContain("inverter-sun");
    expect(outdoors).toContain("inverter-sun");
    // An isolator can hang in the weather wherever its inverter does.
    for (const walk of [indoors, outdoors]) expect(walk).toEqual(expect.arrayContaining(["isolator-top", "isolator-shelter"]));
    expect(stations(siteWith(() => undefined))).not.toContain("battery");
    const off = ids(siteWith((site) => void (site.battery = { capacityKwh: 10, gridTied: false })));
    expect(off).toEqual(expect.arrayContaining(["battery-full", "surge-load", "battery-case"]));
    for (const id of ["meter-both-ways", "busbar", "doc-grid", "backup-earthing"]) expect(off).not.toContain(id);
    const tied = ids(siteWith((site) => void (site.battery = { capacityKwh: 10, gridTied: true })));
    expect(tied).toEqual(expect.arrayContaining(["battery-full", "busbar", "backup-earthing"]));
    expect(tied).not.toContain("surge-load");
    expect(ids(siteWith((site) => void (site.exportLimitW = 0)))).toContain("export-limit");
    expect(indoors).not.toContain("export-limit");
  });
});

it("frost is looked for where it freezes", () => {
  const at = (designMinTempC: number) => ids(siteWith((site) => Object.assign(site.location, { designMinTempC })));
  for (const id of ["snow-now", "snow-lands", "snow-guards"]) {
    expect(at(-20)).toContain(id);
    expect(at(3)).not.toContain(id);
  }
});

it("what nobody has said yet is shown, and what was answered once hides what isn't there", () => {
  const unknown = ids(siteWith(() => undefined));
  const told = ids(
    siteWith((site) => {
      site.plant = {
        conduit: "none",
        rapidShutdown: false,
        surgeProtector: false,
        earthElectrode: false,
        lightSensor: false,
        roofSpace: false,
      };
    }),
  );
  const hidden = unknown.filter((id) => !told.includes(id));
  expect(hidden).toEqual(
    expect.arrayContaining(["run-splice", "shutdown-measured", "inverter-spd", "earth-electrode", "light-sensor", "daylight-below"]),
  );
  expect(told.filter((id) => !unknown.includes(id))).toEqual([]);
  expect(ids(siteWith((site) => void (site.plant = { rapidShutdown: true })))).toContain("shutdown-measured");
});

it("old plant is judged as old where its age is known", () => {
  const since = (commissioned: string) =>
    ids(
      siteWith((site) => void (site.commissioned = commissioned)),
      Date.parse("2026-06-01"),
    );
  expect(since("2010-05-01")).toContain("doc-worn");
  expect(since("2020-05-01")).toContain("doc-worn");
  for (const id of ["doc-worn", "doc-makers"]) expect(since("2025-05-01")).not.toContain(id);
  expect(
    ids(
      siteWith((site) => void delete site.commissioned),
      Date.parse("2026-06-01"),
    ),
  ).toContain("doc-worn");
});

it("the public route has the same points in the order of the body's way", () => {
  const site = siteWith(() => undefined);
  const { format, stops } = routeFor(site);
  expect(format).toBe("irradant-route/1");
  const order = stops.map(({ station }) => STATIONS.indexOf(station));
  expect([...order].sort((a, b) => a - b)).toEqual(order);
  expect(stops.flatMap(({ points }) => points.map(({ id }) => id))).toEqual(ids(site));
  expect(Object.keys(stops[0].points[0])).toEqual(["id", "title", "why", "caution", "grades", "speaksFor"]);
});
