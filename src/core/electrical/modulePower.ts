/**
 * DC power of a module at its maximum power point, W.
 * @param pmaxW nameplate power at 1000 W/m² and 25 °C
 * @param gammaPmaxPctPerC power temperature coefficient, %/°C (negative)
 * @param effectiveWm2 irradiance after incidence loss, W/m²
 * @param cellTempC cell temperature, °C
 * Source: Evans & Florschuetz 1977, linear in both.
 */
export function linearModulePowerW(pmaxW: number, gammaPmaxPctPerC: number, effectiveWm2: number, cellTempC: number): number {
  return Math.max(0, pmaxW * (effectiveWm2 / 1000) * (1 + (gammaPmaxPctPerC / 100) * (cellTempC - 25)));
}
