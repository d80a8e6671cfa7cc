import type { Fit } from "../../fit/fit";
import { leastTold, sizesBetween } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { dataDays } from "../../signatures/dataDays";
import { CAP, LEAST_DAYS, RATE, soilingOf, WASHES_MM } from "./soiling";

const LOOK = "The lower edges from the ground; then one module wiped and its current held against its neighbour's";

/** Dust all over that settles evenly and that a middling rain takes off. */
export function soilingHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const days = dataDays(axis);
  if (!axis.comparison.weather.rainMm) return [{ scope: "site", under: null, lacks: "rain by the day", look: LOOK }];
  if (days < LEAST_DAYS) return [{ scope: "site", under: null, lacks: `${LEAST_DAYS} days: these are ${days}`, look: LOOK }];
  const everywhere = soilingOf(
    axis,
    "site",
    axis.units.map((_, u) => u),
    [WASHES_MM[1]],
    new Set(),
  );
  const told = leastTold(
    fit,
    everywhere,
    sizesBetween(1.2 * RATE.least, RATE.most).map((perDay) => [perDay, CAP.value, 0, WASHES_MM[1]]),
  );
  return [{ scope: "site", under: told.told ? told.share : null, look: LOOK }];
}
