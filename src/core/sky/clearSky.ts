import { RAD } from "../constants";
import { standardPressureHpa } from "../sun/refraction";

/** Global horizontal irradiance under a clear sky, W/m², from zenith alone. Source: Haurwitz 1945. */
export function haurwitzGhiWm2(zenithDeg: number): number {
  const cosZenith = Math.cos(zenithDeg * RAD);
  return cosZenith > 0 ? 1098 * cosZenith * Math.exp(-0.059 / cosZenith) : 0;
}

const AIR_STEP_DEG = 0.1;
/** The power in Kasten and Young's formula, tabulated: it is smooth, and a power is dear in long loops. */
const AIR_POWERS = Float64Array.from({ length: 902 }, (_, k) => 0.50572 * (96.07995 - k * AIR_STEP_DEG) ** -1.6364);

/** Relative optical air mass. @param zenithDeg up to 90. Source: Kasten & Young 1989; within 2e-4 of it. */
export function relativeAirMass(zenithDeg: number): number {
  return airMassAt(zenithDeg, Math.cos(Math.min(zenithDeg, 90) * RAD));
}

/** The same where the zenith's cosine is known already. */
export function airMassAt(zenithDeg: number, cosZenith: number): number {
  const x = Math.min(Math.max(zenithDeg, 0), 90) / AIR_STEP_DEG;
  const k = x | 0;
  return 1 / (Math.max(cosZenith, 0) + AIR_POWERS[k] + (AIR_POWERS[k + 1] - AIR_POWERS[k]) * (x - k));
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

/** Ineichen's coefficients were fitted from sea level to mountain stations; over this height they aren't used. */
const HIGHEST_INEICHEN_M = 5000;

/** Global irradiance under a clear sky, W/m²: Ineichen and Perez, or Haurwitz where that one isn't valid. */
export function clearSkyGhiWm2(zenithDeg: number, elevationM: number, linkeTurbidity: number, extraterrestrialWm2: number): number {
  if (elevationM > HIGHEST_INEICHEN_M) return haurwitzGhiWm2(zenithDeg);
  return ineichenClearSky(zenithDeg, Math.max(0, elevationM), linkeTurbidity, extraterrestrialWm2).ghiWm2;
}

const TABLE_STEPS = 256;

/** Clear-sky global irradiance of one place from tables over the sun's height, one for each tenth of turbidity; within 0.5 %. */
export class ClearSkyTable {
  private readonly tables = new Map<number, Float64Array<ArrayBuffer>>();
  private tenths = Number.NaN;
  private table = new Float64Array(0);

  constructor(private readonly elevationM: number) {}

  /** @returns W/m² */
  ghiWm2(cosZenith: number, linkeTurbidity: number, extraterrestrialWm2: number): number {
    if (!(cosZenith > 0)) return 0;
    const tenths = Math.round(linkeTurbidity * 10);
    if (tenths !== this.tenths) {
      this.tenths = tenths;
      this.table = this.tables.get(tenths) ?? this.makeTable(tenths);
    }
    const { table } = this;
    const x = Math.min(cosZenith, 1) * TABLE_STEPS;
    const k = x | 0;
    return extraterrestrialWm2 * (table[k] + (table[k + 1] - table[k]) * (x - k));
  }

  private makeTable(tenths: number): Float64Array<ArrayBuffer> {
    const inWatts = this.elevationM > HIGHEST_INEICHEN_M ? HAURWITZ_EXTRATERRESTRIAL_WM2 : 1;
    const table = Float64Array.from(
      { length: TABLE_STEPS + 2 },
      (_, k) => clearSkyGhiWm2(Math.acos(Math.min(1, k / TABLE_STEPS)) / RAD, this.elevationM, tenths / 10, 1) / inWatts,
    );
    this.tables.set(tenths, table);
    return table;
  }
}

/** Haurwitz's formula is in watts; the table is relative. */
const HAURWITZ_EXTRATERRESTRIAL_WM2 = 1361;
