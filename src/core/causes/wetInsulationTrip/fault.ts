import { z } from "zod";
import { HOUR_MS } from "../../constants";
import { faultKind } from "../../signatures/faultKind";
import type { Weather } from "../../weather/weather";

/** Light that dries, W/m²: under it nothing does. */
const DRIES_WM2 = 50;
/** Where rain isn't in the weather: so many mornings are dewy, and dew wets as a little rain does. */
const DEWY_MORNINGS = 0.2;

/** The insulation monitor keeps the inverter off while moisture is in the wiring: from rain (or dew) until so many dry hours of light. */
export const wetInsulationTrip = faultKind({
  cause: "wet-insulation-trip",
  scopes: ["inverter", "site"],
  parameters: z.object({ dryHours: z.number().gt(0).max(48).default(3) }),
  effect: ({ place, parameters, weather, poaWm2, random }) => {
    const light = poaWm2.values().next().value as Float64Array;
    const wet = wetness(weather, light, parameters.dryHours, () => random.chance(DEWY_MORNINGS));
    return { stopped: (id, i) => place.inverters.has(id) && wet[i] === 1 };
  },
});

function wetness({ grid, rainMm }: Weather, light: Float64Array, dryHours: number, isDewy: () => boolean): Uint8Array {
  const wet = new Uint8Array(grid.count);
  const hours = grid.stepMs / HOUR_MS;
  let toDry = 0;
  for (let i = 0; i < grid.count; i++) {
    const sunrise = i > 0 && light[i] > 0 && !(light[i - 1] > 0);
    if (rainMm ? rainMm[i] > 0 : sunrise && isDewy()) toDry = dryHours;
    wet[i] = toDry > 0 ? 1 : 0;
    if (light[i] > DRIES_WM2) toDry -= hours;
  }
  return wet;
}
