import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import type { Plane, SiteFile } from "../site/siteSchema";
import type { Severity } from "./severity";
import { walkFor } from "./walk";

/* What has to be looked at where, how grave it can be, and what must be said of danger: held against the walks of sites of every kind. */

type Change = Partial<Pick<Plane, "mounting" | "roof" | "tiltDeg">>;
const on = (plane: Change, change: (site: SiteFile) => void = () => {}) =>
  exampleSite((site) => {
    site.planes = site.planes.map((one) => ({ ...one, mounting: "roof-flush", tiltDeg: 35, ...plane }) as Plane);
    site.location = { ...site.location, designMinTempC: -18 };
    site.plant = {
      roofSpace: true,
      conduit: "metal",
      rapidShutdown: false,
      surgeProtector: true,
      earthElectrode: true,
      lightSensor: false,
    };
    change(site);
  });
const SITES = {
  tile: on({ roof: "tile" }),
  shingle: on({ roof: "shingle" }),
  seam: on({ roof: "seam" }),
  rib: on({ roof: "rib" }),
  stone: on({ roof: "stone-coated" }),
  flat: on({ mounting: "ballasted", roof: "membrane", tiltDeg: 10 }),
  field: on({ mounting: "ground-rack" }, (site) => void (site.plant = { ...site.plant, roofSpace: false })),
  integrated: on({ mounting: "building-integrated", roof: "tile" }),
  warm: on({ roof: "tile" }, (site) => void (site.location.designMinTempC = 4)),
  micro: on({ roof: "tile" }, (site) => void (site.inverters = site.inverters.map((one) => ({ ...one, kind: "micro" })))),
  outdoors: on({ roof: "tile" }, (site) => void (site.inverters = site.inverters.map((one) => ({ ...one, location: "outdoor-sun" })))),
  hut: on({ roof: "seam" }, (site) => void (site.battery = { capacityKwh: 12, gridTied: false } as SiteFile["battery"])),
  shutdown: on({ roof: "shingle" }, (site) => void (site.plant = { ...site.plant, rapidShutdown: true, lightSensor: true })),
  limited: on({ roof: "tile" }, (site) => void (site.exportLimitW = 4000)),
  bare: on({ roof: "tile" }, (site) => {
    site.plant = {
      roofSpace: false,
      conduit: "none",
      rapidShutdown: false,
      surgeProtector: false,
      earthElectrode: false,
      lightSensor: false,
    };
  }),
};
type Name = keyof typeof SITES;
const ALL = Object.keys(SITES) as Name[];
const ROOFS = ALL.filter((name) => name !== "field");
const PITCHED = ROOFS.filter((name) => name !== "flat");
const but = (...names: Name[]) => ALL.filter((name) => !names.includes(name));

const walked = Object.fromEntries(
  ALL.map((name) => [name, new Map(walkFor(SITES[name]).flatMap(({ points }) => points.map((point) => [point.id, point] as const)))]),
);

const S = "stop";
const F = "fix";
/** What is looked at, the gravest that it can be, whether danger is to be said, and on which sites; on all others it must not show. */
const WHAT: readonly [string, Severity, boolean, readonly Name[]][] = [
  // Before anything else
  ["stay-off", S, true, ALL],
  ["weather-today", S, true, ALL],
  ["not-alone", S, true, ALL],
  // Racking
  ["ground-rows", S, true, ALL],
  ["clamps-mid", S, true, but("integrated")],
  ["clamps-end", S, true, but("integrated")],
  ["module-crooked", F, true, but("integrated")],
  ["rail-caps", S, true, but("integrated")],
  ["rail-overhang", S, true, but("integrated")],
  ["torque-marks", F, false, but("integrated")],
  ["metals-mixed", S, true, but("integrated")],
  ["rails-or-not", F, false, but("integrated")],
  ["wind-site", F, true, ROOFS],
  ["ground-posts", S, true, ["field"]],
  ["posts-plumb", S, true, ["field"]],
  ["posts-heave", F, false, ["field"]],
  ["posts-erosion", S, true, ["field"]],
  ["run-trench", S, true, ["field"]],
  ["ballast-there", S, true, ["flat"]],
  ["ballast-enough", S, true, ["flat"]],
  ["ballast-slid", S, true, ["flat"]],
  ["debris", F, true, ALL],
  // Flashing and what goes through the roof
  ["mounts-tight", F, true, PITCHED.filter((name) => name !== "integrated")],
  ["mount-spacing", F, true, PITCHED.filter((name) => name !== "integrated")],
  ["lag-cement", S, true, ["tile", "shingle", "rib", "stone", "warm", "micro", "outdoors", "shutdown", "limited", "bare"]],
  ["hooks-structure", S, true, ["tile", "shingle", "stone", "warm", "micro", "outdoors", "shutdown", "limited", "bare"]],
  ["hooks-screws", F, true, ["tile", "shingle", "stone", "warm", "micro", "outdoors", "shutdown", "limited", "bare"]],
  ["tile-clear", F, true, ["tile", "warm", "micro", "outdoors", "limited", "bare"]],
  ["tile-relieved", F, true, ["tile", "warm", "micro", "outdoors", "limited", "bare"]],
  ["tiles-back", F, true, ["tile", "warm", "micro", "outdoors", "limited", "bare"]],
  ["shingle-course", F, true, ["shingle", "shutdown"]],
  ["shingle-raised", F, false, ["shingle", "shutdown"]],
  ["seam-clamps", S, true, ["seam", "hut"]],
  ["rib-fixings", F, true, ["rib"]],
  ["stone-panel", F, true, ["stone"]],
  ["sealant-witness", F, false, ["shingle", "shutdown", "rib", "stone"]],
  ["membrane-whole", F, true, ["flat"]],
  ["membrane-entries", F, false, ["flat"]],
  ["integrated-edges", S, true, ["integrated"]],
  ["entry-boot", S, true, ROOFS],
  ["entry-loop", F, false, ROOFS],
  ["entry-sealed", F, false, ROOFS],
  ["stains-below", S, true, ROOFS],
  ["mould-below", S, true, PITCHED],
  ["daylight-below", F, false, PITCHED.filter((name) => name !== "bare")],
  ["space-safe", S, true, PITCHED.filter((name) => name !== "bare")],
  // Modules
  ["glass-cracked", S, true, ALL],
  ["burn-marks", S, true, ALL],
  ["hot-cells", S, true, ALL],
  ["browning", F, false, ALL],
  ["delamination", S, true, ALL],
  ["snail-trails", F, false, ALL],
  ["back-sheet", S, true, ALL],
  ["junction-box", S, true, ALL],
  ["soil-pattern", F, true, ALL],
  ["droppings", F, true, ALL],
  ["lichen", F, true, ALL],
  ["dust-source", F, false, ALL],
  ["nests", F, true, ALL],
  ["ground-shade", F, false, ALL],
  ["ground-trees", F, false, ALL],
  ["ground-own-house", F, false, ALL],
  ["snow-now", S, true, ROOFS.filter((name) => name !== "warm")],
  ["snow-lands", S, true, ROOFS.filter((name) => name !== "warm")],
  ["snow-guards", F, true, PITCHED.filter((name) => name !== "warm")],
  ["light-sensor", F, false, ["shutdown"]],
  // Wiring
  ["cables-hang", S, true, ALL],
  ["cables-rub", S, true, ALL],
  ["cable-fixings", F, true, ALL],
  ["bend-radius", F, true, ALL],
  ["connectors-mated", S, true, ALL],
  ["connectors-alike", F, true, ALL],
  ["connectors-wet", F, true, ALL],
  ["connectors-burnt", S, true, ALL],
  ["conductor-sun", S, true, ALL],
  ["conductor-unearthed", F, true, but("micro")],
  ["subarray-cables", F, true, but("micro")],
  ["branch-cable", S, true, ["micro"]],
  ["converters-light", S, true, ["micro"]],
  ["run-way", F, false, ALL],
  ["run-joints", F, true, but("bare")],
  ["run-weep", F, false, but("bare")],
  ["run-air", F, false, but("bare")],
  ["run-splice", S, true, but("bare")],
  ["run-building-wire", S, true, ALL],
  ["run-size", S, true, ALL],
  // Bonding
  ["array-bonding", S, true, ALL],
  ["bonding-way", F, true, but("integrated")],
  ["bonding-stubs", F, true, but("integrated")],
  ["bonding-fasteners", F, true, ALL],
  ["bonding-conductor", F, true, ALL],
  ["metal-live", S, true, ALL],
  ["bonding-measured", S, true, ALL],
  ["earth-bar", S, true, ALL],
  ["earth-electrode", F, true, but("bare")],
  // Isolators
  ["prove-dead", S, true, but("micro")],
  ["isolator-top", F, true, but("micro")],
  ["isolator-glands", F, true, but("micro")],
  ["isolator-wet", S, true, but("micro")],
  ["isolator-shelter", F, false, but("micro")],
  ["isolator-remedy", F, true, but("micro")],
  ["isolator-heat", S, true, but("micro")],
  ["isolator-labels", F, true, but("micro")],
  ["isolator-unused", F, true, but("micro")],
  ["string-map", F, true, but("micro")],
  ["string-fuses", S, true, but("micro")],
  ["polarity", S, true, but("micro")],
  ["insulation-test", S, true, but("micro")],
  ["earth-fault-fuse", F, true, but("micro")],
  ["ac-isolator", S, true, ["micro"]],
  ["shutdown-found", F, true, ["shutdown"]],
  ["shutdown-measured", S, true, ["shutdown"]],
  ["shutdown-pairs", F, true, ["shutdown"]],
  // Inverter, battery
  ["inverter-report", F, true, ALL],
  ["inverter-leak", F, false, but("micro")],
  ["inverter-sun", F, true, ["outdoors"]],
  ["inverter-clearance", F, true, but("micro")],
  ["inverter-fan", F, true, but("micro")],
  ["inverter-case", S, true, but("micro")],
  ["inverter-cooling", F, true, but("micro")],
  ["inverter-spd", F, true, but("bare")],
  ["inverter-comms", F, false, ALL],
  ["logger-clock", F, false, ALL],
  ["map-not-roof", F, true, ["micro"]],
  ["export-limit", F, true, ["limited"]],
  ["battery-place", S, true, ["hut"]],
  ["battery-case", S, true, ["hut"]],
  ["battery-terminals", S, true, ["hut"]],
  ["battery-full", F, false, ["hut"]],
  ["surge-load", F, true, ["hut"]],
  // Meters and board
  ["panel-meters", F, false, ALL],
  ["meter-both-ways", F, true, but("hut")],
  ["breaker-on", F, true, ALL],
  ["board-heat", S, true, ALL],
  ["board-torque", F, true, ALL],
  ["board-residual", F, true, ALL],
  ["board-backfeed", F, true, ALL],
  ["busbar", S, true, but("hut")],
  ["breaker-place", F, true, but("hut")],
  ["board-labels", F, true, ALL],
  // Going up
  ["edge-access", S, true, ROOFS],
  ["ladder-stand", S, true, ROOFS],
  ["ladder-line", S, true, ROOFS],
  ["roof-dry", S, true, ROOFS],
  ["wind-now", S, true, ROOFS],
  ["roof-heat", S, true, ROOFS],
  ["roof-gear", S, true, ROOFS],
  ["module-way-up", S, true, ROOFS],
  ["roof-bears", S, true, ROOFS],
  // Papers
  ["doc-procedure", F, true, ALL],
  ["doc-schematic", F, false, ALL],
  ["doc-serials", F, false, ALL],
  ["doc-tests", F, false, ALL],
  ["doc-certificate", F, false, ALL],
  ["doc-grid", F, false, but("hut")],
  ["doc-warranty", F, false, ALL],
  ["doc-insurance", F, false, ROOFS],
];
const RANKS: readonly Severity[] = ["sound", "watch", "fix", "stop"];

describe("what is walked where", () => {
  it.each(WHAT)("%s: as grave as %s, danger said: %s", (id, gravest, dangerous, sites) => {
    expect(ALL.filter((name) => walked[name].has(id))).toEqual(ALL.filter((name) => sites.includes(name)));
    const point = walked[sites[0]].get(id);
    const grades = point?.grades.map(({ severity }) => RANKS.indexOf(severity)) ?? [];
    expect(RANKS[Math.max(...grades)]).toBe(gravest);
    if (dangerous) expect(point?.caution).toBeTruthy();
    // Whoever is told to stop is told what to do in the same minute.
    if (gravest === "stop") expect(point?.atOnce).toBeTruthy();
  });

  it("a site of one roof has some 120 to 180 points, a field fewer than a roof", () => {
    for (const name of ALL) {
      expect(walked[name].size).toBeGreaterThan(95);
      expect(walked[name].size).toBeLessThan(180);
    }
    expect(walked.field.size).toBeLessThan(walked.tile.size);
  });
});
