import { type Comparison, inLight } from "../../comparison/compare";
import { buildAxis } from "../../fit/axis";
import { lightFactor } from "../attributed";
import { statesOf } from "../states";
import type { Carried } from "./frozen";
import { countedFrom, resumed } from "./resumed";

/** A comparison in the light as it was, where a diagnosis told that it is reported wrong. @param startMs first instant of the data that it was told from */
export function mendLight(reported: Comparison, light: readonly Carried[], startMs: number): Comparison {
  let comparison = reported;
  for (const one of light) {
    const every = countedFrom(buildAxis(comparison, statesOf(comparison), 1, 0), startMs);
    comparison = inLight(comparison, lightFactor(every, resumed(one, every).slice(0, 1)));
  }
  return comparison;
}
