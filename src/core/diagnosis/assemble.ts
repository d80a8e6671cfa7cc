import { CAUSES, type CauseId } from "../causes/causes";
import type { Evidence } from "../causes/evidence";
import { bestTests } from "../evidence/bestTests";
import { probability } from "../evidence/weighed";
import type { Share } from "../fit/attribute";
import type { Accepted } from "../fit/candidate";
import { logOddsOf } from "../fit/confidence";
import type { CouldHideTold, DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { writeInstant } from "../formats/instant";
import { round } from "../round";
import { intervalKwh } from "../series/energy";
import { type Grid, gridEndMs } from "../series/grid";
import { stringNameplateW } from "../site/lookups";
import { valuePerKwh } from "../site/worth";
import type { Hidden } from "./couldHide";
import type { Findings, Standing } from "./standing";

/** A trait by design is worth a line from this share of what the array could have made: under it nobody would change anything for it. */
const LEAST_DESIGN_SHARE = 0.005;

/** Of the points at which an array could give clearly more than the rating. */
const LEAST_AT_RATING = 0.4;

/** A cause on its way into the public format. */
export interface Entry {
  cause: CauseId;
  scope: string;
  from: number;
  to: number | null;
  lossKwh: number;
  regainKwh: number;
  evidence: Evidence[];
  nextTest: string;
  told: Readonly<Record<string, unknown>>;
}

/** The public diagnosis: all sums from the one base, the healthy array without its limits. */
export function assemble(findings: Findings): Diagnosis {
  const { comparison, attribution, files } = findings;
  const { grid, site } = comparison;
  const entries = merged([
    ...files.map((file) => ({ ...file, regainKwh: 0, told: file.told ?? {} })),
    ...findings.standing.map((standing, k) => fromStanding(standing, attribution.members[k])),
    ...designEntries(findings),
  ]);
  const { unlimitedKwh: expectedKwh } = attribution;
  // Told is what was reported: a wrong factor's part was put right above.
  const measuredKwh =
    attribution.measuredKwh - files.reduce((sum, { cause, lossKwh }) => (cause === "scale-error" ? sum + lossKwh : sum), 0);
  const lossKwh = expectedKwh - measuredKwh;
  const causes = entries.map((entry) => diagnosedCause(entry, grid.startMs, grid.stepMs)).sort((a, b) => b.lossKwh - a.lossKwh);
  const explained = causes.reduce((sum, cause) => sum + cause.lossKwh, 0);
  const suspects = findings.suspects.map((one) => suspected(one, grid));
  const referenceKwh = referenceOf(findings);
  return {
    format: "irradant-diagnosis/1",
    site: site.id,
    period: { from: writeInstant(grid.startMs), to: writeInstant(gridEndMs(grid)) },
    energy: {
      expectedKwh: round(expectedKwh),
      measuredKwh: round(measuredKwh),
      lossKwh: round(lossKwh),
      unexplainedKwh: round(lossKwh - explained),
      performanceRatio: referenceKwh > 0 ? round(measuredKwh / referenceKwh, 4) : null,
      performanceIndex: expectedKwh > 0 ? round(measuredKwh / expectedKwh, 4) : null,
      moneyLost: site.tariff ? round(Math.max(0, lossKwh) * valuePerKwh(site.tariff), 2) : null,
      currency: site.tariff?.currency ?? null,
      calibrationKwh: round(attribution.calibrationKwh),
    },
    healthy: causes.every(({ cause, confidence }) => CAUSES[cause].kind === "design" || confidence < 0.5),
    causes,
    suspects,
    nextTests: bestTests(site, [...causes, ...suspects]),
    couldHide: findings.unseen.map((one) => hiddenTold(one, expectedKwh)),
    ...{ contradictions: [], danger: [], otherEvidence: [] },
  };
}

function hiddenTold({ cause, scope, under, ofReading = false, lacks, look }: Hidden, expectedKwh: number): CouldHideTold {
  const underKwh = under === null || ofReading ? null : round(under * expectedKwh);
  return { cause, scope, underPct: under === null ? null : round(100 * under, 1), underKwh, ofReading, lacks: lacks ?? null, look };
}

/** What isn't likelier than not: out of the sums, with what it would take alone. */
function suspected(one: Accepted, grid: Grid): DiagnosedCause {
  const { candidate, values } = one;
  const standing = fromStanding({ candidate, values, fitted: one }, { lossKwh: 0, regainKwh: 0 });
  return diagnosedCause(standing, grid.startMs, grid.stepMs);
}

/** Energy of the light in the planes at the nameplate, kWh: what the performance ratio is held against (IEC 61724-1:2021). */
export function referenceOf({ comparison, states }: Pick<Findings, "comparison" | "states">): number {
  const { grid, site, expected } = comparison;
  let kwh = 0;
  for (const { unit, unusable } of states) {
    const shares = unit.strings.map((pvString) => ({
      kw: stringNameplateW(site, pvString) / 1000,
      poaWm2: expected.planes.get(pvString.plane)?.poaWm2 as Float64Array,
    }));
    for (let i = 0; i < grid.count; i++) {
      if (unusable[i] !== 0) continue;
      for (const { kw, poaWm2 } of shares) kwh += intervalKwh(kw * poaWm2[i], grid.stepMs);
    }
  }
  return kwh;
}

/** A cause that stands, with what it took. */
export function fromStanding({ candidate, values, fitted }: Standing, { lossKwh, regainKwh }: Share): Entry {
  const { cause, scope, nextTest } = candidate;
  const reasons = candidate.evidence(values);
  const evidence = fitted ? fittedEvidence(cause, reasons, fitted) : reasons;
  return { cause, scope, ...candidate.span(values), lossKwh, regainKwh, evidence, nextTest, told: candidate.told?.(values) ?? {} };
}

/** Reasons with the fit's own weight on the first; the others are said beside it. */
export function fittedEvidence(cause: CauseId, [first, ...others]: readonly Evidence[], fitted: Accepted): Evidence[] {
  const beside = others.reduce((sum, { weight }) => sum + weight, 0);
  return [{ ...first, weight: logOddsOf(fitted) - CAUSES[cause].priorLogOdds - beside }, ...others, ...rivalEvidence(fitted)];
}

/** The next best explanation, said where it comes near; its weight is in the first. */
function rivalEvidence({ rival }: Accepted): Evidence[] {
  if (!rival) return [];
  const { cause, scope } = rival.candidate;
  return [{ text: `Without it "${CAUSES[cause].title}" at ${scope} would explain part of it`, weight: 0 }];
}

/** What is built so, from a share up that anyone would change something for. */
function designEntries({ comparison, states, attribution }: Findings): Entry[] {
  const least = LEAST_DESIGN_SHARE * attribution.unlimitedKwh;
  const entries: Entry[] = [];
  const add = (cause: CauseId, scope: string, share: Share, of: number, text: string, nextTest: string) => {
    if (!(share.lossKwh > 0) || share.lossKwh < of) return;
    entries.push({ cause, scope, from: 0, to: null, ...share, evidence: [{ text, weight: 6 }], nextTest, told: {} });
  };
  states.forEach(({ unit }, u) => {
    const own = least / states.length;
    // A limit that isn't seen in the output isn't told, whatever the model says.
    const seen = attribution.atRating[u] >= LEAST_AT_RATING;
    add(
      ...(["clipping", unit.scope, attribution.rating[u], seen ? own : Number.POSITIVE_INFINITY] as const),
      `${unit.scope} stood at its rating of ${Math.round(unit.acRatedW)} W while more was there`,
      "A larger inverter would bring what is told here; it is built so",
    );
    add(
      ...(["start-threshold", unit.scope, attribution.start[u], own] as const),
      `${unit.scope} waited in weak light under its start threshold`,
      "An inverter that starts earlier would bring what is told here; it is built so",
    );
  });
  const full = comparison.site.battery && !comparison.site.battery.gridTied;
  add(
    ...(["curtailment", "site", attribution.heldBack, least] as const),
    `The site was held back ${full ? "while its battery was full" : `at its export limit of ${Math.round(comparison.site.exportLimitW ?? 0)} W`}`,
    "More use at noon, or storage, would bring part of it; it is built so",
  );
  return entries;
}

/** One entry a cause and scope: what comes back, or in two shapes, is one story. */
function merged(entries: readonly Entry[]): Entry[] {
  const out: Entry[] = [];
  for (const entry of entries) {
    const same = out.find(({ cause, scope }) => cause === entry.cause && scope === entry.scope);
    if (!same || !CAUSES[entry.cause].oneStory) {
      out.push({ ...entry });
      continue;
    }
    same.from = Math.min(same.from, entry.from);
    same.to = same.to === null || entry.to === null ? null : Math.max(same.to, entry.to);
    same.lossKwh += entry.lossKwh;
    same.regainKwh += entry.regainKwh;
    same.told = { ...entry.told, ...same.told };
    if (weightOf(entry) > weightOf(same)) same.evidence = entry.evidence;
  }
  return out;
}

const weightOf = ({ evidence }: Entry) => evidence.reduce((sum, { weight }) => sum + weight, 0);

/** An entry in the public format. */
export function diagnosedCause(entry: Entry, startMs: number, stepMs: number): DiagnosedCause {
  return {
    cause: entry.cause,
    scope: entry.scope,
    from: writeInstant(startMs + entry.from * stepMs),
    to: entry.to === null ? null : writeInstant(startMs + entry.to * stepMs),
    lossKwh: round(entry.lossKwh),
    regainKwh: round(entry.regainKwh),
    confidence: round(probability(entry.cause, entry.evidence), 3),
    evidence: entry.evidence.map(({ text, weight }) => ({ text, weight: round(weight, 2), from: "data" as const })),
    nextTest: entry.nextTest,
    ...entry.told,
  };
}
