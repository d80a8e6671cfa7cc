import { expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { type ToldFacts, withFacts } from "./withFacts";

it("puts what was said into the description, over what it had, and leaves what wasn't said", () => {
  const site = exampleSite((one) => Object.assign(one, { plant: { nearSea: true, ownKey: 7 } }));
  const [first] = site.planes;
  const told = withFacts(site, { conduit: "metal", roofSpace: "no", nearSea: "no", [`roof.${first.id}`]: "tile" });
  expect(told.plant).toEqual({ nearSea: false, ownKey: 7, conduit: "metal", roofSpace: false });
  expect(told.planes[0]).toEqual({ ...first, roof: "tile" });
  expect(told.planes.slice(1)).toEqual(site.planes.slice(1));
  expect(site.plant).toEqual({ nearSea: true, ownKey: 7 });
});

it("leaves the very same description where nothing is new or can be held", () => {
  const site = exampleSite((one) => Object.assign(one, { plant: { conduit: "metal" } }));
  const nothing: ToldFacts[] = [
    {},
    { conduit: "metal" },
    { conduit: "unknown" },
    { "roof.gone": "tile" },
    { roof: "tile" },
    { constructor: "yes" },
    { "roof.": "x" },
  ];
  for (const said of nothing) expect(withFacts(site, said)).toBe(site);
});
