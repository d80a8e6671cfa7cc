import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { heldVersions, isSameThing, presentVersion } from "./asBuilts";

const ZONE = "Europe/Vienna";
const versions = (...days: (string | null)[]) => days.map((validFrom, k) => ({ version: k + 1, validFrom }));
/** As "version from..until", by days of universal time. */
const held = (...days: (string | null)[]) =>
  heldVersions(versions(...days), ZONE).map(({ asBuilt, fromMs, untilMs }) => {
    const day = (ms: number) => (Number.isFinite(ms) ? new Date(ms).toISOString().slice(0, 16) : "");
    return `${asBuilt.version} ${day(fromMs)}..${day(untilMs)}`;
  });

describe("which version holds when", () => {
  it("is the only one, always", () => {
    expect(held(null)).toEqual(["1 .."]);
    expect(held("2025-06-01")).toEqual(["1 .."]);
  });

  it("changes on the day of an upgrade, at the site's midnight", () => {
    expect(held(null, "2025-06-01")).toEqual(["1 ..2025-05-31T22:00", "2 2025-05-31T22:00.."]);
    expect(held(null, "2025-12-01")).toEqual(["1 ..2025-11-30T23:00", "2 2025-11-30T23:00.."]);
  });

  it("is the corrected one in place of what it corrects, be that the present or the past", () => {
    expect(held(null, null)).toEqual(["2 .."]);
    expect(held(null, "2025-06-01", "2025-06-01")).toEqual(["1 ..2025-05-31T22:00", "3 2025-05-31T22:00.."]);
    expect(held(null, "2025-06-01", null)).toEqual(["3 ..2025-05-31T22:00", "2 2025-05-31T22:00.."]);
  });

  it("is told in time's order though the versions were recorded in another", () => {
    expect(held(null, "2025-06-01", "2024-03-01")).toEqual([
      "1 ..2024-02-29T23:00",
      "3 2024-02-29T23:00..2025-05-31T22:00",
      "2 2025-05-31T22:00..",
    ]);
    expect(presentVersion(versions(null, "2025-06-01", "2024-03-01")).version).toBe(2);
    expect(presentVersion(versions(null, "2025-06-01", null)).version).toBe(2);
    expect(presentVersion(versions(null, null)).version).toBe(2);
  });
});

describe("a place in two descriptions", () => {
  const old = exampleSite();
  it("is the same thing as long as what stands there is", () => {
    const wider = exampleSite((site) => {
      site.strings.push({ ...site.strings[0], id: "s3" });
    });
    for (const scope of ["site", "meter.main", "south", "inv1", "s1", "s2.04"]) expect(isSameThing(scope, old, wider)).toBe(true);
    expect(isSameThing("s3", old, wider)).toBe(false);
  });

  it("isn't where the modules, the inverter or the roof are others", () => {
    const other = exampleSite((site) => {
      site.moduleTypes.push({ ...site.moduleTypes[0], id: "m440", pmaxW: 440 });
      site.strings[1].moduleType = "m440";
      site.inverters[0].acRatedW = 8000;
      site.planes[0].tiltDeg = 35;
    });
    expect(["s1", "s2", "s2.04", "inv1", "south"].map((scope) => isSameThing(scope, old, other))).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
  });
});
