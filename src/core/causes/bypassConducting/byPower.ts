import type { Axis } from "../../fit/axis";
import type { Fit } from "../../fit/fit";
import { type PowerStepKind, powerStepHides, powerStepProposer, withoutOwnVoltage } from "../../signatures/powerStep/powerStep";
import { hiddenInVoltage } from "../../signatures/stringVoltage/stringVoltage";
import { moduleTypeOf, stringNameplateW } from "../../site/lookups";
import type { ModuleType, PvString } from "../../site/siteSchema";

/** Bypassed parts at once: a module's worth, and half as much again that a step is told wrong by. More of them is rarer than a wrong factor. */
const MOST_PARTS = 4.5;
const LEAST_PARTS = 0.6;
/** By power alone a module's worth of a short string is as likely a factor of 0.9, and is told as one, which says so. */
const MOST_LOG = 0.1;

const partsIn = ({ modules }: PvString, { bypassDiodes }: ModuleType) => modules * Math.max(1, bypassDiodes);

const KIND: PowerStepKind = {
  cause: "bypass-conducting",
  mostLog: MOST_LOG,
  asks: withoutOwnVoltage,
  sizeIn: (pvString, type) => {
    const parts = partsIn(pvString, type);
    return {
      ...{ name: "parts", least: LEAST_PARTS, most: Math.min(MOST_PARTS, parts) },
      of: (share) => share * parts,
      gone: (size) => ({ constant: size / parts, atFullLoad: 0 }),
    };
  },
  words: (scope, size, ids) => ({
    text: `Since one day ${scope} gives less at every load alike, as if ${size.toFixed(1)} parts of one of its strings gave nothing (${partsText(size)}, as near as power tells)`,
    nextTest: `Open-circuit voltage of ${ids} against each other in the same light; then module by module`,
  }),
};

/** `bypass-conducting` of strings whose own voltage isn't told: since a day a unit gives a little less, at every load alike. */
export const proposeBypass = powerStepProposer(KIND);

/** What of it neither a string's own voltage nor power would show. */
export const bypassHides = (fit: Fit) => [...hiddenInVoltage(fit), ...powerStepHides(KIND, fit)];

/** "2 bypassed parts". */
export function partsText(size: number): string {
  const whole = Math.max(1, Math.round(size));
  return whole === 1 ? "one bypassed part" : `${whole} bypassed parts`;
}

/** As how many bypassed parts of one of its strings a factor on a unit may be taken; null where it is less or more than a few. @param log of the factor */
export function partsFor({ comparison: { site }, units }: Axis, index: number, log: number): number | null {
  const { unit } = units[index];
  for (const pvString of unit.strings) {
    const share = (1 - Math.exp(log)) * (unit.nameplateW / stringNameplateW(site, pvString));
    const parts = share * partsIn(pvString, moduleTypeOf(site, pvString));
    if (parts >= LEAST_PARTS && parts <= MOST_PARTS) return parts;
  }
  return null;
}
