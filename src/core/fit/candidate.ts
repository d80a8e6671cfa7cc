import type { CauseId } from "../causes/causes";
import type { Evidence } from "../causes/evidence";
import type { Axis } from "./axis";
import type { Layer } from "./layers";

/** A number that a cause has to be fitted: its start, its bounds and the step that the search begins with. */
export interface Parameter {
  name: string;
  value: number;
  least: number;
  most: number;
  step: number;
}

/** What a cause goes on as after the data that told it, as plain data: places by their ids, no intervals. */
export type Seed = Readonly<Record<string, string | number | null | readonly string[] | readonly number[]>>;

/** A cause at a place that may be: what it would do, by its parameters. */
export interface Candidate {
  cause: CauseId;
  scope: string;
  /** The part of its scope that it acts on, where several of its kind stand beside each other in one scope. */
  part?: string;
  parameters: Parameter[];
  /** Where else a search may begin; absent, with the parameters' own values alone. */
  starts?: readonly (readonly number[])[];
  /** What it costs to believe in it, in natural logarithms, besides a part for each parameter. */
  price: number;
  /** What each logarithm that it explains beyond its price counts in its odds; absent, as little as a model that isn't quite true allows. */
  perUnit?: number;
  /** How often the data show the same over again: what models are off by comes again each time too, so that all of it counts as one look. Absent, once. */
  looks?: number;
  /** Of the output without it: what takes less isn't worth a word, or can't be told from what models are off by. */
  leastShare: number;
  /** Whether it is still that cause with parameters as they were fitted; absent, always. */
  believable?(values: readonly number[]): boolean;
  /** The same on one string of the unit, where currents tell which. @param values as fitted on the whole unit */
  onString?(id: string, values: readonly number[]): Candidate;
  /** What it does at the points of an axis. */
  layers(axis: Axis, values: readonly number[]): Layer[];
  /** First interval, and the first after it; null while it lasts. */
  span(values: readonly number[]): { from: number; to: number | null };
  /**
   * As what it goes on from a day on, for its engine to resume; absent where days to come show it themselves.
   * @param row of the day index, from which it is resumed
   */
  carry?(values: readonly number[], row: number): Seed | null;
  /** Reasons for people. */
  evidence(values: readonly number[]): Evidence[];
  nextTest: string;
  /** What else it says of itself, by the public format's keys. */
  told?(values: readonly number[]): Record<string, number | boolean>;
}

/** A candidate that was taken up, with its parameters as they were fitted. */
export interface Accepted {
  candidate: Candidate;
  values: number[];
  /** How much worse everything fits without it, and what that had to exceed. */
  gain: number;
  price: number;
  /** What it takes of the output that there would be without it. */
  lostShare: number;
  /** The best other explanation of what it explains, as it would be taken up without it; absent where none pays. */
  rival?: Accepted;
}
