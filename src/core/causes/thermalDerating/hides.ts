import type { Fit } from "../../fit/fit";
import { leastTold } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { cutBackOf, LEAST_HOURS, warmHours } from "./thermalDerating";

const LOOK = "Fan, filter and clearances of the inverter, and the temperature that it tells at noon on a hot day";
/** Caps in the mean air of the best hours, of the rating, from one that hardly cuts to a deep one; they fall by an ordinary 2 % a degree. */
const CAPS = [1.1, 1.05, 1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.6, 0.5];
const PCT_PER_C = 2;

/** An inverter that cuts back in the heat, since the first day. */
export function cutBackHides(fit: Fit): CouldHide[] {
  return fit.axis.units.map(({ unit: { scope } }, index) => {
    const { hours, airC } = warmHours(fit, index);
    if (hours < LEAST_HOURS)
      return {
        scope,
        under: null,
        lacks: `${LEAST_HOURS} hours at half of its nameplate and more with the air's temperature: these are ${hours}`,
        look: LOOK,
      };
    const told = leastTold(
      fit,
      cutBackOf(fit, index, airC),
      CAPS.map((cap) => [cap, PCT_PER_C, 0]),
    );
    return { scope, under: told.told ? told.share : null, look: LOOK };
  });
}
