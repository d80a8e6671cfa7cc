import { CAUSES, type CauseId } from "../causes/causes";
import type { DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { readInstant } from "../formats/instant";
import { placeOf, type ScopePlace } from "../plane/scopePlace";
import { round } from "../round";
import type { SiteFile } from "../site/siteSchema";
import type { Item } from "./items";
import { EVIDENCE } from "./weights";

type Line = DiagnosedCause["evidence"][number];

/** A cause while evidence is laid on it. */
export interface Weighed {
  told: DiagnosedCause;
  cause: CauseId;
  place: ScopePlace;
  /** As the data had it; null of what only the site shows. */
  data: { place: ScopePlace; confidence: number } | null;
  fromMs: number;
  toMs: number | null;
  lines: Line[];
  /** Whether it is likelier than not by the data, or a thing that stands by being seen. */
  listed: boolean;
}

/** When something was seen, against a cause and the data. */
export type Timing = "during" | "after-data" | "before-data" | "another-time";

export interface Period {
  fromMs: number;
  toMs: number;
}

export function periodOf({ period }: Diagnosis): Period {
  return { fromMs: readInstant(period.from) as number, toMs: readInstant(period.to) as number };
}

/** A cause of a diagnosis, ready for evidence. */
export function weighedOf(site: SiteFile, told: DiagnosedCause, listed: boolean): Weighed {
  const place = placeOf(site, told.scope) ?? (placeOf(site, "site") as ScopePlace);
  return {
    ...{ told, cause: told.cause, place, listed, data: { place, confidence: told.confidence } },
    fromMs: readInstant(told.from) as number,
    toMs: told.to === null ? null : (readInstant(told.to) as number),
    lines: told.evidence.map((line) => ({ ...line })),
  };
}

/** When an item was seen, against a cause's span and the data's period. */
export function timingOf(one: Pick<Weighed, "fromMs" | "toMs">, { atMs }: Item, period: Period): Timing {
  const { slackMs } = EVIDENCE;
  if (atMs > period.toMs + slackMs) return one.toMs === null || one.toMs >= period.toMs - slackMs ? "after-data" : "another-time";
  if (atMs < period.fromMs - slackMs) return one.fromMs <= period.fromMs + slackMs ? "before-data" : "another-time";
  return atMs >= one.fromMs - slackMs && atMs <= (one.toMs ?? Number.POSITIVE_INFINITY) + slackMs ? "during" : "another-time";
}

/** Lays an item on a cause with a weight, and says so where it was seen at another time. */
export function lay(one: Weighed, item: Item, weight: number, timing: Timing): void {
  const outside = timing === "after-data" || timing === "before-data";
  const share = timing === "another-time" ? 0 : outside ? EVIDENCE.outsidePeriod : 1;
  // Rounded one by one, so that whoever adds the weights up comes to the same.
  one.lines.push({ from: item.from, text: `${item.text}${remark(item, weight, timing)}`, weight: round(weight * share, 2) });
}

function remark({ from }: Item, weight: number, timing: Timing): string {
  const act = from === "reading" ? "measured" : "seen";
  if (timing === "another-time") return ` (${act} at another time)`;
  if (timing === "during" || weight >= 0) return "";
  return ` (${act} outside the data's period: perhaps mended in between)`;
}

/** Probability of a cause: its prior and the log odds of everything that was laid on it. */
export function probability(cause: CauseId, lines: readonly { weight: number }[]): number {
  const logOdds = lines.reduce((sum, { weight }) => sum + weight, CAUSES[cause].priorLogOdds);
  return 1 / (1 + Math.exp(-logOdds));
}

/** As the public format tells it. */
export function toldOf(one: Weighed): DiagnosedCause {
  return { ...one.told, scope: one.place.scope, confidence: round(probability(one.cause, one.lines), 3), evidence: one.lines };
}
