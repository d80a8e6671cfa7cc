import { told } from "../../round";
import { least0 } from "../amounts";
import { defineSum } from "../sum";

/** Daylight's lux for 1 W/m², and how far that is off either way. */
const LUX_PER_WM2 = 120;
const SPREAD = 0.2;

/** Irradiance from a lux meter, roughly. */
export const illuminance = defineSum({
  kind: "illuminance",
  title: "Light from a lux meter",
  shape: { lux: least0 },
  inputs: { lux: { label: "Illuminance in the plane of the array", unit: "lux" } },
  outputs: {
    irradianceWm2: { label: "Irradiance", unit: "W/m²" },
    lowWm2: { label: "At least", unit: "W/m²" },
    highWm2: { label: "At most", unit: "W/m²" },
  },
  formula: "irradiance = lux / 120, ±20 %",
  source: "Michael, Johnston and Moreno (2020): some 120 lux to 1 W/m² of daylight; the spread is that of sky and meter",
  work({ lux }) {
    const irradianceWm2 = lux / LUX_PER_WM2;
    return {
      values: { irradianceWm2, lowWm2: (1 - SPREAD) * irradianceWm2, highWm2: (1 + SPREAD) * irradianceWm2 },
      ok: null,
      reasons: [
        `About ${told(irradianceWm2)} W/m², with a fifth of doubt either way: enough to say bright or dull, not to judge a current`,
      ],
      cautions: [],
    };
  },
});
