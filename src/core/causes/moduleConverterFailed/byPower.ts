import type { Fit } from "../../fit/fit";
import { moduleEnergies } from "../../signatures/moduleEnergies";
import { type PowerStepKind, powerStepHides, powerStepProposer } from "../../signatures/powerStep/powerStep";

/** Converters that fail on one day: one, or two of a kind. */
const [LEAST, MOST] = [0.7, 2.3];
/** Of a short string one module is a good part. */
const MOST_LOG = 0.35;

const KIND: PowerStepKind = {
  cause: "module-converter-failed",
  mostLog: MOST_LOG,
  asks: ({ comparison }, { unit }, pvString) =>
    unit.inverters.every(({ kind }) => kind !== "string") && moduleEnergies(comparison, pvString).length === 0,
  sizeIn: ({ modules }) => ({
    ...{ name: "converters", least: LEAST, most: Math.min(MOST, modules) },
    of: (share) => share * modules,
    gone: (size) => ({ constant: size / modules, atFullLoad: 0 }),
  }),
  words: (scope, size, ids) => ({
    text: `Since one day ${scope} gives less at every load alike, as if ${size.toFixed(1)} modules gave nothing`,
    nextTest: `Indicators of the converters of ${ids}, then the energy of each for a day against its neighbours`,
  }),
};

/** `module-converter-failed` where modules don't tell their energy: since a day a unit gives less by one module's worth, at every load alike. */
export const proposeConverterFailed = powerStepProposer(KIND);

/** What of it power wouldn't show. */
export const converterHides = (fit: Fit) => powerStepHides(KIND, fit);
