import { describe, expect, it } from "vitest";
import { readSiteFile, writeSiteFile } from "../formats/siteFile";
import { layOutPlane } from "../plane/layout";
import { exampleSite } from "../simulator/exampleSite";
import type { SiteFile } from "../site/siteSchema";
import { draftOf, emptyDraft, typedNumber } from "./draft";
import { putBlock } from "./modules";
import { readDraft } from "./readDraft";
import { addString, runOn } from "./wiring";

/** A string over two planes, one on one of them alone, unknown keys, a spare module. */
const split = exampleSite((site) => {
  site.planes.push({ ...site.planes[0], id: "east", azimuthDeg: 95, note: "dormer" } as SiteFile["planes"][number]);
  site.strings[1].segments = [
    { plane: "south", modules: 7 },
    { plane: "east", modules: 3 },
  ];
  site.strings.push({ ...site.strings[0], id: "s3", plane: "east", modules: 4, label: "shed" } as SiteFile["strings"][number]);
});

describe("a site as a draft", () => {
  it.each([
    ["one plane", exampleSite()],
    ["two planes", split],
  ])("comes back as it was: %s", (_, site) => {
    const { site: back, faults } = readDraft(draftOf(site));
    expect(faults).toEqual([]);
    expect(writeSiteFile(back as SiteFile)).toBe(writeSiteFile(site));
  });

  it("has a place for every module, where the plan draws it", () => {
    const draft = draftOf(split);
    for (const [k, plane] of split.planes.entries()) {
      const drawn = layOutPlane(split, plane)?.places ?? [];
      expect(draft.planes[k].places).toHaveLength(drawn.length);
      for (const { stringId, place, rightM, upSlopeM } of drawn) {
        const own = draft.planes[k].places.find((one) => one.string === stringId && one.place === place);
        expect(own?.rightM).toBeCloseTo(rightM, 3);
        expect(own?.upM).toBeCloseTo(upSlopeM, 3);
      }
    }
  });

  it("keeps places that aren't the usual ones, and what is wired to nothing", () => {
    const before = draftOf(exampleSite());
    const { draft } = putBlock(before, 0, { moduleType: "m405", rows: 1, columns: 2, turned: true, gapMm: 20, rowGapMm: 20 });
    const { site } = readDraft(draft);
    const back = readSiteFile(writeSiteFile(site as SiteFile), "drawn.site.json");
    expect(back.planes[0].places).toHaveLength(22);
    expect(back.planes[0].places?.slice(-2)).toMatchObject([
      { turned: true, moduleType: "m405" },
      { turned: true, moduleType: "m405" },
    ]);
    expect(back.planes[0].places?.[0]).not.toHaveProperty("moduleType");
    expect(draftOf(back).planes[0].places).toEqual(draft.planes[0].places);
  });

  it("names what a new site still lacks, at its keys", () => {
    const { site, faults } = readDraft(emptyDraft("Europe/Vienna"));
    expect(site).toBeNull();
    expect(faults.map(({ key }) => key)).toEqual(
      expect.arrayContaining([
        "id",
        "location.lat",
        "location.lon",
        "moduleTypes.0.pmaxW",
        "planes.0.tiltDeg",
        "inverters.0.acRatedW",
        "strings",
      ]),
    );
  });

  it("becomes a site once everything is told", () => {
    const { location, moduleTypes, inverters, planes } = exampleSite();
    const told = { ...emptyDraft("Europe/Vienna"), id: "new", location, moduleTypes, inverters: [{ ...inverters[0], mppts: [] }] };
    const flat = { ...told, planes: [{ ...planes[0], places: [] }] };
    const { draft, refs } = putBlock(flat, 0, { moduleType: "m405", rows: 2, columns: 3, turned: false, gapMm: 20, rowGapMm: 20 });
    const begun = addString(draft);
    const { site, faults } = readDraft(runOn(begun.draft, begun.id, refs));
    expect(faults).toEqual([]);
    expect(site?.strings).toMatchObject([{ id: "s1", plane: "south", inverter: "inv1", moduleType: "m405", modules: 6 }]);
  });
});

it("reads numbers as people type them, and leaves what it can't read as it is", () => {
  expect(["31,2", " 31.2 ", "-0.27", "\u22120,27", "1 000", "", "3,", "steep", "1,2,3"].map(typedNumber)).toEqual([
    31.2,
    31.2,
    -0.27,
    -0.27,
    1000,
    undefined,
    3,
    "steep",
    "1,2,3",
  ]);
});
