import { z } from "zod";
import { inTerms, type Terms, USUAL_TERMS } from "../site/terms";
import { apart } from "./catalogue/apart";
import { battery } from "./catalogue/battery";
import { board } from "./catalogue/board";
import { bonding } from "./catalogue/bonding";
import { documents } from "./catalogue/documents";
import { ground } from "./catalogue/ground";
import { inverter } from "./catalogue/inverter";
import { isolators } from "./catalogue/isolators";
import { ladder } from "./catalogue/ladder";
import { meters } from "./catalogue/meters";
import { modules } from "./catalogue/modules";
import { penetrations } from "./catalogue/penetrations";
import { racking } from "./catalogue/racking";
import { retired } from "./catalogue/retired";
import { roofEdge } from "./catalogue/roofEdge";
import { roofSpace } from "./catalogue/roofSpace";
import { runDown } from "./catalogue/runDown";
import { wiring } from "./catalogue/wiring";
import { type Grade, type Point, type PointInput, pointSchema, STATIONS, type Station } from "./point";

/** What Irradant looks at, station by station in the order of the body's way. */
const BY_STATION: Record<Station, readonly PointInput[]> = {
  ground,
  ladder,
  "roof-edge": roofEdge,
  array: [...racking, ...modules],
  "under-array": [...wiring, ...bonding, ...penetrations],
  "roof-space": roofSpace,
  "run-down": runDown,
  isolators,
  inverter,
  battery,
  meters,
  board,
  documents,
};

/** Points by station, each id once. */
export type Catalogue = ReadonlyMap<Station, readonly Point[]>;

const points = z.array(pointSchema);

/** The catalogue as it is shipped. */
export const CATALOGUE: Catalogue = new Map(STATIONS.map((station) => [station, points.parse(BY_STATION[station])]));

const KNOWN = new Map([...CATALOGUE.values(), points.parse([...apart, ...retired])].flat().map((point) => [point.id, point]));

/** A firm's own catalogue, and points of its earlier ones that findings may still refer to. */
export interface OwnCatalogue {
  catalogue: Catalogue;
  /** The latest last. */
  before: readonly Point[];
}

/** What is in force is the process's, whichever copy of this module a bundler has made. */
const IN_FORCE = Symbol.for("irradant.catalogue");
const here = globalThis as { [IN_FORCE]?: { catalogue: Catalogue; points: ReadonlyMap<string, Point> } };

/** Puts a firm's own catalogue in force for this process, or the shipped one back. */
export function putInForce(own: OwnCatalogue | null): void {
  if (own === null) delete here[IN_FORCE];
  else {
    const points = [...own.before, ...[...own.catalogue.values()].flat()];
    here[IN_FORCE] = { catalogue: own.catalogue, points: new Map(points.map((point) => [point.id, point])) };
  }
}

/** The catalogue by which walks are made: the firm's own, or the shipped one. */
export function catalogueInForce(): Catalogue {
  return here[IN_FORCE]?.catalogue ?? CATALOGUE;
}

/** A point in the words of a site. */
export function pointIn({ title, why, caution, atOnce, grades, ...point }: Point, terms: Terms): Point {
  const told = (text: string) => inTerms(text, terms);
  return {
    ...point,
    ...{ title: told(title), why: told(why), caution: caution && told(caution), atOnce: atOnce && told(atOnce) },
    grades: grades.map((grade) => ({ ...grade, text: told(grade.text) })),
  };
}

/** A point of any walk by its id, in a site's words, also one that is no longer walked; or undefined. */
export function findPoint(pointId: string, terms: Terms = USUAL_TERMS): Point | undefined {
  const point = here[IN_FORCE]?.points.get(pointId) ?? KNOWN.get(pointId);
  return point && pointIn(point, terms);
}

/** A grade of a point, or undefined. */
export function findGrade(pointId: string, gradeId: string, terms?: Terms): Grade | undefined {
  return findPoint(pointId, terms)?.grades.find(({ id }) => id === gradeId);
}
