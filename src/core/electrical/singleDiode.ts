/** Boltzmann's constant over the elementary charge, V/K (exact, SI 2019). */
export const THERMAL_V_PER_K = 8.617333262e-5;

/** The five numbers of the single-diode equation at one irradiance and temperature. */
export interface DiodeState {
  photocurrentA: number;
  saturationA: number;
  seriesOhm: number;
  /** Conductance across the junction, siemens. */
  shuntS: number;
  /** Ideality times cells in series times thermal voltage, V. */
  idealityV: number;
}

/**
 * Voltage over the junction of a single-diode source that carries a current, V:
 * the root of I = I_L − I₀·(exp(V_d/a) − 1) − V_d·g (De Soto, Klein & Beckman 2006, eq. 1). Beyond the photocurrent the junction is in
 * reverse and only the shunt carries the rest, which gives large negative values for a bypass to cut off.
 * Both starting points (no shunt, no diode) lie above the root of a convex function, so that Halley's
 * steps come down to it.
 */
export function junctionVoltage(currentA: number, photocurrentA: number, saturationA: number, shuntS: number, idealityV: number): number {
  const rest = photocurrentA - currentA;
  if (rest <= 0) return shuntS > 0 ? rest / shuntS : rest < 0 ? Number.NEGATIVE_INFINITY : 0;
  let volts = idealityV * Math.log(rest / saturationA + 1);
  if (shuntS > 0 && rest / shuntS < volts) volts = rest / shuntS;
  for (let step = 0; step < 30; step++) {
    const forward = saturationA * Math.exp(volts / idealityV);
    const over = forward - saturationA + volts * shuntS - rest;
    const slope = forward / idealityV + shuntS;
    // Halley's step: a third order for the price of the same exponential.
    const move = (2 * over * slope) / (2 * slope * slope - (over * forward) / (idealityV * idealityV));
    volts -= move;
    // What is left is about the cube of this step over twelve.
    if (Math.abs(move) < 0.03 * idealityV) break;
  }
  return volts;
}

/** Current at a junction voltage, A; explicit. */
function currentOfJunction(state: DiodeState, junctionV: number): number {
  return state.photocurrentA - state.saturationA * Math.expm1(junctionV / state.idealityV) - junctionV * state.shuntS;
}

/** Current at a terminal voltage, A; negative over the open-circuit voltage. By Newton's method on the junction voltage. */
export function currentAt(state: DiodeState, volts: number): number {
  const { saturationA, idealityV, shuntS, seriesOhm } = state;
  // Without any current through the series resistance the junction sees at least this; from above it converges evenly.
  let junction = Math.max(volts, 0) + Math.max(0, state.photocurrentA) * seriesOhm;
  for (let step = 0; step < 60; step++) {
    const over = junction - seriesOhm * currentOfJunction(state, junction) - volts;
    const slope = 1 + seriesOhm * ((saturationA / idealityV) * Math.exp(junction / idealityV) + shuntS);
    const move = over / slope;
    junction -= move;
    // The next step would be about the square of this one.
    if (Math.abs(move) < 1e-5 * idealityV) break;
  }
  return currentOfJunction(state, junction);
}

/** A point on a curve. */
export interface OperatingPoint {
  volts: number;
  amps: number;
  watts: number;
}

/**
 * Maximum power point of one uniform source: dP/dV_d = 0 by Newton's method from the point that an ideal
 * diode would have. Zero where there is no light.
 */
export function maximumPowerPoint(state: DiodeState): OperatingPoint {
  const { saturationA, idealityV, shuntS, seriesOhm } = state;
  const open = junctionVoltage(0, state.photocurrentA, saturationA, shuntS, idealityV);
  if (!(open > 0)) return { volts: 0, amps: 0, watts: 0 };
  let low = 0;
  let high = open;
  let junction = open - idealityV * Math.log(1 + open / idealityV);
  for (let step = 0; step < 60; step++) {
    const forward = (saturationA / idealityV) * Math.exp(junction / idealityV);
    const amps = currentOfJunction(state, junction);
    const ampsSlope = -(forward + shuntS);
    const volts = junction - seriesOhm * amps;
    const voltsSlope = 1 - seriesOhm * ampsSlope;
    const gain = voltsSlope * amps + volts * ampsSlope;
    if (gain > 0) low = junction;
    else high = junction;
    const bend = 2 * voltsSlope * ampsSlope - (forward / idealityV) * (volts - seriesOhm * amps);
    let next = junction - gain / bend;
    if (!(next > low && next < high)) next = (low + high) / 2;
    const move = Math.abs(next - junction);
    junction = next;
    if (move < 1e-8 * idealityV) break;
  }
  const amps = currentOfJunction(state, junction);
  const volts = junction - seriesOhm * amps;
  return { volts, amps, watts: volts * amps };
}
