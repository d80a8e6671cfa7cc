import type { Fit } from "../../fit/fit";
import { leastTold, sizesBetween } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { LEAST_LEVEL, levelOf, PLAIN, plainLevel } from "./level";

const LOOK = "A second meter beside the sensor at noon on a clear day, both level";
/** What reads lower than that is known by the first clear day. */
const MOST_LOG = 0.5;

/** A light that is told too low by the same part always. */
export function sensorHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const { weather } = axis.comparison;
  if (!weather.ghiWm2 && weather.poaWm2.size === 0)
    return [{ scope: "site", under: null, ofReading: true, lacks: "light in W/m²", look: LOOK }];
  const untouched = fit.untouched();
  const plain = axis.units.map((_, u) => plainLevel(fit, u, untouched));
  if (plain.some(Number.isNaN)) {
    const lacks = `${PLAIN.hours} hours of plain light in which nothing else acts`;
    return [{ scope: "site", under: null, ofReading: true, lacks, look: LOOK }];
  }
  // Plain light has to show it, by so much more where the array stands low in it.
  const least = Math.max(LEAST_LEVEL, ...plain.map((level) => LEAST_LEVEL - level));
  const sizes = sizesBetween(Math.min(least, MOST_LOG), MOST_LOG).map((log) => [log]);
  const { told, values } = leastTold(fit, levelOf(axis, MOST_LOG), sizes);
  return [{ scope: "site", under: told ? 1 - Math.exp(-values[0]) : null, ofReading: true, look: LOOK }];
}
