import type { Fit } from "../../fit/fit";
import { type PowerStepKind, powerStepHides, powerStepProposer, withoutOwnVoltage } from "../../signatures/powerStep/powerStep";
import { hiddenInVoltage, MOST_HEAT_W } from "../../signatures/stringVoltage/stringVoltage";

const LEAST_OHM = 0.05;
/** Load at which most of the energy is made, of the nameplate: what a joint takes at it is about what it takes in the mean. */
const MEAN_LOAD = 0.5;
/** Of a string's voltage at its rated current: what takes more burns. */
const MOST_OF_VOLTS = 0.5;
/** Larger falls are a cut-off string or a wrong factor. */
const MOST_LOG = 0.1;

const KIND: PowerStepKind = {
  cause: "series-resistance",
  mostLog: MOST_LOG,
  asks: withoutOwnVoltage,
  sizeIn: ({ modules }, { vmpV, impA }) => {
    const atFullLoad = (ohm: number) => (ohm * impA) / (modules * vmpV);
    return {
      ...{ name: "ohm", least: LEAST_OHM, most: Math.min(MOST_HEAT_W / impA ** 2, MOST_OF_VOLTS / atFullLoad(1)) },
      of: (share) => share / (MEAN_LOAD * atFullLoad(1)),
      gone: (ohm) => ({ constant: 0, atFullLoad: atFullLoad(ohm) }),
    };
  },
  words: (scope, ohm, ids) => ({
    text: `Since one day ${scope} gives less the higher its load, as ${ohm.toFixed(1)} Ω more in one of its strings would take`,
    nextTest: `Connectors and terminals of ${ids} by camera in full sun, against each other`,
  }),
};

/** `series-resistance` of strings whose own voltage isn't told: since a day a unit gives a little less, the more the higher its load. */
export const proposeJoint = powerStepProposer(KIND);

/** What of it neither a string's own voltage nor power would show. */
export const jointHides = (fit: Fit) => [...hiddenInVoltage(fit), ...powerStepHides(KIND, fit)];
