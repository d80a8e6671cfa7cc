import type { Plane, SiteFile } from "../site/siteSchema";
import type { ToldFacts } from "../site/withFacts";
import type { Facet } from "./conditions";
import { coveringsOf, isOnRoof } from "./facts";
import type { Stop } from "./point";

/** Said of what a person couldn't tell: it isn't asked again in this case, and all points that may belong to it stay. */
export const CANT_TELL = "unknown";

/** Something that a site's file doesn't say and that decides which points its walk has. */
export interface Question {
  /** What is asked, in a line. */
  text: string;
  /** The facts that the answer sets, all to the same value. */
  keys: string[];
  answers: { value: string; text: string }[];
  /** What the site's description says of it, or null. */
  answer: string | null;
  /** What it decides in the conditions of points. */
  facet: Facet;
}

const YES_NO = (yes: string, no: string) => [
  { value: "yes", text: yes },
  { value: "no", text: no },
];

/** What is asked of a plant, by its key in `plant` of the site file, with the facet of the walk's conditions that it decides. */
const OF_PLANT: Record<string, Omit<Question, "keys" | "answer">> = {
  snowFallsOn: {
    facet: "fallZone",
    text: "What lies where snow comes down from the array?",
    answers: [
      { value: "way", text: "A way or a door" },
      { value: "drive", text: "A drive or parked cars" },
      { value: "garden", text: "A garden" },
      { value: "nobody", text: "Nothing, nobody goes there" },
    ],
  },
  nearSea: { facet: "salt", text: "Is the sea near, or is the road salted?", answers: YES_NO("Salt in the air", "No salt") },
  lightSensor: { facet: "lightSensor", text: "Does a sensor measure the light here?", answers: YES_NO("There is one", "None") },
  roofSpace: { facet: "roofSpace", text: "Can a person get under the roof below the array?", answers: YES_NO("Yes", "No way in") },
  conduit: {
    facet: "conduit",
    text: "In what do the conductors come down?",
    answers: [
      { value: "metal", text: "Metal conduit" },
      { value: "plastic", text: "Plastic conduit" },
      { value: "none", text: "No conduit" },
    ],
  },
  rapidShutdown: {
    facet: "shutdown",
    text: "Is there a switch that brings the strings' voltage down?",
    answers: YES_NO("There is one", "None"),
  },
  surgeProtector: { facet: "surgeProtector", text: "Are there surge protectors?", answers: YES_NO("There are", "None") },
  earthElectrode: { facet: "electrode", text: "Does the building have an earth electrode of its own?", answers: YES_NO("It has", "None") },
};

const COVERINGS: Record<string, string> = {
  tile: "Clay or concrete tiles",
  shingle: "Shingles or slates",
  seam: "Standing seam",
  rib: "Ribbed or corrugated sheet",
  "stone-coated": "Stone-coated steel",
  membrane: "Membrane or felt",
};

/** What was said of a fact, in a line: "In what do the conductors come down? Metal conduit". */
export function factWords(key: string, value: string): string {
  const said = (answers: readonly { value: string; text: string }[]) => answers.find((one) => one.value === value)?.text ?? "can't tell";
  const asked = OF_PLANT[key];
  if (asked) return `${asked.text} ${said(asked.answers)}`;
  return `Covering of ${key.replace(/^roof\./, "")}: ${COVERINGS[value] ?? "can't tell"}`;
}

/** Everything that a walk may have to ask of a site, answered or not. */
export function questionsOf(site: SiteFile): Question[] {
  const plant = Object.entries(OF_PLANT).map(([key, question]): Question => {
    const known = site.plant?.[key];
    return {
      ...question,
      keys: [key],
      answer: typeof known === "boolean" ? (known ? "yes" : "no") : ((known as string | undefined) ?? null),
    };
  });
  const roofed = site.planes.some(isOnRoof);
  return [...coveringQuestions(site.planes), ...plant.filter(({ facet }) => roofed || facet !== "roofSpace")];
}

/**
 * What is still to be asked, each at the first stop of the walk where it matters.
 * @param site as far as it is known
 * @param stops its walk
 * @param told what was said in this case, so that what nobody could tell isn't asked again
 * @returns the questions of each stop that has any
 */
export function questionsAt(site: SiteFile, stops: readonly Stop[], told: ToldFacts = {}): Map<Stop, Question[]> {
  const asked = new Map<Stop, Question[]>();
  for (const question of questionsOf(site)) {
    if (question.answer !== null || question.keys.every((key) => told[key])) continue;
    const first = stops.find(({ points }) => points.some(({ applies }) => applies[question.facet] !== undefined));
    if (first) asked.set(first, [...(asked.get(first) ?? []), question]);
  }
  return asked;
}

/**
 * One question for all planes of a building that the same coverings can lie under: mostly the same does. Where that is one covering alone nothing
 * is asked, and what is known of a plane isn't said anew with the others.
 */
function coveringQuestions(planes: readonly Plane[]): Question[] {
  const alike = new Map<string, { building: string; possible: string[]; its: Plane[] }>();
  for (const plane of planes.filter(isOnRoof)) {
    const building = plane.building ?? "";
    const possible = coveringsOf({ ...plane, roof: undefined });
    const key = [building, ...possible].join("/");
    alike.set(key, { building, possible, its: [...(alike.get(key)?.its ?? []), plane] });
  }
  return [...alike.values()].flatMap(({ building, possible, its }) => {
    const unknown = its.filter(({ roof }) => !roof);
    const asked = unknown.length > 0 ? unknown : its;
    const values = [...new Set([...possible, ...asked.flatMap(({ roof }) => roof ?? [])])];
    if (values.length < 2) return [];
    return {
      facet: "roof" as const,
      text: `What covers the roof${building ? ` of ${building}` : ""} under ${alike.size > 1 ? asked.map(({ id }) => id).join(", ") : "the array"}?`,
      keys: asked.map(({ id }) => `roof.${id}`),
      answers: values.map((value) => ({ value, text: COVERINGS[value] })),
      answer: unknown.length > 0 ? null : (its[0].roof ?? null),
    };
  });
}
