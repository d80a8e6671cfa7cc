import { expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { edgesOf, isPlaceOf, moduleScope, ownerPlaceWords, placesOf, placeWords, sideWord } from "./places";

const site = exampleSite();

it("names every thing of a site once, by the scope that formats use", () => {
  const scopes = placesOf(site).flatMap(({ places }) => places.map(({ scope }) => scope));
  expect(new Set(scopes).size).toBe(scopes.length);
  expect(scopes).toEqual(["site", ...[...site.inverters, ...site.planes, ...site.strings].map(({ id }) => id)]);
});

it("puts a scope into words, and leaves what it doesn't know as it is written", () => {
  const [{ id, modules }] = site.strings;
  expect(placeWords(site, "site")).toBe("whole site");
  expect(placeWords(site, id)).toBe(`string ${id}`);
  expect(placeWords(site, moduleScope(id, modules))).toBe(`module ${id}.${String(modules).padStart(2, "0")}`);
  for (const unknown of [moduleScope(id, modules + 1), `${id}.00`, `${id}.x`, "behind the chimney", ""]) {
    expect(placeWords(site, unknown)).toBe(unknown);
    expect(isPlaceOf(site, unknown)).toBe(false);
  }
  for (const known of ["site", id, moduleScope(id, 1), "meter.m1"]) expect(isPlaceOf(site, known)).toBe(true);
});

it("tells an owner how many modules a string has and where they face", () => {
  expect(ownerPlaceWords(site, "s2")).toBe("string s2 (10 modules, facing south)");
  expect(ownerPlaceWords(site, "s2.03")).toBe("module s2.03 (facing south)");
  expect(ownerPlaceWords(site, "inv1")).toBe("inverter inv1");
  const flat = { ...site, planes: site.planes.map((plane) => ({ ...plane, tiltDeg: 2 })) };
  expect(ownerPlaceWords(flat, "s2")).toBe("string s2 (10 modules, lying flat)");
  const over = [{ plane: "south", modules: 5 }];
  const bent = { ...site, strings: site.strings.map((one) => ({ ...one, segments: over })) };
  expect(ownerPlaceWords(bent, "s2")).toBe("string s2 (10 modules)");
});

it("knows a meter's scope, the eight winds, and which plane has eaves", () => {
  expect(placeWords(site, "meter.m1")).toBe("meter m1");
  expect([0, 22, 23, 180, 338, 360].map(sideWord)).toEqual(["north", "north", "north-east", "south", "north", "north"]);
  expect(edgesOf({ mounting: "roof-flush", tiltDeg: 30 }).lower).toBe("eaves");
  expect(edgesOf({ mounting: "ground-rack", tiltDeg: 30 }).lower).toBe("lower edge");
  expect(edgesOf({ mounting: "ballasted", tiltDeg: 10 }).upper).toBe("back");
});
