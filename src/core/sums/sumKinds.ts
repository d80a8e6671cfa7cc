import { z } from "zod";
import { busbar } from "./kinds/busbar";
import { cleaning } from "./kinds/cleaning";
import { fallZone } from "./kinds/fallZone";
import { galvanicPair } from "./kinds/galvanicPair";
import { heightByAngle } from "./kinds/heightByAngle";
import { heightByTwoAngles } from "./kinds/heightByTwoAngles";
import { illuminance } from "./kinds/illuminance";
import { ladder } from "./kinds/ladder";
import { moduleFit } from "./kinds/moduleFit";
import { mounts } from "./kinds/mounts";
import { payback } from "./kinds/payback";
import { railOverhang } from "./kinds/railOverhang";
import { snowClearing } from "./kinds/snowClearing";
import { thermalExpansion } from "./kinds/thermalExpansion";
import { windBallast } from "./kinds/windBallast";
import { type SumKind, schemaOf, type Worked } from "./sum";

/** Every kind of sum, in the order of the public format. */
const KINDS = [
  railOverhang,
  thermalExpansion,
  galvanicPair,
  heightByAngle,
  heightByTwoAngles,
  busbar,
  windBallast,
  mounts,
  cleaning,
  snowClearing,
  fallZone,
  moduleFit,
  payback,
  ladder,
  illuminance,
] as const;

export type SumId = (typeof KINDS)[number]["kind"];

/** Each by its id. */
export const SUMS = Object.fromEntries(KINDS.map((sum) => [sum.kind, sum])) as unknown as Record<SumId, SumKind<SumId>>;

/** One calculation, as its kind's schema has passed it. */
export type Sum = { format: "irradant-sum/1"; kind: SumId } & Record<string, unknown>;

const schemas = Object.values(SUMS).map(schemaOf);

/** One calculation, `irradant-sum/1`. What may be left out takes the usual value. */
export const sumSchema: z.ZodType<Sum> = z.discriminatedUnion("kind", schemas as [(typeof schemas)[0], ...typeof schemas]) as never;

/** What a sum comes to, `irradant-sum-answer/1`. */
export interface SumAnswer extends Worked {
  format: "irradant-sum-answer/1";
  kind: SumId;
  formula: string;
  source: string;
}

/** Works out one calculation that the schema has passed. */
export function answerTo(sum: Sum): SumAnswer {
  const { formula, source, work } = SUMS[sum.kind];
  const { values, ok, reasons, cautions } = work(sum);
  return { format: "irradant-sum-answer/1", kind: sum.kind, values, ok, formula, reasons, cautions, source };
}
