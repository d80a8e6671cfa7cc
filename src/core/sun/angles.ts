/**
 * Inverse functions for long loops: several times as fast as the exact ones, within 3e-8 rad (2e-6°).
 * Source: Abramowitz & Stegun 1964, polynomials 4.4.46 and 4.4.49 (Hastings 1955).
 */

const HALF_PI = Math.PI / 2;

/** Arc cosine, rad. @param x −1 to 1 */
export function quickAcos(x: number): number {
  const a = x < 0 ? -x : x;
  if (a >= 1) return x > 0 ? 0 : Math.PI;
  const series =
    1.570796305 +
    a *
      (-0.2145988016 +
        a * (0.0889789874 + a * (-0.0501743046 + a * (0.030891881 + a * (-0.0170881256 + a * (0.0066700901 - a * 0.0012624911))))));
  const angle = Math.sqrt(1 - a) * series;
  return x < 0 ? Math.PI - angle : angle;
}

/** Angle of a vector from the x axis, rad, −π to π; 0 for a vector of no length. */
export function quickAtan2(y: number, x: number): number {
  const ax = x < 0 ? -x : x;
  const ay = y < 0 ? -y : y;
  if (ax === 0 && ay === 0) return 0;
  const steep = ay > ax;
  const t = steep ? ax / ay : ay / ax;
  const s = t * t;
  const series =
    1 +
    s *
      (-0.3333314528 +
        s *
          (0.1999355085 +
            s * (-0.1420889944 + s * (0.1065626393 + s * (-0.07528964 + s * (0.0429096138 + s * (-0.0161657367 + s * 0.0028662257)))))));
  let angle = t * series;
  if (steep) angle = HALF_PI - angle;
  if (x < 0) angle = Math.PI - angle;
  return y < 0 ? -angle : angle;
}
