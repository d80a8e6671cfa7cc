import { RAD } from "../constants";
import { MIN_COS_ZENITH } from "../sky/decomposition";

/** See docs/models.md; the choice among them is in `expected/options.ts`. */
export type TranspositionModel = "perez" | "hay-davies" | "isotropic";

/** Irradiance on a tilted plane by where it comes from, W/m². */
export interface PlaneIrradiance {
  /** From the sun's disc. */
  beamWm2: number;
  /** Diffuse from round the sun; goes and comes with the beam behind an obstacle. */
  circumsolarWm2: number;
  /** Diffuse from the rest of the sky dome and the horizon band. */
  skyWm2: number;
  groundWm2: number;
}

/** Everything about one instant that a transposition needs. */
export interface SkyState {
  ghiWm2: number;
  dniWm2: number;
  dhiWm2: number;
  extraterrestrialWm2: number;
  zenithDeg: number;
  cosZenith: number;
  /** Relative air mass, for Perez. */
  airMass: number;
}

/** Perez et al. 1990, Solar Energy 44(5), table 6: all-sites composite, rows by sky clearness bin. */
const PEREZ_BIN_LIMITS = [1.065, 1.23, 1.5, 1.95, 2.8, 4.5, 6.2];
const PEREZ_COEFFICIENTS = [
  [-0.008, 0.588, -0.062, -0.06, 0.072, -0.022],
  [0.13, 0.683, -0.151, -0.019, 0.066, -0.029],
  [0.33, 0.487, -0.221, 0.055, -0.064, -0.026],
  [0.568, 0.187, -0.295, 0.109, -0.152, -0.014],
  [0.873, -0.392, -0.362, 0.226, -0.462, 0.001],
  [1.132, -1.237, -0.412, 0.288, -0.823, 0.056],
  [1.06, -1.6, -0.359, 0.264, -1.127, 0.131],
  [0.678, -0.327, -0.25, 0.156, -1.377, 0.251],
];

/** What a tilt makes of sky and ground; worked out once a plane. */
export interface TiltedView {
  /** View factor of the sky dome, (1 + cos β)/2. */
  dome: number;
  /** View factor of the ground, (1 − cos β)/2. */
  ground: number;
  sinTilt: number;
}

/** @param tiltDeg tilt from horizontal, degrees */
export function tiltedView(tiltDeg: number): TiltedView {
  const cosTilt = Math.cos(tiltDeg * RAD);
  return { dome: (1 + cosTilt) / 2, ground: (1 - cosTilt) / 2, sinTilt: Math.sin(tiltDeg * RAD) };
}

/** Perez's floor for the horizontal in the circumsolar ratio: the cosine of 85°. */
const COS_85 = Math.cos(85 * RAD);

/**
 * Irradiance on a tilted plane.
 * @param cosIncidence cosine of the sun's angle to the plane's normal
 * @param albedo share of global irradiance that the ground throws back, 0 to 1
 * @param out written and returned, so that a loop allocates nothing
 * Sources: Perez et al. 1990; Hay & Davies 1980; isotropic: Liu & Jordan 1963.
 */
export function transpose(
  model: TranspositionModel,
  sky: SkyState,
  cosIncidence: number,
  view: TiltedView,
  albedo: number,
  out: PlaneIrradiance,
): PlaneIrradiance {
  const front = Math.max(cosIncidence, 0);
  out.beamWm2 = sky.dniWm2 * front;
  out.groundWm2 = sky.ghiWm2 * albedo * view.ground;
  out.circumsolarWm2 = 0;
  out.skyWm2 = sky.dhiWm2 * view.dome;
  if (model === "isotropic" || sky.dhiWm2 <= 0) return out;
  if (model === "hay-davies") {
    const anisotropy = Math.min(sky.dniWm2 / sky.extraterrestrialWm2, 1);
    out.circumsolarWm2 = (sky.dhiWm2 * anisotropy * front) / Math.max(sky.cosZenith, MIN_COS_ZENITH);
    out.skyWm2 = sky.dhiWm2 * (1 - anisotropy) * view.dome;
    return out;
  }
  const zenith = Math.min(sky.zenithDeg, 90) * RAD;
  const cubed = 1.041 * zenith * zenith * zenith;
  const clearness = (1 + sky.dniWm2 / sky.dhiWm2 + cubed) / (1 + cubed);
  const brightness = (sky.dhiWm2 * sky.airMass) / sky.extraterrestrialWm2;
  let bin = 0;
  while (bin < 7 && clearness >= PEREZ_BIN_LIMITS[bin]) bin++;
  const f = PEREZ_COEFFICIENTS[bin];
  const f1 = Math.max(0, f[0] + f[1] * brightness + f[2] * zenith);
  const f2 = f[3] + f[4] * brightness + f[5] * zenith;
  out.circumsolarWm2 = (sky.dhiWm2 * f1 * front) / Math.max(sky.cosZenith, COS_85);
  out.skyWm2 = Math.max(0, sky.dhiWm2 * ((1 - f1) * view.dome + f2 * view.sinTilt));
  return out;
}
