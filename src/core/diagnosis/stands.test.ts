import { expect, it } from "vitest";
import { stands } from "./stands";

const END = Date.parse("2026-11-01T00:00:00Z");

it("stands while it lasts; what comes with the wet also some weeks after it was last seen", () => {
  expect(stands({ cause: "soiling", until: null }, END)).toBe(true);
  expect(stands({ cause: "inverter-outage", until: "2026-10-30T00:00:00Z" }, END)).toBe(false);
  expect(stands({ cause: "wet-insulation-trip", until: "2026-10-30T00:00:00Z" }, END)).toBe(true);
  expect(stands({ cause: "wet-insulation-trip", until: "2026-06-30T00:00:00Z" }, END)).toBe(false);
});
