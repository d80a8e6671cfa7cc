import type { CauseId } from "../causes/causes";

/** Where a test is done, from the safest to the most dangerous. */
export const TEST_PLACES = ["ground", "indoors", "live", "roof"] as const;
export type TestPlace = (typeof TEST_PLACES)[number];

/** How often a test is positive where a cause is there, and where it isn't. */
export interface Tells {
  hit: number;
  false: number;
}

/** A look or a measurement that separates causes. */
export interface FieldTest {
  id: string;
  /** What to do; `{scope}` stands for where. */
  act: string;
  place: TestPlace;
  minutes: number;
  /** Whether the minutes are for one string. */
  perString?: boolean;
  /** Whether it is done at the inverter that a string or module belongs to. */
  atInverter?: boolean;
  /** The point of the walk at which it is recorded. */
  point?: string;
  tells: Partial<Record<CauseId, Tells>>;
}

/**
 * What a danger costs, in minutes of work: a live string needs isolating and proving, a roof an anchor, a second person and dry weather. What can be
 * seen from the ground costs none.
 */
export const PLACE_MINUTES: Record<TestPlace, number> = { ground: 0, indoors: 2, live: 45, roof: 150 };

export const PLACE_CAUTIONS: Record<TestPlace, string | null> = {
  ground: null,
  indoors: "Covers stay on: behind them only those whom local rules allow.",
  live: "The string is live in any daylight. Isolate, measure zero current, then open; local rules say who may.",
  roof: "Only with an anchor, a second person and a dry roof under the wind limit. Never step on modules.",
};

const t = (hit: number, wrongly: number): Tells => ({ hit, false: wrongly });

/**
 * The tests there are. How often each is right is judgement, from what each measures: a full current leaves no doubt of an open string, a look at glass much
 * of thin dirt. Minutes are those of a practised hand who is already there.
 */
export const FIELD_TESTS: readonly FieldTest[] = [
  {
    ...{
      id: "clock",
      point: "logger-clock",
      act: "Hold the logger's clock and the file's times against a clock that is right",
      place: "ground",
      minutes: 3,
    },
    tells: { "clock-error": t(0.98, 0.01) },
  },
  {
    ...{
      id: "meters",
      point: "panel-meters",
      act: "Read {scope} and the meters beside it over ten minutes of steady light",
      place: "indoors",
      minutes: 12,
    },
    tells: { "scale-error": t(0.95, 0.03), "sensor-error": t(0.2, 0.1) },
  },
  {
    ...{
      id: "inverter-report",
      point: "inverter-report",
      act: "Read error log, DC input by input and AC power at {scope}",
      place: "indoors",
      minutes: 4,
      atInverter: true,
    },
    tells: {
      "inverter-outage": t(0.9, 0.05),
      "wet-insulation-trip": t(0.75, 0.05),
      "string-open": t(0.7, 0.05),
      "thermal-derating": t(0.5, 0.05),
      curtailment: t(0.7, 0.05),
    },
  },
  {
    ...{
      id: "case-temperature",
      point: "inverter-case",
      act: "Measure the case of {scope} against air and load at noon",
      place: "ground",
      minutes: 8,
      atInverter: true,
    },
    tells: { "thermal-derating": t(0.8, 0.1) },
  },
  {
    ...{
      id: "look-isolator",
      point: "isolator-wet",
      act: "Look at the DC isolator of {scope}, shut as it is: rust below it, swelling, drops, heat marks",
      place: "ground",
      minutes: 4,
    },
    tells: { "string-open": t(0.4, 0.05), "wet-insulation-trip": t(0.35, 0.05) },
  },
  {
    ...{
      id: "look-shade",
      point: "ground-shade",
      act: "From beside the array look to where the sun stood at the hours of the loss",
      place: "ground",
      minutes: 6,
    },
    tells: { shading: t(0.9, 0.1), snow: t(0.3, 0.05) },
  },
  {
    ...{
      id: "look-glass",
      point: "ground-cover",
      act: "Look at the glass with field glasses: film, lower edges, droppings, snow",
      place: "ground",
      minutes: 4,
    },
    tells: { soiling: t(0.65, 0.15), snow: t(0.9, 0.02) },
  },
  {
    ...{
      id: "look-layout",
      point: "ground-count",
      act: "Count the modules by plane and hold them against the plan",
      place: "ground",
      minutes: 6,
    },
    tells: { "orientation-mismatch": t(0.85, 0.05) },
  },
  {
    ...{
      id: "look-sensor",
      point: "light-sensor",
      act: "Look at the light sensor: level, clean, free of shade; lay a second one beside it where it can be reached",
      place: "ground",
      minutes: 8,
    },
    tells: { "sensor-error": t(0.75, 0.08) },
  },
  {
    ...{
      id: "camera",
      point: "hot-cells",
      act: "Look at {scope} with an infrared camera from the ground, in sun over 600 W/m²",
      place: "ground",
      minutes: 15,
    },
    tells: {
      "string-open": t(0.8, 0.08),
      "bypass-conducting": t(0.75, 0.08),
      "module-converter-failed": t(0.8, 0.1),
      "series-resistance": t(0.4, 0.05),
    },
  },
  {
    ...{
      id: "short-circuit-current",
      act: "Short-circuit current of {scope} against the light of that second",
      place: "live",
      minutes: 8,
      perString: true,
    },
    tells: { "string-open": t(0.99, 0.005), soiling: t(0.5, 0.15), shading: t(0.4, 0.2), degradation: t(0.4, 0.2) },
  },
  {
    ...{
      id: "open-circuit-voltage",
      act: "Open-circuit voltage of {scope} against its neighbours in the same light",
      place: "live",
      minutes: 5,
      perString: true,
    },
    tells: { "bypass-conducting": t(0.9, 0.03), "string-open": t(0.5, 0.01) },
  },
  {
    ...{
      id: "insulation",
      point: "insulation-test",
      act: "Insulation resistance of {scope} while it is wet",
      place: "live",
      minutes: 15,
      perString: true,
    },
    tells: { "wet-insulation-trip": t(0.85, 0.05), "inverter-outage": t(0.2, 0.05) },
  },
  {
    ...{ id: "curve", act: "I-V curve of {scope} at over 600 W/m²", place: "live", minutes: 10, perString: true },
    tells: {
      degradation: t(0.8, 0.1),
      "series-resistance": t(0.85, 0.05),
      "bypass-conducting": t(0.95, 0.02),
      "orientation-mismatch": t(0.7, 0.05),
      soiling: t(0.5, 0.15),
    },
  },
  {
    ...{
      id: "cover-module",
      point: "map-not-roof",
      act: "Cover one module of {scope} and see which one drops",
      place: "roof",
      minutes: 20,
    },
    tells: { "module-converter-failed": t(0.95, 0.02) },
  },
  {
    ...{
      id: "clean-one",
      point: "soil-pattern",
      act: "Clean one module of {scope} and hold it against its neighbours",
      place: "roof",
      minutes: 20,
    },
    tells: { soiling: t(0.92, 0.04) },
  },
];
