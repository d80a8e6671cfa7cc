import { TERMINALS } from "../expected/cascade";
import type { Diagnosis } from "../formats/diagnosisFile";
import type { Overview } from "./overviewSchema";

/** The energies of a period as every screen names them, kWh. */
export interface PeriodEnergy {
  /** What the healthy array would have sent in the measured weather, within its inverters' own start and rating. */
  expectedKwh: number;
  measuredKwh: number;
  /** Expected less measured. */
  lostKwh: number;
  /** Measured over expected; null where nothing was expected. */
  share: number | null;
  /** What the inverters' start and rating hold back of a healthy array: no part of what is expected. */
  limitsKwh: number;
}

/** Energies of the period, over intervals with a usable value. The causes' shares have the array without its limits as their base. */
export function periodEnergy({ diagnosis, overview }: { diagnosis: Diagnosis; overview: Pick<Overview, "cascade"> }): PeriodEnergy {
  const expectedKwh = overview.cascade[TERMINALS];
  const { measuredKwh } = diagnosis.energy;
  return {
    ...{ expectedKwh, measuredKwh, lostKwh: expectedKwh - measuredKwh },
    share: expectedKwh > 0 ? measuredKwh / expectedKwh : null,
    limitsKwh: Math.max(0, diagnosis.energy.expectedKwh - expectedKwh),
  };
}
