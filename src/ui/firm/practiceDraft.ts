import { PART_KINDS } from "@/core/changes/partFields";
import { DECISION_IDS, DECISIONS, type Practice } from "@/core/practice/practice";

/** Fields of a form by name, as they are typed; an empty one is as shipped. */
export type PracticeDraft = Record<string, string>;

const ENDS = ["earlyYears", "lateYears"] as const;

/** What a form shows of a practice. */
export function draftOf(practice: Practice): PracticeDraft {
  const own = DECISION_IDS.filter((id) => practice[id] !== DECISIONS[id].usual).map((id) => [id, String(practice[id])]);
  const lives = PART_KINDS.flatMap((kind) => {
    const life = practice.lives[kind];
    return life ? ENDS.map((end) => [`${kind}.${end}`, String(life[end])]) : [];
  });
  return Object.fromEntries([...own, ...lives]);
}

/** What was typed, to be checked: what is no number comes as such, so that it is told and not passed over. */
export function practiceFrom(draft: PracticeDraft): object {
  const typed = (name: string) => (draft[name] ?? "").trim();
  const number = (name: string) => (typed(name) === "" ? undefined : Number(typed(name).replace(",", ".")));
  const own = DECISION_IDS.filter((id) => typed(id) !== "").map((id) => [id, number(id)]);
  const lives = PART_KINDS.filter((kind) => ENDS.some((end) => typed(`${kind}.${end}`) !== "")).map((kind) => [
    kind,
    { earlyYears: number(`${kind}.earlyYears`), lateYears: number(`${kind}.lateYears`) },
  ]);
  return { ...Object.fromEntries(own), lives: Object.fromEntries(lives) };
}
