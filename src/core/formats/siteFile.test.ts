import { describe, expect, it } from "vitest";
import { FormatError } from "../errors/formatError";
import { exampleSite } from "../simulator/exampleSite";
import { readSiteFile, writeSiteFile } from "./siteFile";

// biome-ignore lint/suspicious/noExplicitAny: broken files are what is tested
const text = (change: (site: any) => void) => {
  const site = raw();
  change(site);
  return JSON.stringify(site);
};
const raw = () => JSON.parse(writeSiteFile(exampleSite()));
const refusal = (content: string) => {
  try {
    readSiteFile(content, "roof.site.json");
  } catch (error) {
    expect(error).toBeInstanceOf(FormatError);
    expect((error as Error).message).not.toContain("\n");
    return (error as Error).message;
  }
  throw new Error("it was accepted");
};

it("keeps unknown keys, at every depth, through reading and writing", () => {
  const content = text((site) => {
    site.owner = { door: 3 };
    site.planes[0].colour = "red";
    site.strings[1].label = ["a"];
  });
  expect(JSON.parse(writeSiteFile(readSiteFile(content, "f")))).toMatchObject({
    owner: { door: 3 },
    planes: [{ colour: "red" }],
    strings: [{}, { label: ["a"] }],
  });
});

it("fills the defaults of what may be left out", () => {
  const site = readSiteFile(
    text((it) => {
      delete it.losses;
      delete it.albedo;
      delete it.tariff;
      delete it.planes[0].horizon;
      delete it.location.timeZone;
    }),
    "f",
  );
  expect(site).toMatchObject({ albedo: 0.2, losses: { mismatchPct: 1, degradationPctPerYear: 0.5 }, location: { timeZone: "UTC" } });
  expect(site.planes[0].horizon).toEqual([]);
  expect(site.tariff).toBeUndefined();
});

describe("a broken file is refused with its name, the key, what was found and what was expected", () => {
  it.each<[string, string, RegExp]>([
    ["no JSON", '{\n "format": ,\n}', /^roof\.site\.json, line 2: found text that isn't JSON/],
    ["another format", text((it) => (it.format = "other/1")), /format: found "other\/1", expected "irradant-site\/1"/],
    ["a latitude off the globe", text((it) => (it.location.lat = 146)), /location\.lat: found 146, expected at most 90/],
    [
      "a text for a number",
      text((it) => (it.planes[0].tiltDeg = "steep")),
      /planes\.0\.tiltDeg: found "steep", expected a value of type number/,
    ],
    ["an unknown mounting", text((it) => (it.planes[0].mounting = "tree")), /planes\.0\.mounting: found "tree", expected "roof-flush" or/],
    ["no strings", text((it) => (it.strings = [])), /strings: found \[\], expected at least 1 entries/],
    ["an unknown plane", text((it) => (it.strings[0].plane = "attic")), /strings\.0\.plane: found "attic", expected one of south/],
    ["an id used twice", text((it) => (it.strings[1].id = "s1")), /strings\.1\.id: found "s1", expected an id that is used once/],
    [
      "a plane without strings",
      text((it) => it.planes.push({ ...it.planes[0], id: "north" })),
      /planes\.1\.id: found "north", expected a plane with at least one string/,
    ],
    [
      "two horizons at one bearing",
      text((it) => it.planes[0].horizon.push({ azimuthDeg: 90, elevationDeg: 20 })),
      /planes\.0\.horizon\.2: found a second elevation at 90°/,
    ],
    [
      "a module that contradicts itself",
      text((it) => (it.moduleTypes[0].pmaxW = 300)),
      /moduleTypes\.0\.pmaxW: found 300, expected within 5 %/,
    ],
    [
      "a working voltage over the open one",
      text((it) => (it.moduleTypes[0].vmpV = 40)),
      /moduleTypes\.0\.vmpV: found 40, expected less than vocV/,
    ],
    [
      "more voltage than its cells can give",
      text((it) => (it.moduleTypes[0].cellsInSeries = 20)),
      /moduleTypes\.0\.cellsInSeries: found 20, expected a number of cells that gives 37\.2 V/,
    ],
    [
      "a data sheet squarer than any diode",
      text((it) => Object.assign(it.moduleTypes[0], { vmpV: 37.1, impA: 13.85, pmaxW: 514 })),
      /moduleTypes\.0: found a data sheet that no diode's curve passes through/,
    ],
    [
      "segments that don't add up to their string",
      text((it) => (it.strings[0].segments = [{ plane: "south", modules: 4 }])),
      /strings\.0\.segments: found 4 modules, expected 10 as in modules/,
    ],
    [
      "a segment in a plane that isn't there",
      text((it) => (it.strings[0].segments = [{ plane: "attic", modules: 10 }])),
      /strings\.0\.segments\.0\.plane: found "attic", expected one of south/,
    ],
    [
      "a time zone that isn't one",
      text((it) => (it.location.timeZone = "Valley/Time")),
      /location\.timeZone: .*expected an IANA time zone/,
    ],
    ["a date that isn't one", text((it) => (it.commissioned = "2019-02-31x")), /commissioned: .*a date like/],
  ])("%s", (_, content, says) => {
    expect(refusal(content)).toMatch(says);
  });
});
