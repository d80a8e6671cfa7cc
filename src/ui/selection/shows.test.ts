import { expect, it } from "vitest";
import { readSelection } from "./selection";
import { showsAt } from "./shows";

it("leads to a leaf of Compare with what is picked and the way back; from Compare itself there is none", () => {
  const { href, words } = showsAt("c1", "diagnose", { day: "2026-03-14", cause: { cause: "string-open", scope: "s2" } }, "14 Mar 2026");
  expect(words).toBe("14 Mar 2026");
  const address = new URL(href, "http://roofs.example");
  expect(address.pathname).toBe("/cases/c1/compare");
  expect(address.searchParams.get("from")).toBe("diagnose");
  expect(readSelection(address.searchParams)).toMatchObject({
    day: "2026-03-14",
    cause: { cause: "string-open", scope: "s2" },
    part: null,
  });
  expect(showsAt("c1", "compare", {}, "step by step", "cascade").href).toBe("/cases/c1/compare?leaf=cascade");
});
