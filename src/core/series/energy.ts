import { WATT_MS_PER_KWH } from "../constants";

/** Energy of a power held through one interval, kWh. */
export function intervalKwh(watts: number, stepMs: number): number {
  return (watts * stepMs) / WATT_MS_PER_KWH;
}
