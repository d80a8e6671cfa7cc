import { plantSchema, roofSchema, type SiteFile } from "./siteSchema";

/** What was said on site of a plant and its roofs, by key: `conduit`, `nearSea`, … of `plant`, and `roof.<plane>`. */
export type ToldFacts = Readonly<Record<string, string>>;

const ROOF = "roof.";
const BOOLEANS: Readonly<Record<string, boolean>> = { yes: true, no: false };

/**
 * A site's description with what was said on site. What the description can't hold (something that nobody could tell, a plane that is no
 * more) changes nothing.
 * @returns the same site where nothing is new
 */
export function withFacts(site: SiteFile, facts: ToldFacts): SiteFile {
  let { plant, planes } = site;
  for (const [key, text] of Object.entries(facts)) {
    if (key.startsWith(ROOF)) {
      const roof = roofSchema.safeParse(text);
      if (roof.success)
        planes = planes.map((one) => (one.id === key.slice(ROOF.length) && one.roof !== roof.data ? { ...one, roof: roof.data } : one));
    } else if (Object.hasOwn(plantSchema.shape, key)) {
      const value = BOOLEANS[text] ?? text;
      if (plantSchema.shape[key as keyof typeof plantSchema.shape].safeParse(value).success && plant?.[key] !== value)
        plant = { ...plant, [key]: value };
    }
  }
  const same = plant === site.plant && planes.every((plane, k) => plane === site.planes[k]);
  return same ? site : { ...site, planes, ...(plant ? { plant } : {}) };
}
