import type { CauseId } from "./causes";

/** How the energy of a cause is worked out, for whoever checks it. */
export interface LossFormula {
  formula: string;
  source: string;
}

const SHARED =
  "All from one base, the healthy array without its limits at the unit's own calibration. What several causes take together in an interval is shared by the mean over all orders in which they could have come (Shapley 1953), so that the sums add up.";

const takes = (leaves: string, what: string): LossFormula => ({
  formula: `Σ share of what is missing · Δt, ${leaves}`,
  source: `${what} ${SHARED}`,
});
const NONE: LossFormula = { formula: "0", source: "The array gave what it gave: only what was told of it is wrong." };

/** What each cause leaves, and of what. */
const FORMULAS: Record<CauseId, LossFormula> = {
  "string-open": takes("P_string → 0", "The string gives nothing from its first interval on."),
  "bypass-conducting": takes("P_string → P · (1 − U_missing ÷ U)", "U_missing: by how much the string's voltage fell at every current, V."),
  "series-resistance": takes("P_string → P · (1 − R · I ÷ U)", "R: by how much its voltage falls with its current more than before, Ω."),
  "module-converter-failed": takes("P_string → P · (1 − 1 ÷ modules)", "One of its modules gives nothing."),
  "inverter-outage": takes("P → 0", "Nothing came in the intervals told."),
  "wet-insulation-trip": takes("P → 0", "Nothing came in the intervals told."),
  "thermal-derating": takes(
    "P → least of P and a cap that falls with the air's temperature",
    "Cap and fall are fitted to the hours in which it stood there; where it stood there, the cap is what was measured, within a fifth.",
  ),
  degradation: takes(
    "P → P · (1 − r · years)",
    "r: loss a year beyond the ordinary ageing, fitted; of a single string, how its current sinks against its neighbours'.",
  ),
  shading: takes(
    "P → P · (1 − depth · direct share)",
    "While the sun stands behind what casts the shadow; its sides, top and depth are fitted to where in the sky something is missing.",
  ),
  snow: takes("P → measured", "On the covered days whatever is missing beyond the other causes is the snow's."),
  soiling: takes(
    "P → P · (1 − least of cap and r · days since the last wash)",
    "r: loss a dry day; it and the cap are fitted, washes are rain and cleanings seen as jumps.",
  ),
  clipping: takes("P → least of P and the AC rating", "Rating from the site file; told only where the output stands at it."),
  curtailment: takes("P → least of P and the limit", "Limit from the site file; with a full battery, what was measured."),
  "start-threshold": takes("P → 0 where DC power is under the start", "Start threshold from the site file."),
  "orientation-mismatch": takes(
    "P_string → that of a string lit in two ways",
    "In series it works at the current of its darker part, or past it through the bypass diodes.",
  ),
  "scale-error": {
    formula: "Σ (reported ÷ factor − reported) · Δt",
    source: "Factor: reported over what the other meter of the same energy says, or over what came before. It seems lost, and isn't.",
  },
  "clock-error": NONE,
  "sensor-error": NONE,
  "data-gap": { formula: "0", source: "What wasn't measured is neither output nor loss: both sums leave these intervals out." },
};

/** How the energy of a cause is worked out. */
export function lossFormula(cause: CauseId): LossFormula {
  return FORMULAS[cause];
}
