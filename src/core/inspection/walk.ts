import type { Plane, SiteFile } from "../site/siteSchema";
import { termsOf } from "../site/terms";
import { type Catalogue, catalogueInForce, pointIn } from "./catalogue";
import { holds } from "./conditions";
import { factsOf, isOnRoof } from "./facts";
import { PART_WORDS, STATION_WORDS, STATIONS, type Station, type Stop } from "./point";

/** Stations that stand once in the field and once on the roof, where a site has both. */
const AT_THE_MODULES: ReadonlySet<Station> = new Set(["array", "under-array"]);

export interface WalkOptions {
  catalogue?: Catalogue;
  /** The day of the walk, for what depends on the plant's age; absent, its age counts as unknown. */
  nowMs?: number;
}

/**
 * The walk for a site, in the order of the body's way, with only the points that it has. Where a site has a field and a roof the field comes first,
 * with stops of its own: what can be told standing on the ground is told before anyone climbs, and the ladder is asked for once.
 */
export function walkFor(site: SiteFile, { catalogue = catalogueInForce(), nowMs }: WalkOptions = {}): Stop[] {
  const [onRoof, inField] = [site.planes.filter(isOnRoof), site.planes.filter((plane) => !isOnRoof(plane))];
  const terms = termsOf(site);
  const stop = (station: Station, part: Stop["part"] = null, planes: readonly Plane[] = site.planes): Stop => {
    const facts = factsOf(site, planes, nowMs);
    const points = (catalogue.get(station) ?? []).filter(({ applies }) => holds(applies, facts)).map((point) => pointIn(point, terms));
    return { station, place: [STATION_WORDS[station], ...(part ? [PART_WORDS[part]] : [])].join(" "), part, points };
  };
  const both = onRoof.length > 0 && inField.length > 0;
  const stops = both
    ? [
        stop("ground"),
        ...[...AT_THE_MODULES].map((station) => stop(station, "field", inField)),
        ...STATIONS.slice(1).map((station) => (AT_THE_MODULES.has(station) ? stop(station, "roof", onRoof) : stop(station))),
      ]
    : STATIONS.map((station) => stop(station));
  return stops.filter(({ points }) => points.length > 0);
}
