import { expect, it } from "vitest";
import { archiveDifferences } from "./differences";

const HERE = {
  "as-built/1.site.json": "a",
  "as-built/versions.json": "v",
  "series/production.csv": "p",
  "series/packed/0.json": "i",
  "series/packed/0.bin": "b",
  "cases/one.json": "c",
  "photos/x.jpg": "x",
  "photos/x.thumb.jpg": "t",
  "calibrations.json": "k",
};

it("says nothing where nothing differs", () => {
  expect(archiveDifferences(HERE, { ...HERE })).toEqual([]);
});

it("names what only one has, cases by their titles, and counts pictures", () => {
  const { "photos/x.jpg": _, "photos/x.thumb.jpg": __, ...there } = HERE;
  const archive = {
    ...there,
    "as-built/1.site.json": "other",
    "as-built/2.site.json": "new",
    "as-built/versions.json": "w",
    "cases/two.json": "d",
  };
  expect(archiveDifferences(HERE, archive, new Map([["two", "Half is dead"]]))).toEqual([
    { words: "As-built versions", onlyHere: [], onlyInArchive: ["version 2"], otherwise: ["version 1"] },
    { words: "Cases", onlyHere: [], onlyInArchive: ["Half is dead"], otherwise: [] },
    { words: "Pictures", onlyHere: ["1"], onlyInArchive: [], otherwise: [] },
  ]);
});

it("says of what goes with others only where those are the same", () => {
  const alone = archiveDifferences(HERE, {
    ...HERE,
    "as-built/versions.json": "w",
    "series/packed/0.bin": "c",
    "series/packed/0.json": "j",
  });
  expect(alone).toEqual([
    { words: "As-built versions", onlyHere: [], onlyInArchive: [], otherwise: ["since when and why"] },
    { words: "Measured values", onlyHere: [], onlyInArchive: [], otherwise: ["what was replaced"] },
  ]);
  const with_ = archiveDifferences(HERE, { ...HERE, "series/production.csv": "q", "series/packed/0.bin": "c" });
  expect(with_).toEqual([{ words: "Measured values", onlyHere: [], onlyInArchive: [], otherwise: ["production"] }]);
});
