import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { resumeInPower } from "../../signatures/powerStep/powerStep";
import { converterHides, proposeConverterFailed } from "./byPower";
import { moduleConverterFailed as fault } from "./fault";
import { detectModuleConverterFailed } from "./moduleConverterFailed";

/** Told among its neighbours, where modules tell their energy; fitted to power, else. */
export const moduleConverterFailed: CauseEngine<"module-converter-failed"> = {
  cause: "module-converter-failed",
  detect: (look) =>
    detectModuleConverterFailed(look.comparison, look.state).map((signature) => {
      const [string] = signature.scope.split(".");
      const modules = look.state.unit.strings.find(({ id }) => id === string)?.modules ?? 1;
      return onString(look, signature, () => 1 - 1 / modules, string);
    }),
  propose: proposeConverterFailed,
  hides: converterHides,
  resume: resumeInPower,
  paper: {
    actsAs: "P · (1 − 1/n)",
    toldFrom:
      "a module under 2 % of its string's middle one for ten hours of light; else by power: a step down from one day to the next by one module's worth",
    notTakenFor: "",
  },
  fault,
};
