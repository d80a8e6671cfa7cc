import { CAUSES, type CauseId } from "../../causes/causes";
import { bestTests } from "../../evidence/bestTests";
import type { Attribution, Share } from "../../fit/attribute";
import type { DiagnosedCause, Diagnosis } from "../../formats/diagnosisFile";
import { writeInstant } from "../../formats/instant";
import { round } from "../../round";
import { intervalKwh } from "../../series/energy";
import { gridEndMs } from "../../series/grid";
import { valuePerKwh } from "../../site/worth";
import { diagnosedCause, type Entry } from "../assemble";
import type { Frozen } from "./frozen";
import type { Window } from "./window";

/** What new days add. */
export interface News {
  window: Window;
  /** Of the new intervals: causes that go on first, in their order, then those of the entries. */
  attribution: Attribution;
  /** What was told in the days that were looked at, with what it took of the new ones. */
  entries: readonly Entry[];
  /** The interval in which each cause that was carried on has ended; null where it goes on. */
  ends: readonly (number | null)[];
  /** Energy of all light in the planes at the nameplate, old and new, kWh. */
  referenceKwh: number;
}

/** A diagnosis with new days added to its sums; what it says of the days before stays. */
export function joinDiagnosis(before: Diagnosis, frozen: Frozen, news: News): Diagnosis {
  const { window, attribution } = news;
  const { site, grid } = window.comparison;
  const causes = before.causes.map((cause) => ({ ...cause }));
  frozen.causes.forEach(({ cause, scope }, k) => {
    const one = lastOf(causes, cause, scope);
    const end = news.ends[k];
    addTo(one, attribution.members[k]);
    if (one && end !== null) one.to = writeInstant(grid.startMs + end * grid.stepMs);
  });
  const untilMs = frozen.untilMs;
  const met = new Set<DiagnosedCause>();
  for (const entry of news.entries) {
    const later = diagnosedCause(entry, grid.startMs, grid.stepMs);
    // What was over before the new days stands as it was told.
    if (later.to !== null && Date.parse(later.to) <= untilMs) continue;
    const earlier = sameStory(causes, later);
    if (earlier) {
      met.add(earlier);
      earlier.to = later.to;
      addTo(earlier, entry);
    } else {
      causes.push(later);
      met.add(later);
    }
  }
  for (const cause of causes) if (cause.to === null && !met.has(cause) && isOver(cause, frozen)) cause.to = writeInstant(untilMs);
  window.states.forEach(({ unit }, u) => {
    addTo(lastOf(causes, "clipping", unit.scope), attribution.rating[u]);
    addTo(lastOf(causes, "start-threshold", unit.scope), attribution.start[u]);
  });
  addTo(lastOf(causes, "curtailment", "site"), attribution.heldBack);
  const scaled = window.files.filter(({ cause }) => cause === "scale-error").map(({ scope }) => [scope, hiddenKwh(window, scope)] as const);
  for (const [scope, lossKwh] of scaled) addTo(lastOf(causes, "scale-error", scope), { lossKwh, regainKwh: 0 });
  for (const cause of causes) [cause.lossKwh, cause.regainKwh] = [round(cause.lossKwh), round(cause.regainKwh)];
  causes.sort((a, b) => b.lossKwh - a.lossKwh);
  const expectedKwh = before.energy.expectedKwh + attribution.unlimitedKwh;
  const measuredKwh = before.energy.measuredKwh + attribution.measuredKwh - scaled.reduce((sum, [, kwh]) => sum + kwh, 0);
  const lossKwh = expectedKwh - measuredKwh;
  return {
    ...before,
    period: { from: before.period.from, to: writeInstant(gridEndMs(grid)) },
    energy: {
      ...before.energy,
      expectedKwh: round(expectedKwh),
      measuredKwh: round(measuredKwh),
      lossKwh: round(lossKwh),
      unexplainedKwh: round(lossKwh - causes.reduce((sum, cause) => sum + cause.lossKwh, 0)),
      performanceRatio: news.referenceKwh > 0 ? round(measuredKwh / news.referenceKwh, 4) : null,
      performanceIndex: expectedKwh > 0 ? round(measuredKwh / expectedKwh, 4) : null,
      moneyLost: site.tariff ? round(Math.max(0, lossKwh) * valuePerKwh(site.tariff), 2) : null,
      calibrationKwh: round((before.energy.calibrationKwh ?? 0) + attribution.calibrationKwh),
    },
    healthy: causes.every(({ cause, confidence }) => CAUSES[cause].kind === "design" || confidence < 0.5),
    causes,
    nextTests: bestTests(site, [...causes, ...before.suspects]),
  };
}

/** What an entry of the new days goes on: the same stop or cover, whose times meet; one that came back is another, unless all of its times are one story. */
function sameStory(causes: readonly DiagnosedCause[], later: DiagnosedCause): DiagnosedCause | undefined {
  const last = lastOf(causes, later.cause, later.scope);
  const meets = last && (last.to === null || Date.parse(last.to) >= Date.parse(later.from));
  return meets || CAUSES[later.cause].oneStory ? last : undefined;
}

/** The one that lasts, or else the last, of a cause's entries at a place. */
function lastOf(causes: readonly DiagnosedCause[], cause: CauseId, scope: string): DiagnosedCause | undefined {
  const all = causes.filter((one) => one.cause === cause && one.scope === scope);
  return all.find(({ to }) => to === null) ?? all.sort((a, b) => Date.parse(a.from) - Date.parse(b.from)).at(-1);
}

function addTo(cause: DiagnosedCause | undefined, { lossKwh, regainKwh }: Share): void {
  if (!cause) return;
  cause.lossKwh += lossKwh;
  cause.regainKwh += regainKwh;
}

/** Whether a cause that stood to the end of the data would have been told in the new days, had it gone on: what shows itself and isn't carried on. */
function isOver({ cause, scope }: DiagnosedCause, { causes }: Frozen): boolean {
  const { kind } = CAUSES[cause];
  return kind !== "design" && kind !== "data" && !causes.some((one) => one.cause === cause && one.scope === scope);
}

/** What a wrong factor hid of a unit's new output, kWh. */
function hiddenKwh({ comparison, raw, first }: Window, scope: string): number {
  const [right, told] = [comparison, raw].map(({ units }) => units.find((unit) => unit.scope === scope)?.measuredW);
  let kwh = 0;
  for (let i = first; right && told && i < right.length; i++) kwh += intervalKwh((right[i] || 0) - (told[i] || 0), comparison.grid.stepMs);
  return kwh;
}
