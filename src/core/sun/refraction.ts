/**
 * Atmospheric refraction: how much higher the sun seems than it is, degrees.
 * @param elevationDeg geometric elevation, degrees
 * @param pressureHpa air pressure, hPa
 * @param airTempC air temperature, °C
 * Zero once the whole disc is under the horizon (elevation below -0.8337°).
 * Source: Saemundsson 1986, as in Reda & Andreas 2004, eq. 42.
 */
export function refractionDeg(elevationDeg: number, pressureHpa: number, airTempC: number): number {
  if (elevationDeg < -(0.26667 + 0.5667)) return 0;
  const angle = (elevationDeg + 10.3 / (elevationDeg + 5.11)) * (Math.PI / 180);
  return (pressureHpa / 1010) * (283 / (273 + airTempC)) * (1.02 / (60 * Math.tan(angle)));
}

/**
 * Air pressure of the standard atmosphere, hPa.
 * @param elevationM height above sea level, metres, -400 to 9000
 * Source: ISO 2533:1975.
 */
export function standardPressureHpa(elevationM: number): number {
  return 1013.25 * (1 - 2.25577e-5 * elevationM) ** 5.25588;
}
