import type { CauseId } from "./causes";

/** How the energy of a cause is worked out, for whoever checks it. */
export interface LossFormula {
  formula: string;
  source: string;
}

const OWN_INTERVALS = "No interval is counted for two causes of this kind.";
const BESIDE =
  "It may lie in intervals that another cause explains too; what both take is then in both, and the unexplained is less by it.";

const GAP: LossFormula = {
  formula: "Σ (healthy − measured) · Δt over the intervals that this cause explains",
  source: `Healthy: the expected output at the calibration of the unit's own healthy days, or of its working strings meanwhile. ${OWN_INTERVALS}`,
};
const BUILT_SO = (what: string): LossFormula => ({
  formula: `Σ (possible − ${what}) · Δt over the intervals in which it acts`,
  source: `Possible: the expected output without the inverter's own limits, at the unit's calibration. ${OWN_INTERVALS}`,
});
const NONE: LossFormula = { formula: "0", source: "The array gave what it gave: only what was told of it is wrong." };

/** By cause; where none stands, the plain gap between healthy and measured. */
const FORMULAS: Partial<Record<CauseId, LossFormula>> = {
  "bypass-conducting": {
    formula: "Σ U_missing · I · η · Δt from its first day",
    source: `U_missing: how much the string's voltage fell at every current, V; I: its current; η: the inverter's efficiency at its rating. ${BESIDE}`,
  },
  "series-resistance": {
    formula: "Σ R · I² · η · Δt from its first day",
    source: `R: how much the string's voltage falls with its current more than before, Ω; η: the inverter's efficiency at its rating. ${BESIDE}`,
  },
  "module-converter-failed": {
    formula: "Σ (middle module of its string − this one) · AC energy ÷ energy of all modules",
    source: `Energies of single modules from the production file. ${BESIDE}`,
  },
  soiling: {
    formula: "Σ measured · d ÷ (1 − d) · Δt, d = loss a dry day · days since the last rain that washed",
    source: `Loss a dry day: least squares of ln(measured ÷ expected) of bright days, beside warmth and season. ${BESIDE}`,
  },
  clipping: BUILT_SO("rating"),
  "start-threshold": BUILT_SO("measured"),
  curtailment: {
    ...BUILT_SO("measured"),
    source: `Possible: the expected output within the inverters' own limits, at their calibration. ${OWN_INTERVALS}`,
  },
  "scale-error": {
    formula: "Σ (reported ÷ factor − reported) · Δt",
    source: "Factor: reported over what the other meter of the same energy says. It seems lost, and isn't.",
  },
  "clock-error": NONE,
  "sensor-error": NONE,
  "data-gap": { formula: "0", source: "What wasn't measured is neither output nor loss: both sums leave these intervals out." },
};

/** How the energy of a cause is worked out. */
export function lossFormula(cause: CauseId): LossFormula {
  return FORMULAS[cause] ?? GAP;
}
