import type { Axis } from "../../fit/axis";
import type { Seed } from "../../fit/candidate";
import type { Layer } from "../../fit/layers";
import { resumeInVoltage } from "../stringVoltage/stringVoltage";
import { resumeInPower } from "./powerStep";

/** A lasting step goes on as what it was told from: missing volts, or a part of the power. */
export function resumeStep(seed: Seed, on: Axis): Layer[] {
  return "volts" in seed ? resumeInVoltage(seed, on) : resumeInPower(seed, on);
}
