import { describe, expect, it } from "vitest";
import { FormatError } from "../errors/formatError";
import { exampleSite } from "../simulator/exampleSite";
import { MOST } from "../site/siteLimits";
import { jsonDepth } from "./jsonDepth";
import { readSiteFile, writeSiteFile } from "./siteFile";

// biome-ignore lint/suspicious/noExplicitAny: broken files are what is tested
type Raw = any;
const changed = (change: (site: Raw) => void) => {
  const site = JSON.parse(writeSiteFile(exampleSite()));
  change(site);
  return JSON.stringify(site);
};
const refusal = (content: string): FormatError => {
  try {
    readSiteFile(content, "roof.site.json");
  } catch (error) {
    expect(error).toBeInstanceOf(FormatError);
    return error as FormatError;
  }
  throw new Error("it was accepted");
};
const twice = [0, 1].map((rightM) => ({ string: "s1", place: 1, rightM, upM: 0 }));
const many = <T>(count: number, make: (k: number) => T) => Array.from({ length: count }, (_, k) => make(k));

describe("values that can't be are refused with their key", () => {
  it.each<[string, (site: Raw) => void, string]>([
    ["a currency that is markup", (it) => (it.tariff.currency = "<b>"), "tariff.currency"],
    ["a currency that there isn't", (it) => (it.tariff.currency = "QQQ"), "tariff.currency"],
    ["a price of the universe", (it) => (it.tariff.importPerKwh = 1e300), "tariff.importPerKwh"],
    ["a share over one", (it) => (it.tariff.selfUseShare = 1.01), "tariff.selfUseShare"],
    ["swapped tracker limits", (it) => (it.inverters[0].mppts = [{ id: "A", minV: 850, maxV: 150 }]), "inverters.0.mppts.0.minV"],
    ["places for some modules only", (it) => (it.planes[0].places = [{ string: "s1", place: 1, rightM: 0, upM: 0 }]), "planes.0.places"],
    ["a module in two places", (it) => (it.planes[0].places = twice), "planes.0.places.1"],
    ["a place of no string here", (it) => (it.planes[0].places = [{ string: "s9", place: 1, rightM: 0, upM: 0 }]), "planes.0.places.0"],
    ["a place without its string", (it) => (it.planes[0].places = [{ place: 1, rightM: 0, upM: 0 }]), "planes.0.places.0"],
    ["a place behind the mountain", (it) => (it.planes[0].places = [{ rightM: 1e9, upM: 0 }]), "planes.0.places.0.rightM"],
    ["a spare module of no type", (it) => (it.planes[0].places = [{ rightM: 0, upM: 0, moduleType: "x" }]), "planes.0.places.0.moduleType"],
    ["a tracker twice", (it) => (it.inverters[0].mppts = [{ id: "A" }, { id: "A" }]), "inverters.0.mppts.1.id"],
    ["a tracker at no voltage", (it) => (it.inverters[0].mppts = [{ id: "A", maxV: 1e308 }]), "inverters.0.mppts.0.maxV"],
    ["a year before the first cell", (it) => (it.commissioned = "0001-06-01"), "commissioned"],
    ["a year typed wrong", (it) => (it.commissioned = "2919-06-01"), "commissioned"],
    ["30 February", (it) => (it.commissioned = "2020-02-30"), "commissioned"],
    ["29 February of no leap year", (it) => (it.commissioned = "2019-02-29"), "commissioned"],
    ["a 13th month", (it) => (it.commissioned = "2019-13-01"), "commissioned"],
    ["a start power of 1e308", (it) => (it.inverters[0].startW = 1e308), "inverters.0.startW"],
    ["a start power over the rating", (it) => (it.inverters[0].startW = it.inverters[0].acRatedW + 1), "inverters.0.startW"],
    ["a negative rating", (it) => (it.inverters[0].acRatedW = -1), "inverters.0.acRatedW"],
    ["a rating of a power station", (it) => (it.inverters[0].acRatedW = 1e12), "inverters.0.acRatedW"],
    ["a night draw of a town", (it) => (it.inverters[0].nightW = 1e9), "inverters.0.nightW"],
    [
      "efficiencies falling back",
      (it) =>
        (it.inverters[0].efficiency = [
          [0.5, 0.9],
          [0.2, 0.8],
        ]),
      "inverters.0.efficiency.1",
    ],
    ["an efficiency over one", (it) => (it.inverters[0].efficiency = [[0.5, 1.2]]), "inverters.0.efficiency.0.1"],
    ["no efficiency at all", (it) => (it.inverters[0].efficiency = []), "inverters.0.efficiency"],
    ["a latitude as text", (it) => (it.location.lat = "46.8"), "location.lat"],
    ["a latitude that is null", (it) => (it.location.lat = null), "location.lat"],
    ["a longitude of 361", (it) => (it.location.lon = 361), "location.lon"],
    ["a site in space", (it) => (it.location.elevationM = 40_000), "location.elevationM"],
    ["a zone of nowhere", (it) => (it.location.timeZone = "Europe/Nowhere"), "location.timeZone"],
    ["a zone that is a program", (it) => (it.location.timeZone = "../../etc/passwd"), "location.timeZone"],
    ["cold over hot", (it) => Object.assign(it.location, { designMinTempC: 40, designMaxTempC: -20 }), "location.designMinTempC"],
    ["colder than Earth", (it) => (it.location.designMinTempC = -300), "location.designMinTempC"],
    ["eleven turbidities", (it) => (it.location.linkeTurbidity = many(11, () => 3)), "location.linkeTurbidity"],
    ["a tilt over the vertical", (it) => (it.planes[0].tiltDeg = 91), "planes.0.tiltDeg"],
    ["a bearing behind itself", (it) => (it.planes[0].azimuthDeg = -10), "planes.0.azimuthDeg"],
    [
      "a horizon over the zenith",
      (it) => (it.planes[0].horizon = [{ azimuthDeg: 90, elevationDeg: 91 }]),
      "planes.0.horizon.0.elevationDeg",
    ],
    [
      "a horizon of a million points",
      (it) => (it.planes[0].horizon = many(5000, (k) => ({ azimuthDeg: k / 20, elevationDeg: 1 }))),
      "planes.0.horizon",
    ],
    [
      "an obstacle at no distance",
      (it) => (it.planes[0].obstacles = [{ id: "o", kind: "tree", bearingDeg: 1, distanceM: 0, heightM: 1, widthM: 1 }]),
      "planes.0.obstacles.0.distanceM",
    ],
    [
      "a tree to the moon",
      (it) => (it.planes[0].obstacles = [{ id: "o", kind: "tree", bearingDeg: 1, distanceM: 5, heightM: 4e8, widthM: 1 }]),
      "planes.0.obstacles.0.heightM",
    ],
    [
      "a tree surveyed on no day",
      (it) =>
        (it.planes[0].obstacles = [{ id: "o", kind: "tree", bearingDeg: 1, distanceM: 5, heightM: 4, widthM: 1, surveyed: "2024-04-31" }]),
      "planes.0.obstacles.0.surveyed",
    ],
    [
      "an obstacle of no kind",
      (it) => (it.planes[0].obstacles = [{ id: "o", kind: "dragon", bearingDeg: 1, distanceM: 5, heightM: 4, widthM: 1 }]),
      "planes.0.obstacles.0.kind",
    ],
    [
      "an obstacle twice",
      (it) => (it.planes[0].obstacles = many(2, () => ({ id: "o", kind: "tree", bearingDeg: 1, distanceM: 5, heightM: 4, widthM: 1 }))),
      "planes.0.obstacles.1.id",
    ],
    [
      "a forest",
      (it) =>
        (it.planes[0].obstacles = many(1000, (k) => ({ id: `o${k}`, kind: "tree", bearingDeg: 1, distanceM: 5, heightM: 4, widthM: 1 }))),
      "planes.0.obstacles",
    ],
    ["a roof of straw", (it) => (it.planes[0].roof = "straw"), "planes.0.roof"],
    ["half a module", (it) => (it.strings[0].modules = 1.5), "strings.0.modules"],
    ["a string around the world", (it) => (it.strings[0].modules = 40_000_000), "strings.0.modules"],
    ["an unknown module type", (it) => (it.strings[0].moduleType = "m999"), "strings.0.moduleType"],
    ["an unknown inverter", (it) => (it.strings[0].inverter = "inv9"), "strings.0.inverter"],
    ["no segments", (it) => (it.strings[0].segments = []), "strings.0.segments"],
    ["a thousand segments", (it) => (it.strings[0].segments = many(1000, () => ({ plane: "south", modules: 1 }))), "strings.0.segments"],
    ["a cable round the globe", (it) => (it.strings[0].cable = { lengthM: 4e7, csaMm2: 4 }), "strings.0.cable.lengthM"],
    ["a cable of silver", (it) => (it.strings[0].cable = { lengthM: 4, csaMm2: 4, material: "silver" }), "strings.0.cable.material"],
    ["an id with a comma", (it) => (it.id = "a,b"), "id"],
    ["an id with a line break", (it) => (it.id = "a\nb"), "id"],
    ["an id with NUL", (it) => (it.id = "a\u0000b"), "id"],
    ["an id as long as a book", (it) => (it.id = "a".repeat(100_000)), "id"],
    ["no id", (it) => delete it.id, "id"],
    ["an empty name", (it) => (it.name = ""), "name"],
    ["a name as long as a book", (it) => (it.name = "n".repeat(100_000)), "name"],
    ["a name that is a list", (it) => (it.name = ["n"]), "name"],
    ["an albedo over one", (it) => (it.albedo = 2), "albedo"],
    ["losses over half", (it) => (it.losses.mismatchPct = 90), "losses.mismatchPct"],
    ["a negative export limit", (it) => (it.exportLimitW = -5), "exportLimitW"],
    ["a battery of a country", (it) => (it.battery = { capacityKwh: 1e12, gridTied: true }), "battery.capacityKwh"],
    ["strings as an object", (it) => (it.strings = { s1: it.strings[0] }), "strings"],
    ["thirty thousand strings", (it) => (it.strings = many(30_000, (k) => ({ ...it.strings[0], id: `s${k}` }))), "strings"],
    ["a thousand inverters", (it) => (it.inverters = many(1000, (k) => ({ ...it.inverters[0], id: `inv${k}` }))), "inverters"],
    ["too many modules in all", (it) => (it.strings = many(1500, (k) => ({ ...it.strings[0], id: `s${k}`, modules: 100 }))), "strings"],
    ["a format of tomorrow", (it) => (it.format = "irradant-site/2"), "format"],
  ])("%s", (_, change, key) => {
    const error = refusal(changed(change));
    expect(error.faults.map((fault) => fault.key)).toContain(key);
    expect(error.message).not.toContain("\n");
    expect(error.message.length).toBeLessThan(5000);
  });
});

describe("texts that are no site file are refused in one line", () => {
  it.each<[string, string, RegExp]>([
    ["nothing", "", /found an empty file/],
    ["a number", "7", /\(whole file\): found 7/],
    ["null", "null", /\(whole file\): found null/],
    ["a list", "[]", /\(whole file\)/],
    ["half a file", writeSiteFile(exampleSite()).slice(0, 900), /line \d+: found text that isn't JSON/],
    ["brackets without end", "[".repeat(100_000), /brackets nested over 40 deep/],
    [
      "brackets without end in a key that nobody knows",
      changed((it) => (it.own = JSON.parse(`${"[".repeat(60)}${"]".repeat(60)}`))),
      /nested over 40/,
    ],
    ["a novel", `{"a": "${"x".repeat(MOST.fileBytes)}"}`, /million characters, expected at most 4/],
    ["a picture", "\u0089PNG\r\n\u001a\n", /isn't JSON/],
    ["a web page", "<!doctype html><title>Sign in</title>", /isn't JSON/],
  ])("%s", (_, content, says) => {
    const { message } = refusal(content);
    expect(message).toMatch(says);
    expect(message).not.toContain("\n");
  });
});

it("tells all mistakes at once, each with its place", () => {
  const error = refusal(
    changed((it) => {
      it.strings[0].plane = "attic";
      it.strings[1].id = "s1";
      it.inverters[0].startW = it.inverters[0].acRatedW * 2;
    }),
  );
  expect(error.lines).toHaveLength(3);
  expect(error.faults.map(({ key }) => key)).toEqual(expect.arrayContaining(["strings.0.plane", "strings.1.id", "inverters.0.startW"]));
});

it("tells the depth of brackets, not of those in texts", () => {
  expect(jsonDepth('{"a": [1, {"b": "[[[[\\"["}]}')).toBe(3);
  expect(jsonDepth('"no brackets"')).toBe(0);
});

it("takes what real farms have: some thousand strings, every half degree of horizon", () => {
  const site = readSiteFile(
    changed((it) => {
      it.strings = many(MOST.strings, (k) => ({ ...it.strings[0], id: `s${k}`, modules: 12 }));
      it.planes[0].horizon = many(720, (k) => ({ azimuthDeg: k / 2, elevationDeg: 3 }));
    }),
    "farm.site.json",
  );
  expect(site.strings).toHaveLength(MOST.strings);
});
