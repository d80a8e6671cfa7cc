import type { Fit } from "../../fit/fit";
import { leastTold, sizesBetween } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { dataDays } from "../../signatures/dataDays";
import { declineOf, LEAST_DAYS, LEAST_PCT, MOST_PCT } from "./degradation";

const LOOK = "Curve of one string against its data sheet, and a camera for hot cells and browning";

/** A decline of one unit since the first day. */
export function degradationHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const days = dataDays(axis);
  if (days < LEAST_DAYS) return [{ scope: "site", under: null, lacks: `${LEAST_DAYS} days: these are ${days}`, look: LOOK }];
  return axis.units.map((_, u) => {
    const one = declineOf(axis, u);
    const told = leastTold(
      fit,
      one,
      sizesBetween(LEAST_PCT, MOST_PCT).map((pct) => [pct]),
    );
    return { scope: one.scope, under: told.told ? told.share : null, look: LOOK };
  });
}
