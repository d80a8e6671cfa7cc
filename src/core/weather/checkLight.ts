import { HOUR_MS, RAD } from "../constants";
import { FormatError } from "../errors/formatError";
import type { Series } from "../series/grid";
import { litSun } from "../sun/litInterval";
import type { Observer } from "../sun/position";

/** With the sun at least this high for this long, no sky is black. */
const SURELY_LIT = { sine: Math.sin(10 * RAD), ms: 3 * HOUR_MS };

/**
 * Refuses weather without light: nothing can be expected from it. Missing in every interval, or nought in every one
 * although the sun stood high (a dead sensor, a wrong column). A polar night, all noughts, is light enough.
 * @param file its name, for the error
 * @throws FormatError
 */
export function checkLight(weather: Series, file: string, observer: Observer): void {
  const light = [...weather.channels].filter(([name]) => /^(ghi|dni|dhi|illuminance_lux|poa\..+)$/.test(name));
  const refuse = (found: string): never => {
    throw new FormatError({
      file,
      key: light.map(([name]) => name).join(", ") || "ghi",
      found,
      expected: "irradiance in W/m² (or lux)",
    });
  };
  if (!light.some(([, values]) => values.some((value) => !Number.isNaN(value)))) refuse("no value at all");
  if (light.some(([, values]) => values.some((value) => value > 0))) return;
  const { up } = litSun(weather.grid, observer);
  let high = 0;
  for (const sine of up) if (sine > SURELY_LIT.sine) high++;
  if (high * weather.grid.stepMs >= SURELY_LIT.ms) refuse("nothing but 0 while the sun stood high");
}
