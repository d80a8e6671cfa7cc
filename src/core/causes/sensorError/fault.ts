import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

const LIGHT = /^(ghi|dni|dhi|illuminance_lux|poa\..*)$/;

/** The light in the weather file is what a wrong sensor said: `factor` times the true one. */
export const sensorError = faultKind({
  cause: "sensor-error",
  scopes: ["site", "plane"],
  parameters: z.object({ factor: z.number().min(0.05).max(20).default(0.9) }),
  effect: ({ place, parameters: { factor } }) => ({
    light: (channel) => ((place.kind === "plane" ? channel === `poa.${place.scope}` : LIGHT.test(channel)) ? 1 / factor : 1),
  }),
});
