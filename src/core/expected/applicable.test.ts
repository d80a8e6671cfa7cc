import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import type { SiteFile } from "../site/siteSchema";
import { stageApplies, switchApplies } from "./applicable";
import { CASCADE_STAGES } from "./cascade";

const plain = exampleSite();
const changed = (change: (site: SiteFile) => void) => exampleSite(change);

describe("stages that only some sites have", () => {
  it("leaves everybody's stages in, and the special ones out of a plain site", () => {
    const shown = CASCADE_STAGES.filter((stage) => stageApplies(plain, stage));
    for (const stage of ["uneven-light", "heat", "export-limit", "battery"]) expect(shown).not.toContain(stage);
    for (const stage of ["sun", "glass", "rating", "wiring-ac", "night"]) expect(shown).toContain(stage);
  });

  it.each<[Parameters<typeof stageApplies>[1], Parameters<typeof switchApplies>[1], string, (site: SiteFile) => void]>([
    ["heat", "heatDerating", "a derating threshold", (site) => void (site.inverters[0].derateStartC = 45)],
    ["export-limit", "exportLimit", "an export limit, of nought too", (site) => void (site.exportLimitW = 0)],
    ["battery", "fullBattery", "a battery without a grid", (site) => void (site.battery = { capacityKwh: 5, gridTied: false })],
    [
      "uneven-light",
      "shadeByModule",
      "an obstacle",
      (site) => void (site.planes[0].obstacles = [{ id: "o", kind: "pole", bearingDeg: 180, distanceM: 5, heightM: 3, widthM: 0.2 }]),
    ],
    [
      "uneven-light",
      "shadeByModule",
      "unlike strings on one tracker",
      (site) => {
        site.strings[1].modules = 8;
        for (const pvString of site.strings) pvString.mppt = "A";
      },
    ],
    ["uneven-light", "shadeByModule", "a tracker's window", (site) => void (site.inverters[0].mppts = [{ id: "A", minV: 150 }])],
  ])("shows %s and its switch %s with %s", (stage, key, _, change) => {
    expect(stageApplies(changed(change), stage)).toBe(true);
    expect(switchApplies(changed(change), key)).toBe(true);
    expect(switchApplies(plain, key)).toBe(false);
  });

  it("hides the battery of a site that has a grid, and the night of inverters that draw nothing", () => {
    expect(
      stageApplies(
        changed((site) => void (site.battery = { capacityKwh: 5, gridTied: true })),
        "battery",
      ),
    ).toBe(false);
    expect(
      stageApplies(
        changed((site) => void (site.inverters[0].nightW = 0)),
        "night",
      ),
    ).toBe(false);
    expect(switchApplies(plain, "ageing")).toBe(true);
  });
});
