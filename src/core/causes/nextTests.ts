import type { CauseId } from "./causes";

/** What would tell most of a cause that was only seen or measured on site. */
const TESTS: Record<CauseId, string> = {
  "string-open": "Short-circuit current of {scope} against its light, and open-circuit voltage on both sides of its isolator",
  "bypass-conducting": "Open-circuit voltage of {scope} against its neighbours in the same light; then module by module",
  "module-converter-failed": "Energy of {scope} against its neighbours for a day; cover it and see whether anything changes",
  "inverter-outage": "Error log of {scope}, its breaker, and DC voltage at its input",
  "wet-insulation-trip": "Insulation resistance of {scope} while it is wet, string by string",
  "series-resistance": "Temperature of joints and terminals of {scope} at full load, against each other",
  "thermal-derating": "Case temperature of {scope} against air and load on a hot noon",
  degradation: "I-V curve of {scope} against its data sheet at the light of that second",
  shading: "Look from {scope} to the sun at the hour of the loss; height and bearing of what stands there",
  snow: "Look at {scope} from the ground",
  soiling: "Look at {scope}, and clean one module to hold its current against its neighbours",
  clipping: "A larger inverter would bring what is told here; it is built so",
  curtailment: "Export limit and battery as they are set",
  "start-threshold": "An inverter that starts earlier would bring what is told here; it is built so",
  "orientation-mismatch": "Tilt and direction of the modules of {scope}, one by one",
  "clock-error": "Clock of the logger against the time signal",
  "data-gap": "Power and line of the logger",
  "sensor-error": "Look at the light sensor: level, clean, unshaded; a second one beside it",
  "scale-error": "Read {scope} against the other meters of the same energy over an hour of good light",
};

/** The next test of a cause at a scope. */
export function nextTestOf(cause: CauseId, scope: string): string {
  return TESTS[cause].replace("{scope}", scope === "site" ? "the site" : scope);
}
