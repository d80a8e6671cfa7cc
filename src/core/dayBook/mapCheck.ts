import { median } from "simple-statistics";

/** Power of modules in the slots of a day, as it was measured. */
export interface ModulesOfDay {
  /** Minutes after midnight of each slot, evenly apart. */
  minutes: readonly number[];
  parts: readonly { scope: string; values: readonly (number | null)[] }[];
}

/** What covering a module says of the map by which modules are told. */
export interface MapCheck {
  /** The one that was covered dropped; another one did; none did alone; or it can't be told, and why. */
  result: "as-mapped" | "another" | "none" | "too-little";
  /** Why it can't be told; empty where it can. */
  lacks: string;
  /** The module that dropped most, and by which share of what it gave beside the others; null where nothing can be told. */
  dropped: string | null;
  drop: number;
  /** By how much the one that dropped most but it did. */
  next: number;
}

/**
 * Numbers that decide. A cloth over a whole module leaves it the few percent that come through and round the edges; over half of it
 * stops its string of cells all the same, or leaves two thirds by its bypass: a third is the least that a cover takes. What else changes within the
 * hour (a chimney's shadow, a cloud's edge) takes several modules alike: the one that was covered has to drop twice as far as any other.
 */
const LEAST_DROP = 0.3;
const MOST_OF_NEXT = 0.5;
/** So long before and after it modules are held against the others, minutes: the sun moves on by less than a hand's breadth. */
const BESIDE_MINUTES = 60;
/** Of the day's best: with less light the cover can't be told from the meters' own steps. */
const LEAST_LIGHT = 0.15;

/**
 * Which module dropped while one was covered: what each gave over the middle one of all, in the slots that lay under the cover, against the slots beside them.
 * @param covered scope of the module that was covered, by the map
 * @param fromMinute first minute under the cover @param toMinute first minute after it
 */
export function mapCheck({ minutes, parts }: ModulesOfDay, covered: string, fromMinute: number, toMinute: number): MapCheck {
  const modules = parts.filter(({ scope }) => scope.includes("."));
  const nothing = (lacks: string): MapCheck => ({ result: "too-little", lacks, dropped: null, drop: 0, next: 0 });
  if (!modules.some(({ scope }) => scope === covered)) return nothing(`The data of that day don't tell ${covered}.`);
  const step = minutes.length > 1 ? minutes[1] - minutes[0] : 0;
  const under = minutes.flatMap((minute, k) => (Math.min(minute + step, toMinute) - Math.max(minute, fromMinute) >= step / 2 ? [k] : []));
  const beside = minutes.flatMap((minute, k) => {
    const clear = minute + step <= fromMinute || minute >= toMinute;
    return clear && minute + step > fromMinute - BESIDE_MINUTES && minute < toMinute + BESIDE_MINUTES ? [k] : [];
  });
  if (step === 0 || under.length === 0)
    return nothing(`Cover it for at least ${Math.max(15, step)} minutes, so that a value lies under the cover.`);
  const middle = minutes.map((_, k) => {
    const told = modules.flatMap(({ values }) => values[k] ?? []);
    return told.length > 0 ? median(told) : Number.NaN;
  });
  const best = Math.max(...middle.filter((value) => !Number.isNaN(value)), 0);
  const lit = (slots: readonly number[]) => slots.filter((k) => middle[k] >= LEAST_LIGHT * best && middle[k] > 0);
  if (lit(under).length === 0) return nothing("There was too little light under the cover: do it again in the sun.");
  if (lit(beside).length < 2)
    return nothing("There is too little beside it to hold it against: an hour before and after has to be in the light.");
  const over = (values: readonly (number | null)[], slots: readonly number[]) => {
    const told = lit(slots).flatMap((k) => (values[k] === null ? [] : [(values[k] as number) / middle[k]]));
    return told.length > 0 ? told.reduce((sum, one) => sum + one, 0) / told.length : Number.NaN;
  };
  const drops = modules
    .map(({ scope, values }) => ({ scope, drop: 1 - over(values, under) / over(values, beside) }))
    .filter(({ drop }) => !Number.isNaN(drop))
    .sort((a, b) => b.drop - a.drop);
  if (drops.length < 3) return nothing("Too few modules are told by themselves in these hours.");
  const [most, second] = drops;
  const alone = most.drop >= LEAST_DROP && second.drop <= MOST_OF_NEXT * most.drop;
  return {
    result: alone ? (most.scope === covered ? "as-mapped" : "another") : "none",
    ...{ lacks: "", dropped: most.scope, drop: most.drop, next: second.drop },
  };
}
