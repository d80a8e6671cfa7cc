import type { Proposer } from "../fit/select";
import { proposeDegradation } from "../signatures/degradation/degradation";
import { proposeOrientationMismatch } from "../signatures/orientationMismatch/orientationMismatch";
import { proposeScaleStep } from "../signatures/scaleError/scaleStep";
import { proposeSensorError } from "../signatures/sensorError/sensorError";
import { proposeShading } from "../signatures/shading/shading";
import { proposeSnow } from "../signatures/snow/snow";
import { proposeSoiling } from "../signatures/soiling/soiling";
import { proposeStringOpen } from "../signatures/stringOpen/byLevel";
import { proposeThermalDerating } from "../signatures/thermalDerating/thermalDerating";

/** Causes that are told by how well they explain levels and shapes. Their order doesn't matter: the best explanation goes first. */
export const PROPOSERS: readonly Proposer[] = [
  proposeStringOpen,
  proposeShading,
  proposeSnow,
  proposeSoiling,
  proposeThermalDerating,
  proposeDegradation,
  proposeSensorError,
  proposeScaleStep,
  proposeOrientationMismatch,
];
