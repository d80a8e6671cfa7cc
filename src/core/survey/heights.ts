import { RAD } from "../constants";

/** Eyes of a person who stands, m, where a height is looked up to. */
export const EYE_M = 1.6;

/**
 * Height and distance of a top from the angles that it is seen under from two stands in line with it.
 * @param baselineM between the stands, m; over 0
 * @param nearDeg elevation of the top from the nearer stand, degrees; over `farDeg`, under 90
 * @param farDeg from the further one; over 0
 * @param eyeM height of the eye over the ground, m
 * @returns the top over the ground that the stands are on, and how far it is from the nearer stand, m
 * @throws RangeError where the angles can't be
 * Source: plane trigonometry; h = b / (cot far − cot near)
 */
export function heightByTwoAngles(
  baselineM: number,
  nearDeg: number,
  farDeg: number,
  eyeM = EYE_M,
): { heightM: number; distanceM: number } {
  if (!(baselineM > 0)) throw new RangeError("the baseline must be over 0 m");
  if (!(farDeg > 0 && nearDeg > farDeg && nearDeg < 90))
    throw new RangeError("the nearer angle must be the steeper one, both over 0° and under 90°");
  const over = baselineM / (1 / Math.tan(farDeg * RAD) - 1 / Math.tan(nearDeg * RAD));
  return { heightM: over + eyeM, distanceM: over / Math.tan(nearDeg * RAD) };
}
