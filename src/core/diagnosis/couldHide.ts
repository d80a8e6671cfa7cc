import type { CauseId } from "../causes/causes";
import { ENGINES } from "../causes/engines";
import type { Fit } from "../fit/fit";
import { hasBrightDays, LEAST_BRIGHT_DAYS } from "../fit/select";
import type { CouldHide } from "../signatures/couldHide";

/** What of a cause could be there without these data telling it. */
export interface Hidden extends CouldHide {
  cause: CauseId;
}

/** Of the energy, or of a reading: nobody is called for less. */
const LEAST_SHARE = 0.01;

/** What could hide beside all that is told: of each cause the place where most of it could, and what the data lack altogether for some. */
export function couldHide(fit: Fit, told: ReadonlySet<CauseId>): Hidden[] {
  const bright = hasBrightDays(fit);
  return ENGINES.flatMap(({ cause, hides, inDays }): Hidden[] => {
    if (!hides || told.has(cause)) return [];
    if (!bright && !inDays) {
      const lacks = `${LEAST_BRIGHT_DAYS} days of good light`;
      return hides(fit)
        .slice(0, 1)
        .map(({ look }) => ({ cause, scope: "site", under: null, lacks, look }));
    }
    const all = hides(fit).filter(({ under }) => under === null || under >= LEAST_SHARE);
    const lacking = all.find(({ lacks }) => lacks !== undefined);
    const [most] = all.filter(({ lacks }) => lacks === undefined).sort((a, b) => (b.under ?? 1) - (a.under ?? 1));
    return [lacking, most].flatMap((one) => (one ? [{ ...one, cause }] : []));
  });
}
