import type { SiteFile } from "../site/siteSchema";
import { type Point, type Station, walkFor } from "./catalogue";
import type { Severity } from "./severity";

/** The walk for a site, `irradant-route/1`. */
export interface Route {
  format: "irradant-route/1";
  stops: { station: Station; points: RoutePoint[] }[];
}

interface RoutePoint {
  id: string;
  title: string;
  why: string;
  caution: string | null;
  grades: { id: string; text: string; severity: Severity }[];
  speaksFor: string[];
}

/** Stations that a field has for itself where a site has a roof as well: nobody climbs for them. */
const OF_A_FIELD: ReadonlySet<Station> = new Set(["array", "under-array"]);

/** The walk for a site as the public format has it. Where there are a field and a roof, the field comes first. */
export function routeFor(site: SiteFile): Route {
  const stops = walkFor(site).map(({ station, points }) => ({ station, points: points.map(routePoint) }));
  const kinds = new Set(site.planes.map(({ mounting }) => mounting === "ground-rack"));
  const [ground, ...rest] = stops;
  const field = kinds.size === 2 ? stops.filter(({ station }) => OF_A_FIELD.has(station)) : [];
  return { format: "irradant-route/1", stops: [ground, ...field, ...rest] };
}

function routePoint({ id, title, why, caution, grades, speaksFor }: Point): RoutePoint {
  return { ...{ id, title, why, caution, grades }, speaksFor: speaksFor.map(({ cause }) => cause) };
}
