import { CAUSES, type CauseId, nextTestOf } from "../causes/causes";
import { DAY_MS } from "../constants";
import type { Contradiction, Diagnosis } from "../formats/diagnosisFile";
import type { EvidenceFile } from "../formats/evidenceFile";
import { writeInstant } from "../formats/instant";
import { areRelated, liesIn, type ScopePlace } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";
import { bestTests } from "./bestTests";
import { againstData, amongItems, unseenByData } from "./contradictions";
import { type Item, itemsOf } from "./items";
import { allAcquitted, narrowedPlace, type Word } from "./narrow";
import { lay, type Period, periodOf, timingOf, toldOf, type Weighed, weighedOf } from "./weighed";
import { EVIDENCE } from "./weights";

/**
 * A diagnosis with what was found and measured on site laid on it: scopes narrowed, confidences moved both ways, causes that only the site shows,
 * what can't both be true, and where someone can be hurt. Energies stay as the data have them.
 * Weights are log odds, taken as independent (Good 1950).
 * @param diagnosis by the data alone; null where there are none yet
 * @throws RefusedError where a reading is of a kind that isn't judged
 */
export function weighEvidence(site: SiteFile, diagnosis: Diagnosis | null, evidence: EvidenceFile): Diagnosis {
  const base = diagnosis ?? nothingTold(site);
  const weighing = new Weighing(site, base, diagnosis ? periodOf(diagnosis) : null, itemsOf(site, evidence));
  return weighing.result();
}

/** A diagnosis without data. */
function nothingTold(site: SiteFile): Diagnosis {
  const instant = writeInstant(0);
  return {
    format: "irradant-diagnosis/1",
    site: site.id,
    period: { from: instant, to: instant },
    energy: {
      ...{ expectedKwh: 0, measuredKwh: 0, lossKwh: 0, unexplainedKwh: 0, calibrationKwh: 0 },
      ...{ performanceRatio: null, performanceIndex: null, moneyLost: null, currency: null },
    },
    healthy: true,
    ...{ causes: [], suspects: [], contradictions: [], danger: [], nextTests: [], couldHide: [], otherEvidence: [] },
  };
}

/** One diagnosis and its evidence on their way through. */
class Weighing {
  private readonly all: Weighed[];
  private readonly contradictions: Contradiction[] = [];
  /** Items that stand somewhere, and those of them that speak for something there. */
  private readonly used = new Set<Item>();
  private readonly heard = new Set<Item>();

  constructor(
    private readonly site: SiteFile,
    private readonly diagnosis: Diagnosis,
    private readonly period: Period | null,
    private readonly items: readonly Item[],
  ) {
    this.all = [
      ...diagnosis.causes.map((told) => weighedOf(site, told, true)),
      ...diagnosis.suspects.map((told) => weighedOf(site, told, false)),
    ];
  }

  result(): Diagnosis {
    const { period, diagnosis, site, items } = this;
    if (period) for (const one of this.all) this.layOn(one, period);
    this.addSeen();
    this.layRest();
    const told = this.all.map((one) => ({ one, cause: toldOf(one) }));
    const causes = told
      .filter(({ one, cause }) => one.listed || cause.confidence >= 0.5)
      // What was a mere suspicion by the data keeps out of the sums, whatever was seen since: energies don't change by evidence.
      .map(({ one, cause }) => (one.listed ? cause : { ...cause, lossKwh: 0, regainKwh: 0 }))
      .sort((a, b) => b.lossKwh - a.lossKwh || b.confidence - a.confidence);
    const suspects = told.filter(({ one, cause }) => !one.listed && cause.confidence < 0.5).map(({ cause }) => cause);
    const danger = items.flatMap((item) => (item.danger ? [{ scope: item.place.scope, ...item.danger }] : []));
    return {
      ...diagnosis,
      healthy: causes.every(({ cause, confidence }) => CAUSES[cause].kind === "design" || confidence < 0.5),
      causes,
      suspects,
      nextTests: bestTests(site, [...causes, ...suspects]),
      contradictions: [...this.contradictions, ...amongItems(site, diagnosis, items, period)],
      danger: [...new Map(danger.map((one) => [`${one.scope} ${one.why}`, one])).values()],
      // What was found on site hides no longer.
      couldHide: diagnosis.couldHide.filter((hidden) => !causes.some(({ cause }) => cause === hidden.cause)),
      otherEvidence: items
        .filter((item) => !this.used.has(item))
        .map(({ from, place, at, text }) => ({ from, scope: place.scope, at, text })),
    };
  }

  /** Lays everything on a cause that says something of it, where and when it stands. */
  private layOn(one: Weighed, period: Period): void {
    const words = this.wordsOn(one.cause).filter(({ item }) => areRelated(item.place, one.place));
    const timed = words.filter(({ item }) => timingOf(one, item, period) !== "another-time");
    const within = (item: Item) => item.place.scope !== one.place.scope && liesIn(item.place, one.place);
    const inside = timed.filter(({ item }) => within(item));
    const narrowed = narrowedPlace(this.site, one, inside);
    if (narrowed) {
      one.place = narrowed.place;
      one.told = { ...one.told, nextTest: nextTestOf(one.cause, narrowed.place.scope) };
      for (const { item } of narrowed.eliminated) this.put(one, { item, weight: 0 }, period);
    }
    const acquitted = !narrowed && allAcquitted(one, inside);
    for (const word of timed) {
      if (narrowed && !areRelated(word.item.place, one.place)) continue;
      const weight = narrowed || !within(word.item) ? this.byPlace(one, word) : this.ofPart(one, word, acquitted);
      this.put(one, { item: word.item, weight }, period);
      const acquits = word.item.from === "reading" && word.weight <= EVIDENCE.acquits && (acquitted || weight <= EVIDENCE.acquits);
      const sure = one.data !== null && one.data.confidence >= 0.5;
      if (acquits && sure && timingOf(one, word.item, period) === "during")
        this.contradictions.push(againstData(this.site, this.diagnosis, one, word.item));
    }
  }

  /** Weight of what was seen at the cause's own place, or at a larger one: that only in part speaks for the one that has it. */
  private byPlace({ place }: Weighed, { item, weight }: Word): number {
    return weight > 0 && !liesIn(item.place, place) ? weight * EVIDENCE.fromOutside : weight;
  }

  /** Weight of what was seen at a part of a cause's place, where that doesn't tell which part has it. */
  private ofPart({ cause, place }: Weighed, { weight }: Word, acquitted: boolean): number {
    if (weight >= 0) return weight;
    // A sound part acquits the whole only together with all the others; of what lies on all alike each says its part.
    if (acquitted || !CAUSES[cause].onePart) return weight / Math.max(1, place.strings.size);
    return 0;
  }

  /** Causes that only the site shows: the first of those that a thing speaks for, where no other that stands takes it up. */
  private addSeen(): void {
    const fresh: Weighed[] = [];
    const narrowestFirst = [...this.items].sort(
      (a, b) => a.place.strings.size - b.place.strings.size || kindRank(a.place) - kindRank(b.place),
    );
    for (const item of narrowestFirst) {
      const { foremost: first } = item;
      if (this.heard.has(item) || !first) continue;
      const same = fresh.filter(({ cause, place }) => cause === first.cause && areRelated(place, item.place));
      if (same.length === 0) fresh.push(this.seen(first.cause, item));
      for (const one of same) {
        one.listed ||= item.stands;
        one.fromMs = Math.min(one.fromMs, item.atMs);
        if (item.atMs <= one.fromMs) one.told = { ...one.told, from: item.at };
      }
    }
    for (const one of fresh) {
      this.all.push(one);
      for (const word of this.wordsOn(one.cause)) {
        if (this.heard.has(word.item) || !areRelated(word.item.place, one.place)) continue;
        this.put(one, { item: word.item, weight: this.byPlace(one, word) }, null);
        if (word.weight >= EVIDENCE.sure && this.unseen(one, word.item))
          this.contradictions.push(unseenByData(this.site, this.diagnosis, one, word.item));
      }
      // Several may have spoken for it, so each is heard only now.
      for (const { item, weight } of this.wordsOn(one.cause)) if (weight > 0 && areRelated(item.place, one.place)) this.heard.add(item);
      if (this.unseen(one, { atMs: one.fromMs }))
        one.lines.push({ from: "data", text: "The data of that time show no loss there", weight: EVIDENCE.unseenInData });
    }
  }

  private seen(cause: CauseId, item: Item): Weighed {
    const { scope } = item.place;
    return {
      told: {
        ...{ cause, scope, from: item.at, to: null, lossKwh: 0, regainKwh: 0, confidence: 0, evidence: [] },
        nextTest: nextTestOf(cause, scope),
      },
      ...{ cause, place: item.place, data: null, fromMs: item.atMs, toMs: null, lines: [], listed: item.stands },
    };
  }

  /** Whether data of that time would show a cause, and don't. */
  private unseen({ cause, place }: Weighed, { atMs }: { atMs: number }): boolean {
    const { period } = this;
    if (!period || !CAUSES[cause].seenInData || atMs < period.fromMs || atMs > period.toMs - EVIDENCE.daysToShow * DAY_MS) return false;
    // Under an outage nothing else shows.
    return !this.all.some(
      (one) =>
        one.data !== null &&
        (one.cause === cause || one.cause === "inverter-outage" || one.cause === "wet-insulation-trip" || one.cause === "data-gap") &&
        areRelated(one.data.place, place) &&
        atMs >= one.fromMs - EVIDENCE.slackMs &&
        (one.toMs === null || atMs <= one.toMs + EVIDENCE.slackMs) &&
        (one.cause !== cause || one.place.scope === place.scope),
    );
  }

  /** What couldn't tell, and what was seen while a cause didn't stand: listed with no weight, never dropped. */
  private layRest(): void {
    for (const item of this.items) {
      const bears = new Set([...item.silentOn, ...(this.used.has(item) ? [] : item.speaks.map(({ cause }) => cause))]);
      for (const one of this.all)
        if (bears.has(one.cause) && areRelated(item.place, one.place)) this.put(one, { item, weight: 0 }, this.period);
    }
  }

  private wordsOn(cause: CauseId): Word[] {
    return this.items.flatMap((item) => {
      const weight = item.speaks.reduce((sum, speaks) => (speaks.cause === cause ? sum + speaks.weight : sum), 0);
      return weight === 0 ? [] : [{ item, weight }];
    });
  }

  private put(one: Weighed, { item, weight }: Word, period: Period | null): void {
    lay(one, item, weight, period ? timingOf(one, item, period) : "during");
    this.used.add(item);
    if (weight > 0) this.heard.add(item);
  }
}

const NARROWEST_FIRST: readonly ScopePlace["kind"][] = ["module", "string", "inverter", "plane", "meter", "site"];
const kindRank = ({ kind }: ScopePlace) => NARROWEST_FIRST.indexOf(kind);
