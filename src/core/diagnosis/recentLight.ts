import type { Comparison } from "../comparison/compare";
import { YEAR_DAYS } from "../constants";
import { clearSkyGhiWm2 } from "../sky/clearSky";
import { SOLAR_CONSTANT_WM2 } from "../sun/extraterrestrial";

/** The light of the last days beside what is usual at that time of the year: measured over what a clear sky would give. */
export interface RecentLight {
  share: number;
  usual: number;
}

/** A clear alpine air at air mass 2; it hardly counts where two shares are held against each other (Ineichen & Perez 2002). */
const LINKE_TURBIDITY = 3;
/** Days of the year on either side whose light is usual for a day, and how many of them there have to be. */
const [SEASON_DAYS, LEAST_DAYS] = [60, 25] as const;
const HALF_YEAR = YEAR_DAYS / 2;

/**
 * What the sky gave in the last days, and what it gives as a rule at that time of the year, by the site's own data.
 * @param recentDays rows at the end that are the last days
 * @returns null where too few other days of the season are known
 */
export function recentLight({ expected, days, site }: Comparison, recentDays: number): RecentLight | null {
  const { ghiWm2 } = expected.sky;
  const { zenithDeg } = expected.sun;
  const rows = days.days.length;
  const [measured, clear] = [new Float64Array(rows), new Float64Array(rows)];
  for (let row = 0; row < rows; row++) {
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      // The earth's distance is that of the season on both sides.
      const sky = clearSkyGhiWm2(zenithDeg[i], site.location.elevationM, LINKE_TURBIDITY, SOLAR_CONSTANT_WM2);
      if (!(sky > 0) || Number.isNaN(ghiWm2[i])) continue;
      measured[row] += ghiWm2[i];
      clear[row] += sky;
    }
  }
  const first = Math.max(0, rows - recentDays);
  const middle = days.days[Math.max(0, rows - 1 - (recentDays >> 1))];
  const share = (isIn: (row: number) => boolean) => {
    let [lit, sky, n] = [0, 0, 0];
    for (let row = 0; row < rows; row++) {
      if (!isIn(row) || !(clear[row] > 0)) continue;
      lit += measured[row];
      sky += clear[row];
      n++;
    }
    return n > 0 ? { share: lit / sky, days: n } : null;
  };
  const apart = (row: number) => Math.abs(((((days.days[row] - middle) % YEAR_DAYS) + 1.5 * YEAR_DAYS) % YEAR_DAYS) - HALF_YEAR);
  const now = share((row) => row >= first);
  const usual = share((row) => row < first && apart(row) <= SEASON_DAYS);
  return now && usual && usual.days >= LEAST_DAYS ? { share: now.share, usual: usual.share } : null;
}
