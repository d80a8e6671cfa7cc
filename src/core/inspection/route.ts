import type { SiteFile } from "../site/siteSchema";
import { inCaseOrder } from "./caseOrder";
import type { CaseMatter } from "./matter";
import type { Point, Station } from "./point";
import type { Severity } from "./severity";
import { type WalkOptions, walkFor } from "./walk";

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

/**
 * The walk for a site as the public format has it.
 * @param options.matter what a case is about: it comes first at each stop
 */
export function routeFor(site: SiteFile, { matter, ...options }: WalkOptions & { matter?: CaseMatter } = {}): Route {
  const walk = walkFor(site, options);
  const stops = (matter ? inCaseOrder(walk, matter) : walk).map(({ station, points }) => ({ station, points: points.map(routePoint) }));
  return { format: "irradant-route/1", stops };
}

function routePoint({ id, title, why, caution, grades, speaksFor }: Point): RoutePoint {
  return { ...{ id, title, why, caution, grades }, speaksFor: speaksFor.map(({ cause }) => cause) };
}
