import { told } from "../round";
import type { SiteFile } from "../site/siteSchema";
import type { DesignTemps } from "./designTemps";

/** A design limit as it is held by a site, with its numbers. */
export interface DesignLimit {
  id: string;
  /** What it is about, as formats name it. */
  scope: string;
  value: number;
  limit: number;
  unit: string;
  ok: boolean;
  /** What suffers where it isn't held: people and plant, the yield (which may be meant so), or only the papers. */
  concerns: "safety" | "yield" | "papers";
  /** The comparison in words, with what would mend it where it isn't held. */
  reason: string;
  formula: string;
  source: string;
}

/** What a rule looks at. */
export interface Design {
  site: SiteFile;
  temps: DesignTemps;
}

/** A rule of design: everything at a site that it has something to say of, held or not. What the site file doesn't tell is left out. */
export interface DesignRule {
  id: string;
  /** As people call it. */
  title: string;
  hold(design: Design): DesignLimit[];
}

interface Held {
  concerns: DesignLimit["concerns"];
  scope: string;
  value: number;
  limit: number;
  unit: string;
  /** What the value is: "10 modules make 430 V at −24 °C". */
  says: string;
  /** What the limit is: "the inverter's 1000 V". */
  against: string;
  mend: string;
  formula: string;
  source: string;
}

/** What equals a limit holds it; differences under a billionth of it are none. */
const ALIKE = 1e-9;

/** A value that may not be over its limit. */
export function atMost(id: string, held: Held): DesignLimit {
  return limitOf(id, held, held.value <= held.limit * (1 + ALIKE), "not over", "over");
}

/** A value that may not be under its limit. */
export function atLeast(id: string, held: Held): DesignLimit {
  return limitOf(id, held, held.value >= held.limit * (1 - ALIKE), "not under", "under");
}

function limitOf(
  id: string,
  { concerns, scope, value, limit, unit, says, against, mend, formula, source }: Held,
  ok: boolean,
  held: string,
  broken: string,
) {
  const reason = `${says}, ${ok ? held : broken} ${against} of ${told(limit)} ${unit}`.trim();
  return { id, scope, value, limit, unit, ok, concerns, reason: ok ? reason : `${reason}: ${mend}`, formula, source };
}
