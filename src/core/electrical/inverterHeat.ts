import type { Inverter } from "../site/siteSchema";

/** Warmth round the inverter over the air outside: a constant part, K, and one by full sun, K at 1000 W/m². */
const AROUND: Record<Inverter["location"], { constantK: number; sunK: number; leastC: number }> = {
  indoor: { constantK: 5, sunK: 0, leastC: 10 },
  "outdoor-shaded": { constantK: 0, sunK: 2, leastC: Number.NEGATIVE_INFINITY },
  "outdoor-sun": { constantK: 0, sunK: 14, leastC: Number.NEGATIVE_INFINITY },
};

/** How fast the output falls where the data sheet says only where the fall begins, % of the rating per °C. */
export const DERATE_PCT_PER_C = 2.5;
/** It falls no further than this share before the inverter switches off, which isn't ordinary. */
const LEAST_SHARE = 0.3;

/**
 * Temperature of the air round an inverter, °C. The additions are Irradant's own, of the size that surfaces in
 * full sun and closed rooms have; a measured `<inverter>.temp_c` is of the device and not of the air round it.
 */
export function airAroundC(location: Inverter["location"], outdoorC: number, ghiWm2: number): number {
  const { constantK, sunK, leastC } = AROUND[location];
  return Math.max(outdoorC + constantK + (sunK * ghiWm2) / 1000, leastC);
}

/** Highest AC power that an inverter gives in the heat round it, W; infinite where its file says nothing of derating. */
export function heatLimitW(inverter: Inverter, outdoorC: number, ghiWm2: number): number {
  if (inverter.derateStartC === undefined) return Number.POSITIVE_INFINITY;
  const over = airAroundC(inverter.location, outdoorC, ghiWm2) - inverter.derateStartC;
  if (!(over > 0)) return Number.POSITIVE_INFINITY;
  return inverter.acRatedW * Math.max(LEAST_SHARE, 1 - ((inverter.deratePctPerC ?? DERATE_PCT_PER_C) / 100) * over);
}
