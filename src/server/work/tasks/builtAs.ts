import type { SiteContent } from "../taskTypes";

/**
 * As-builts as far as an analysis depends on them, for its fingerprint. What a walk alone has to know (`plant`, what covers the roofs) makes
 * no electricity: said on site, it makes a version, and no diagnosis anew. Nor does the number of a version.
 */
export function builtAs(asBuilts: SiteContent["asBuilts"]): string {
  return JSON.stringify(
    asBuilts.map(({ siteText, fromMs, untilMs }) => {
      const { plant: _plant, planes, ...site } = JSON.parse(siteText) as { plant?: unknown; planes?: { roof?: unknown }[] };
      return { fromMs, untilMs, ...site, planes: planes?.map(({ roof: _roof, ...plane }) => plane) };
    }),
  );
}
