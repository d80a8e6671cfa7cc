import { standardPressureHpa } from "../sun/refraction";

const RAD = Math.PI / 180;

/** Global horizontal irradiance under a clear sky, W/m², from zenith alone. Source: Haurwitz 1945. */
export function haurwitzGhiWm2(zenithDeg: number): number {
  const cosZenith = Math.cos(zenithDeg * RAD);
  return cosZenith > 0 ? 1098 * cosZenith * Math.exp(-0.059 / cosZenith) : 0;
}

/** Relative optical air mass. @param zenithDeg up to 90. Source: Kasten & Young 1989. */
export function relativeAirMass(zenithDeg: number): number {
  const z = Math.min(zenithDeg, 90);
  return 1 / (Math.cos(z * RAD) + 0.50572 * (96.07995 - z) ** -1.6364);
}

/**
 * Irradiance under a clear sky, W/m².
 * @param zenithDeg zenith angle, degrees
 * @param elevationM height above sea level, metres
 * @param linkeTurbidity at air mass 2; about 2 in clean cold air, 5 in hazy cities
 * @param extraterrestrialWm2 normal irradiance above the atmosphere, W/m²
 * Source: Ineichen & Perez 2002, eqs 4 and 8.
 */
export function ineichenClearSky(
  zenithDeg: number,
  elevationM: number,
  linkeTurbidity: number,
  extraterrestrialWm2: number,
): { ghiWm2: number; dniWm2: number } {
  const cosZenith = Math.cos(zenithDeg * RAD);
  if (cosZenith <= 0) return { ghiWm2: 0, dniWm2: 0 };
  const airMass = (relativeAirMass(zenithDeg) * standardPressureHpa(elevationM)) / 1013.25;
  const fh1 = Math.exp(-elevationM / 8000);
  const fh2 = Math.exp(-elevationM / 1250);
  const cg1 = 5.09e-5 * elevationM + 0.868;
  const cg2 = 3.92e-5 * elevationM + 0.0387;
  const ghi = cg1 * extraterrestrialWm2 * cosZenith * Math.exp(-cg2 * airMass * (fh1 + fh2 * (linkeTurbidity - 1)) + 0.01 * airMass ** 1.8);
  const b = 0.664 + 0.163 / fh1;
  const dni = b * extraterrestrialWm2 * Math.exp(-0.09 * airMass * (linkeTurbidity - 1));
  const diffuseRatio = (0.1 - 0.2 * Math.exp(-linkeTurbidity)) / (0.1 + 0.882 / fh1);
  const dniLimit = (ghi * (1 - diffuseRatio)) / cosZenith;
  return { ghiWm2: ghi, dniWm2: Math.max(0, Math.min(dni, dniLimit)) };
}
