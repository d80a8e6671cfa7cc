import { expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { moduleScope, placesOf, placeWords } from "./places";

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
  for (const unknown of [moduleScope(id, modules + 1), `${id}.00`, `${id}.x`, "behind the chimney", ""])
    expect(placeWords(site, unknown)).toBe(unknown);
});
