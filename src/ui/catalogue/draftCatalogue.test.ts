import { expect, it } from "vitest";
import { CATALOGUE } from "@/core/inspection/catalogue";
import { readCatalogueFile, writeCatalogueFile } from "@/core/inspection/catalogueFile";
import { added, changed, moved, placeOf, without } from "./draftCatalogue";

const ids = (catalogue: typeof CATALOGUE, station: "board") => (catalogue.get(station) ?? []).map(({ id }) => id);

it("points are moved within their station, left out, changed and added, and what comes of it is a catalogue", () => {
  const [first, second] = ids(CATALOGUE, "board");
  const later = moved(CATALOGUE, first, 1);
  expect(ids(later, "board").slice(0, 2)).toEqual([second, first]);
  expect(moved(later, first, -1)).toEqual(CATALOGUE);
  expect(moved(CATALOGUE, first, -1)).toBe(CATALOGUE);
  expect(moved(CATALOGUE, "nowhere", 1)).toBe(CATALOGUE);
  expect(placeOf(without(CATALOGUE, first), first)).toBeNull();
  const one = added(CATALOGUE, "board");
  const two = added(one.catalogue, "board");
  expect([one.pointId, two.pointId]).toEqual(["own-1", "own-2"]);
  const place = placeOf(two.catalogue, "own-2");
  const point = place && two.catalogue.get(place.station)?.[place.at];
  if (!point) throw new Error("not there");
  const named = changed(two.catalogue, { ...point, title: "Our seal" });
  expect(readCatalogueFile(writeCatalogueFile(named), "c.json")).toEqual(named);
});
