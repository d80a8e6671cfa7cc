import { told } from "../../round";
import type { ReadingKind } from "../verdict";

/** Differences at 1000 W/m² up to which nothing is wrong, and from which someone has to act, K. Source: IEC TS 62446-3:2017, table C.1 (classes of abnormality). */
const PASSES_UNDER_K = 10;
const FAILS_FROM_K = 20;
/** Light and wind in which a picture can be judged, W/m² and m/s (28 km/h). Source: IEC TS 62446-3:2017, 5.3, table 1. */
const LEAST_WM2 = 600;
const MOST_WIND_MS = 28 / 3.6;

/** A cell or a part of a module that is warmer than its neighbours. */
export const hotCell: ReadingKind<"hot-cell"> = {
  kind: "hot-cell",
  title: "Hot cell",
  bearsOn: ["bypass-conducting", "series-resistance"],
  judge({ deltaTC, irradianceWm2, windMs }) {
    const atFullSun = irradianceWm2 > 0 ? (deltaTC * 1000) / irradianceWm2 : null;
    const base = {
      measured: { value: deltaTC, unit: "K" },
      expected: atFullSun === null ? null : { value: atFullSun, unit: "K" },
      limit: { max: FAILS_FROM_K, unit: "K" },
      deviationPct: null,
      cautions: ["From the ground or a secured place: a hot cell can shatter its glass or burn. Don't touch, don't wet it."],
      source: "IEC TS 62446-3:2017; difference in proportion to the light",
    };
    // The sun of noon makes it no smaller.
    if (deltaTC >= FAILS_FROM_K)
      return { ...base, verdict: "fail", reasons: [`${told(deltaTC)} K already at ${told(irradianceWm2)} W/m²`] };
    if (irradianceWm2 < LEAST_WM2 || atFullSun === null)
      return {
        ...base,
        verdict: "inconclusive",
        reasons: [`${told(irradianceWm2)} W/m² is too little light: look again over ${LEAST_WM2} W/m²`],
      };
    if (windMs !== undefined && windMs > MOST_WIND_MS)
      return {
        ...base,
        verdict: "inconclusive",
        reasons: [`Wind of ${told(windMs)} m/s cools it: look again under ${told(MOST_WIND_MS)} m/s`],
      };
    const reads = `${told(deltaTC)} K at ${told(irradianceWm2)} W/m² is ${told(atFullSun)} K in full sun`;
    if (atFullSun >= FAILS_FROM_K)
      return { ...base, verdict: "fail", reasons: [`${reads}: from ${FAILS_FROM_K} K on it harms the module`] };
    if (atFullSun < PASSES_UNDER_K) return { ...base, verdict: "pass", reasons: [`${reads}: under ${PASSES_UNDER_K} K`] };
    return {
      ...base,
      verdict: "pass",
      reasons: [`${reads}: under ${FAILS_FROM_K} K`],
      cautions: [`Over ${PASSES_UNDER_K} K: look again at the next visit, and for shade or dirt on that cell.`, ...base.cautions],
    };
  },
  speaks(_, { verdict }) {
    if (verdict === "inconclusive") return [];
    // A part that is bypassed turns its light into heat; cracks and shade do that to a cell too.
    return [{ cause: "bypass-conducting", weight: verdict === "fail" ? 1.5 : -0.3 }];
  },
  danger(_, { verdict, reasons }) {
    return verdict === "fail"
      ? {
          why: `Hot cell: ${reasons[0]}`,
          do: "A fire risk: isolate the string, keep what burns away from beneath, have the module replaced",
        }
      : null;
  },
};
