import { expect, it } from "vitest";
import { writeSiteFile } from "@/core/formats/siteFile";
import { exampleSite } from "@/core/simulator/exampleSite";
import type { SiteFile } from "@/core/site/siteSchema";
import { withFacts } from "@/core/site/withFacts";
import { builtAs } from "./builtAs";

const held = (site: SiteFile, version = 1) => [{ version, siteText: writeSiteFile(site), fromMs: 0, untilMs: 1 }];
const site = exampleSite();

it("is the same whatever is said of conduits and coverings, and another one for all that makes electricity", () => {
  const told = withFacts(site, { conduit: "metal", nearSea: "no", [`roof.${site.planes[0].id}`]: "tile" });
  expect(told).not.toBe(site);
  expect(builtAs(held(told, 2))).toBe(builtAs(held(site)));
  const change = (by: (one: SiteFile) => void) => builtAs(held(exampleSite(by)));
  expect(change((one) => Object.assign(one.planes[0], { tiltDeg: one.planes[0].tiltDeg + 1 }))).not.toBe(builtAs(held(site)));
  expect(change((one) => Object.assign(one, { albedo: 0.5 }))).not.toBe(builtAs(held(site)));
  expect(builtAs([{ ...held(site)[0], fromMs: 5 }])).not.toBe(builtAs(held(site)));
});
