import { expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { causePlace, causeSentence } from "./causeWords";

const site = exampleSite();

it("tells a cause of one string at an inverter as that of one of its strings, and of what is all of it as its own", () => {
  const [{ id }] = site.inverters;
  expect(causePlace(site, { cause: "string-open", scope: id }, "technician")).toBe(`one string of inverter ${id}`);
  expect(causePlace(site, { cause: "string-open", scope: "s2" }, "technician")).toBe("string s2");
  expect(causePlace(site, { cause: "wet-insulation-trip", scope: id }, "technician")).toBe(`inverter ${id}`);
  const lone = { ...site, strings: site.strings.slice(0, 1) };
  expect(causePlace(lone, { cause: "string-open", scope: id }, "technician")).toBe(`inverter ${id}`);
});

it("begins a sentence with its place, and tells an owner more of where that is", () => {
  expect(causeSentence(site, { cause: "string-open", scope: "site" }, "technician")).toMatch(/^One string of the whole site is open/);
  expect(causeSentence(site, { cause: "snow", scope: "south" }, "owner")).toBe(
    "Snow lay on plane south (facing south) until it melted or slid off.",
  );
});
