import type { TranspositionModel } from "../plane/transposition";

/**
 * How a lone global irradiance is split: `auto` takes the mean of Erbs's and Engerer's diffuse shares for intervals under
 * three quarters of an hour (where they differ, neither is known to be right) and Erbs over it.
 */
export type DecompositionModel = "auto" | "erbs" | "engerer";

/** The choices behind an expected output. Everything can be switched, and what it changes seen. */
export interface ModelOptions {
  transposition: TranspositionModel;
  decomposition: DecompositionModel;
  incidenceLoss: boolean;
  horizonAndObstacles: boolean;
  /** See near obstacles from each module instead of from the middle of the plane, and solve the strings that they divide. */
  shadeByModule: boolean;
  /** Let the efficiency fall in weak light as the module's diode curve has it. */
  lowLight: boolean;
  cellTemperature: boolean;
  mismatch: boolean;
  wiringDc: boolean;
  ageing: boolean;
  /** Loss of the conversion to AC, the start threshold and the rating of the inverter. */
  conversion: boolean;
  startThreshold: boolean;
  acRating: boolean;
  /** Raise the ground's albedo while snow lies on it. */
  snowAlbedo: boolean;
  /** Wind taken where none was measured, m/s. */
  assumedWindMs: number;
  /** What comes after the inverter's terminals, on the way to the meter. */
  heatDerating: boolean;
  exportLimit: boolean;
  fullBattery: boolean;
  wiringAc: boolean;
  nightUse: boolean;
}

export const DEFAULT_MODEL: ModelOptions = {
  transposition: "perez",
  decomposition: "auto",
  incidenceLoss: true,
  horizonAndObstacles: true,
  shadeByModule: true,
  lowLight: true,
  cellTemperature: true,
  mismatch: true,
  wiringDc: true,
  ageing: true,
  conversion: true,
  startThreshold: true,
  acRating: true,
  snowAlbedo: true,
  assumedWindMs: 1,
  heatDerating: true,
  exportLimit: true,
  fullBattery: true,
  wiringAc: true,
  nightUse: true,
};
