import type { CauseId } from "../causes/causes";
import type { SiteFile } from "../site/siteSchema";
import { inTerms, type Terms, termsOf, USUAL_TERMS } from "../site/terms";
import type { WorkId } from "../work/works";
import type { Severity } from "./severity";

/** One answer to a point of the walk. */
export interface Grade {
  id: string;
  text: string;
  severity: Severity;
}

/** One thing to look at. */
export interface Point {
  id: string;
  title: string;
  /** Why it matters, in a sentence. */
  why: string;
  /** What can hurt someone here, or null. */
  caution: string | null;
  grades: Grade[];
  /** What is to be done where it isn't sound. */
  work: WorkId;
  /** Causes that it speaks for when it isn't sound, with the log odds that a "fix" adds. */
  speaksFor: { cause: CauseId; weight: number }[];
}

/** The stations of a walk, in the order of the body's way. */
export const STATIONS = [
  "ground",
  "ladder",
  "roof-edge",
  "array",
  "under-array",
  "roof-space",
  "run-down",
  "isolators",
  "inverter",
  "battery",
  "meters",
  "board",
  "documents",
] as const;
export type Station = (typeof STATIONS)[number];

/** A place on the body's way through the site. */
export interface Stop {
  station: Station;
  /** The station's name for people. */
  place: string;
  points: Point[];
}

interface Entry extends Point {
  /** Whether the point belongs to this site; always where absent. */
  appliesTo?: (site: SiteFile) => boolean;
}

const onRoof = (site: SiteFile) => site.planes.some((plane) => plane.mounting !== "ground-rack");
const onGround = (site: SiteFile) => site.planes.some((plane) => plane.mounting === "ground-rack");
const outdoors = (site: SiteFile) => site.inverters.some((inverter) => inverter.location !== "indoor");
const stringed = (site: SiteFile) => site.inverters.some((inverter) => inverter.kind !== "micro");

/** Four usual grades; a point words what each looks like there. */
function grades(sound: string, watch: string, fix: string, stop?: string): Grade[] {
  return [
    { id: "sound", text: sound, severity: "sound" },
    { id: "watch", text: watch, severity: "watch" },
    { id: "fix", text: fix, severity: "fix" },
    ...(stop ? [{ id: "stop", text: stop, severity: "stop" as const }] : []),
  ];
}

const CATALOGUE: { station: Station; place: string; points: Entry[] }[] = [
  {
    station: "ground",
    place: "From the ground",
    points: [
      {
        id: "ground-rows",
        title: "Rows straight and level",
        why: "A row out of line shows a loose clamp, a moved hook or a sunk post before anything falls.",
        caution: "Stay out from under rows where snow or a loose module can come down.",
        grades: grades("All rows in line", "One row slightly off", "A module lifted or crooked", "A module or rail about to come down"),
        work: "fasten-modules",
        speaksFor: [],
      },
      {
        id: "ground-shade",
        title: "Shade on the array now, and what throws it",
        why: "A shadow comes back at the same place of the sun; trees grow into it year by year.",
        caution: null,
        grades: grades("No shade", "Shade at the edge of the day", "Shade on modules in good hours"),
        work: "clear-shade",
        speaksFor: [{ cause: "shading", weight: 1.6 }],
      },
      {
        id: "ground-cover",
        title: "Dirt, leaves or snow on the glass",
        why: "Cover on the lowest cells drags a whole series string down.",
        caution: null,
        grades: grades("Clean", "A thin film or a dirty lower edge", "Thick dirt, droppings or snow"),
        work: "clean",
        speaksFor: [
          { cause: "soiling", weight: 1.4 },
          { cause: "snow", weight: 0.6 },
        ],
      },
      {
        id: "ground-posts",
        title: "Posts at the ground line",
        why: "Steel rusts through exactly where soil and air meet; frost lifts shallow posts.",
        caution: "Watch for buried cable before you dig, even by hand.",
        grades: grades("Plumb, coating whole", "Surface rust", "Deep rust or a post lifted by frost", "A post that moves by hand"),
        work: "mend-posts",
        speaksFor: [],
        appliesTo: onGround,
      },
    ],
  },
  {
    station: "ladder",
    place: "Ladder",
    points: [
      {
        id: "edge-access",
        title: "Way up and anchor",
        why: "Without a safe way up the walk ends here, and the rest is looked at from the ground.",
        caution: "Ladder at four up to one out, footed and tied; anchor before you step over the edge. Not on a wet, icy or windy roof.",
        grades: grades("Safe today", "Safe with two people", "Anchor or ladder point missing", "Not safe today: stay on the ground"),
        work: "safe-access",
        speaksFor: [],
        appliesTo: onRoof,
      },
    ],
  },
  {
    station: "array",
    place: "At the array",
    points: [
      {
        id: "edge-rail-ends",
        title: "Rail ends capped and clamps seated",
        why: "Open rail ends are nested in; an end clamp that isn't seated lets a row go in a storm.",
        caution: "Tap open rail ends and look before you reach under: stinging insects nest there.",
        grades: grades("Capped, clamps seated", "Caps missing", "A clamp loose or not seated", "A module free to lift"),
        work: "fasten-modules",
        speaksFor: [],
      },
      {
        id: "array-glass",
        title: "Glass, cells and backs",
        why: "A cracked or burnt module is a fire risk and can take its string with it.",
        caution: "Modules are live in any daylight. Don't touch a cracked or wet one with bare hands.",
        grades: grades("Whole", "Browning or fine cell cracks", "Cracked glass or delaminated", "Burn marks: isolate now"),
        work: "replace-module",
        speaksFor: [{ cause: "bypass-conducting", weight: 1.2 }],
      },
    ],
  },
  {
    station: "under-array",
    place: "Under the array",
    points: [
      {
        id: "array-cables",
        title: "Cables and connectors under the array",
        why: "A cable that rubs or a half-mated connector opens its string, or lights it.",
        caution: "Never open a connector under load: isolate, measure zero current, then open.",
        grades: grades(
          "Clipped, off the roof, all mated",
          "Brittle ties or a cable hanging",
          "Half-mated, wet or mixed connectors",
          "Melted connector or bare conductor",
        ),
        work: "dress-cables",
        speaksFor: [
          { cause: "string-open", weight: 1.5 },
          { cause: "series-resistance", weight: 1.2 },
          { cause: "wet-insulation-trip", weight: 0.8 },
        ],
      },
      {
        id: "array-bonding",
        title: "Bonding from frame to rail to earth",
        why: "Without a bond a chafed conductor can make the whole rail live, and no detector sees it.",
        caution: "Treat rails as live until they are measured dead against earth.",
        grades: grades("Joined throughout, tight", "Corrosion starting", "A frame or rail not joined", "Rail found live"),
        work: "mend-bonding",
        speaksFor: [],
      },
    ],
  },
  {
    station: "roof-space",
    place: "Penetrations and roof space",
    points: [
      {
        id: "roof-flashing",
        title: "Flashing at hooks and cable entries",
        why: "A screw through the roof in a dab of cement holds for years and then leaks.",
        caution: "Brittle tiles break under a knee; roof spaces of old houses may hold asbestos: don't disturb it.",
        grades: grades("Flashed, lapped, dry below", "Sealant ageing", "No flashing, or stains below", "Water at wiring"),
        work: "seal-roof",
        speaksFor: [{ cause: "wet-insulation-trip", weight: 0.6 }],
        appliesTo: onRoof,
      },
    ],
  },
  {
    station: "run-down",
    place: "Run down",
    points: [
      {
        id: "run-conduit",
        title: "Conduit and conductors down the wall",
        why: "Insulation that isn't made for sun, wet and heat fails inside the pipe where nobody looks.",
        caution: null,
        grades: grades(
          "Right conductors, sealed, strapped",
          "Joint pulled by heat",
          "Wrong insulation, or water standing",
          "Bare copper or a burnt splice",
        ),
        work: "mend-conduit",
        speaksFor: [
          { cause: "string-open", weight: 0.8 },
          { cause: "wet-insulation-trip", weight: 1 },
        ],
      },
    ],
  },
  {
    station: "isolators",
    place: "Isolators",
    points: [
      {
        id: "isolator-box",
        title: "DC isolator: box, glands, contacts",
        why: "Water drawn in from above rusts the contacts until one string is cut off or the box burns.",
        caution: "Don't open a box that is warm, swollen or wet inside while it is energised. Isolate first; local rules say who may.",
        grades: grades(
          "Dry, entries from below, labelled",
          "Entry from above or a tired seal",
          "Rust, condensation or a contact that doesn't close",
          "Heat marks, swelling or water inside",
        ),
        work: "replace-isolator",
        speaksFor: [
          { cause: "string-open", weight: 2.2 },
          { cause: "wet-insulation-trip", weight: 1.2 },
          { cause: "series-resistance", weight: 0.8 },
        ],
        appliesTo: stringed,
      },
    ],
  },
  {
    station: "inverter",
    place: "Inverter",
    points: [
      {
        id: "inverter-report",
        title: "What the inverter says of itself",
        why: "Its DC current by input and its error log often name the dead string before a meter is out.",
        caution: null,
        grades: grades("All inputs alike, no errors", "Old errors, cleared", "An input without current, or errors now"),
        work: "mend-inverter",
        speaksFor: [
          { cause: "string-open", weight: 1.8 },
          { cause: "inverter-outage", weight: 1.8 },
        ],
      },
      {
        id: "inverter-heat",
        title: "Sun, clearance and cooling",
        why: "An inverter in the sun cuts back at the best hours, and its warranty may be void.",
        caution: "The case can burn: check with the back of the hand or a thermometer.",
        grades: grades("Shaded, clear, fan runs", "Dusty fins or filter", "In the sun or boxed in", "Fan dead and case too hot to touch"),
        work: "cool-inverter",
        speaksFor: [{ cause: "thermal-derating", weight: 1.6 }],
        appliesTo: outdoors,
      },
      {
        id: "inverter-spd",
        title: "Indicators on surge protectors and interfaces",
        why: "A flag that changed means a surge was taken: the next one goes through.",
        caution: null,
        grades: grades("All flags good", "One flag can't be seen", "A flag has changed"),
        work: "replace-protector",
        speaksFor: [{ cause: "inverter-outage", weight: 0.8 }],
      },
    ],
  },
  {
    station: "meters",
    place: "Meters",
    points: [
      {
        id: "panel-meters",
        title: "Meters agree",
        why: "Inverter, production meter and utility meter should tell one story; where they don't, one is wrong.",
        caution: null,
        grades: grades("Within a few percent", "One can't be read", "They disagree"),
        work: "check-meter",
        speaksFor: [{ cause: "scale-error", weight: 1.2 }],
      },
    ],
  },
  {
    station: "board",
    place: "Panel board",
    points: [
      {
        id: "panel-breaker",
        title: "Feed breaker, marks and labels",
        why: "A tripped or wrongly placed breaker looks like a dead inverter, or overloads the busbar.",
        caution: "Parts stay live behind the main switch. Covers off only for those whom local rules allow.",
        grades: grades("On, right place, labelled", "Label missing", "Tripped, or torque marks moved", "Heat marks on the bar or breaker"),
        work: "mend-breaker",
        speaksFor: [{ cause: "inverter-outage", weight: 1.4 }],
      },
    ],
  },
];

/** The walk for a site, in the order of the body's way, with only the points that it has. */
export function walkFor(site: SiteFile): Stop[] {
  return CATALOGUE.map(({ station, place, points }) => ({
    ...{ station, place },
    points: points.filter((point) => point.appliesTo?.(site) ?? true).map(({ appliesTo: _, ...point }) => pointIn(point, termsOf(site))),
  })).filter(({ points }) => points.length > 0);
}

/** A point in the words of a site. */
function pointIn({ title, why, caution, grades, ...point }: Point, terms: Terms): Point {
  const told = (text: string) => inTerms(text, terms);
  return {
    ...point,
    ...{ title: told(title), why: told(why), caution: caution && told(caution) },
    grades: grades.map((grade) => ({ ...grade, text: told(grade.text) })),
  };
}

/** A point of any walk by its id, in a site's words; or undefined. */
export function findPoint(pointId: string, terms: Terms = USUAL_TERMS): Point | undefined {
  const point = CATALOGUE.flatMap(({ points }) => points).find(({ id }) => id === pointId);
  return point && pointIn(point, terms);
}

/** A grade of a point, or undefined. */
export function findGrade(pointId: string, gradeId: string, terms?: Terms): Grade | undefined {
  return findPoint(pointId, terms)?.grades.find(({ id }) => id === gradeId);
}
