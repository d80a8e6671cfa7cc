/** Luminous efficacy of daylight, lm/W, a rule of thumb good to ±20 %. Source: Littlefair 1985 (105 to 128 lm/W). */
export const DAYLIGHT_EFFICACY_LM_PER_W = 120;

/** Global irradiance (W/m²) from horizontal illuminance (lux), ±20 %. */
export function irradianceFromLux(illuminanceLux: number): number {
  return illuminanceLux / DAYLIGHT_EFFICACY_LM_PER_W;
}
