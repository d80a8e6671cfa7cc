import type { Fit } from "../../fit/fit";
import { leastTold, sizesBetween } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { FIRST_DAYS, factorOf, LEAST_LOG } from "./scaleStep";

const LOOK = "The counter on the device's own display over an hour, against the file";
/** Of the data: what began later shows less. */
const LATE = 2 / 3;
/** Down to such a part. */
const MOST_LOG = 0.9;

/** A meter that is wrong by a factor: since some day late in the data, and, where no other measures the same, since their first day. */
export function scaleHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const { days, production } = axis.comparison;
  const rows = days.days.length;
  const names = [...production.channels.keys()];
  return axis.units.flatMap(({ unit }, index): CouldHide[] => {
    const { scope, inverters } = unit;
    const twice =
      names.some((name) => name.startsWith("meter.")) ||
      inverters.every(({ id, kind }) => kind !== "micro" && names.includes(`${id}.dc_w`));
    const always: CouldHide = {
      ...{ scope, under: null, ofReading: true, look: LOOK },
      lacks: "a second meter of the same energy, which shows one that was wrong from the first day on",
    };
    const first = twice ? [] : [always];
    if ((1 - LATE) * rows < FIRST_DAYS) return first;
    const row = Math.round(LATE * rows);
    const sizes = sizesBetween(1.02 * LEAST_LOG, MOST_LOG).map((log) => [-log, days.firsts[row]]);
    const { told, values } = leastTold(fit, factorOf(axis, index, -LEAST_LOG, row), sizes);
    return [...first, { scope, under: told ? 1 - Math.exp(values[0]) : null, ofReading: true, look: LOOK }];
  });
}
