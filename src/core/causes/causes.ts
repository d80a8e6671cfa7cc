import type { CauseAbout } from "./about";
import { bypassConducting } from "./bypassConducting/about";
import { clipping } from "./clipping/about";
import { clockError } from "./clockError/about";
import { curtailment } from "./curtailment/about";
import { dataGap } from "./dataGap/about";
import { degradation } from "./degradation/about";
import { inverterOutage } from "./inverterOutage/about";
import { moduleConverterFailed } from "./moduleConverterFailed/about";
import { orientationMismatch } from "./orientationMismatch/about";
import { scaleError } from "./scaleError/about";
import { sensorError } from "./sensorError/about";
import { seriesResistance } from "./seriesResistance/about";
import { shading } from "./shading/about";
import { snow } from "./snow/about";
import { soiling } from "./soiling/about";
import { startThreshold } from "./startThreshold/about";
import { stringOpen } from "./stringOpen/about";
import { thermalDerating } from "./thermalDerating/about";
import { wetInsulationTrip } from "./wetInsulationTrip/about";

/** What can make an array give less than it should, or seem to, in the order of the public format. A new one is a folder beside this file and a line here. */
const ALL = [
  stringOpen,
  bypassConducting,
  moduleConverterFailed,
  inverterOutage,
  wetInsulationTrip,
  seriesResistance,
  thermalDerating,
  degradation,
  shading,
  snow,
  soiling,
  clipping,
  curtailment,
  startThreshold,
  orientationMismatch,
  clockError,
  dataGap,
  sensorError,
  scaleError,
] as const;

export type CauseId = (typeof ALL)[number]["id"];

export const CAUSE_IDS: readonly [CauseId, ...CauseId[]] = ALL.map(({ id }) => id) as [CauseId, ...CauseId[]];

/** The catalogue, in the order of the public format. */
export const CAUSES = Object.fromEntries(ALL.map((cause) => [cause.id, cause])) as { readonly [Id in CauseId]: CauseAbout<Id> };

/** The next test of a cause at a scope. */
export function nextTestOf(cause: CauseId, scope: string): string {
  return CAUSES[cause].nextTest.replace("{scope}", scope === "site" ? "the site" : scope);
}

/** What an owner, or a technician, is told of a cause at a place. @param place in words, like "string s2" */
export function sentenceOf(cause: CauseId, to: "owner" | "technician", place: string): string {
  const at = place === "whole site" ? "the whole site" : place;
  return CAUSES[cause][to].replace("{place}", at).replace("{Place}", at.charAt(0).toUpperCase() + at.slice(1));
}
