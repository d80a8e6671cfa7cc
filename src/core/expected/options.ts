import type { TranspositionModel } from "../plane/transposition";

/** The choices behind an expected output. Everything can be switched, and what it changes seen. */
export interface ModelOptions {
  transposition: TranspositionModel;
  incidenceLoss: boolean;
  horizonAndObstacles: boolean;
  cellTemperature: boolean;
  mismatch: boolean;
  wiringDc: boolean;
  ageing: boolean;
  /** Raise the ground's albedo while snow lies on it. */
  snowAlbedo: boolean;
  /** Wind taken where none was measured, m/s. */
  assumedWindMs: number;
}

export const DEFAULT_MODEL: ModelOptions = {
  transposition: "perez",
  incidenceLoss: true,
  horizonAndObstacles: true,
  cellTemperature: true,
  mismatch: true,
  wiringDc: true,
  ageing: true,
  snowAlbedo: true,
  assumedWindMs: 1,
};
