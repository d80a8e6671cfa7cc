import { expect, it } from "vitest";
import { exampleSite } from "@/core/simulator/exampleSite";
import { dangerAt } from "./dangerAt";

it("is danger at the place, in a part of it, or in what it is a part of; of an unknown place all of it", () => {
  const at = (scope: string) => ({ scope, why: `why ${scope}`, do: "Keep away" });
  const danger = [at("s1"), at("s2"), at("site")];
  const scopes = (scope: string) => dangerAt(exampleSite(), danger, scope).map((one) => one.scope);
  expect(scopes("s2")).toEqual(["s2", "site"]);
  expect(scopes("inv1")).toEqual(["s1", "s2", "site"]);
  expect(scopes("s1.03")).toEqual(["s1", "site"]);
  expect(scopes("nowhere")).toEqual(["s1", "s2", "site"]);
});
