import { LRUCache } from "lru-cache";
import { type Overview, overviewSchema } from "@/core/diagnosis/overviewSchema";
import { type AnalysisSummary, noAnalysisSummary, summarySchema } from "@/core/diagnosis/summary";
import { BusyError, CancelledError, IrradantError, NotFoundError } from "@/core/errors/errors";
import { type Diagnosis, diagnosisSchema } from "@/core/formats/diagnosisFile";
import { SiteRecord } from "@/db/models/records";
import { AnalysisRecord } from "@/db/models/series";
import { type Actor, allow } from "../actor";
import { codeVersion } from "../codeVersion";
import { database } from "../database";
import { processWide } from "../processWide";
import { runTask } from "../work/pool";
import { shareRun } from "../work/sharedRuns";
import { siteContent } from "./content";
import { goOnNow, isGoneOn } from "./goOnNow";
import { keepAnalysis, readStored } from "./storedAnalysis";

/** A site's diagnosis with the sums for its charts. */
export interface Analysis {
  diagnosis: Diagnosis;
  overview: Overview;
}

/** The last analysis of a site, and how it stands to the present data. */
export interface AnalysisState {
  /** The last one made; null where there never was one, or the data can't be analysed. */
  analysis: Analysis | null;
  summary: AnalysisSummary;
  /** When it was made; null where none was. */
  madeAt: string | null;
  /** False while the data have changed since, and another one is being made. */
  current: boolean;
  /** True where its newest days are told by the causes as they were found before, until all is fitted anew. */
  goneOn: boolean;
  /** How much of the next one is done, 0 to 1; null where none is being made here. */
  progress: number | null;
  /** True where a person stopped it: it waits until it is asked for, or the data change again. */
  stopped: boolean;
  /** Why the newest one couldn't be made, where that failed; it is tried again after a while, or when the data change. */
  failure: string | null;
}

/** A calculation that failed isn't begun again at every look, but after so long. */
const TRY_AGAIN_MS = 60_000;

/** How far the analyses are that this process is making, by site. */
const progress = () => processWide("progress of analyses", () => new Map<string, number>());

/** The last failure of each site. */
const failures = () => processWide("failed analyses", () => new LRUCache<string, string>({ max: 1000, ttl: TRY_AGAIN_MS }));

/**
 * What is known of a site at once: the last analysis. Where data, description or code have changed since, another one is
 * begun, and the answer says so.
 * @throws NotFoundError
 */
export async function analysisOf(actor: Actor, siteId: string): Promise<AnalysisState> {
  allow(actor, "read");
  const { stored, current } = await look(siteId);
  if (!current) beginAnalysis(siteId);
  return stateOf(siteId, stored, current);
}

/** The analysis of the present data, once it is made. @throws NotFoundError, CancelledError when the signal comes */
export async function freshAnalysisOf(actor: Actor, siteId: string, signal?: AbortSignal): Promise<AnalysisState> {
  allow(actor, "read");
  if (!(await look(siteId)).current) await analyse(siteId, signal);
  const { stored, current } = await look(siteId);
  return stateOf(siteId, stored, current);
}

/** The last analysis's day book, or null. */
export async function dayBookOf(actor: Actor, siteId: string): Promise<Buffer | null> {
  allow(actor, "read");
  await database();
  const cells = (await AnalysisRecord.findByPk(siteId, { attributes: ["dayBook"], raw: true }))?.dayBook;
  return cells && cells.length > 0 ? cells : null;
}

/** Begins another analysis in the background, unless one is on its way or was stopped. */
export function beginAnalysis(siteId: string): void {
  if (failures().has(siteId)) return;
  void beginUnlessStopped(siteId).catch((error: unknown) => {
    // The site may be gone, the machine busy, or a person have stopped it: whoever looks next begins anew.
    if (error instanceof NotFoundError || error instanceof BusyError || error instanceof CancelledError) return;
    failures().set(siteId, error instanceof IrradantError ? error.message : "The calculation failed");
    console.error(`irradant: analysis of ${siteId} failed:`, error);
  });
}

/** Begun in the background, by site, with what stops them; and those that were stopped, with the revision of the data then. */
const begun = () => processWide("analyses in the background", () => new Map<string, AbortController>());
const stops = () => processWide("stopped analyses", () => new Map<string, number>());

async function beginUnlessStopped(siteId: string): Promise<void> {
  const revision = stops().get(siteId);
  if (revision !== undefined) {
    if ((await revisionOf(siteId)) === revision) return;
    stops().delete(siteId);
  }
  // Every look begins one: it is enough that one of them waits for it.
  if (begun().has(siteId)) return;
  const abort = new AbortController();
  begun().set(siteId, abort);
  await analyse(siteId, abort.signal).finally(() => begun().get(siteId) === abort && begun().delete(siteId));
}

async function revisionOf(siteId: string): Promise<number> {
  await database();
  const site = await SiteRecord.findByPk(siteId, { attributes: ["revision"], raw: true });
  if (!site) throw new NotFoundError("site", siteId);
  return site.revision;
}

/** Stops the analysis that is made of a site in the background; the last figures stay, and it isn't begun again before it is asked for or the data change. @throws NotFoundError */
export async function stopAnalysis(actor: Actor, siteId: string): Promise<void> {
  allow(actor, "record");
  stops().set(siteId, await revisionOf(siteId));
  begun().get(siteId)?.abort();
  begun().delete(siteId);
}

/** Takes a stopped analysis up again. @throws NotFoundError */
export async function resumeAnalysis(actor: Actor, siteId: string): Promise<void> {
  allow(actor, "record");
  await revisionOf(siteId);
  stops().delete(siteId);
  beginAnalysis(siteId);
}

/** Whether a person stopped the analysis of a site. */
export function isStopped(siteId: string): boolean {
  return stops().has(siteId);
}

/** Why the newest analysis of a site couldn't be made, or null. */
export function failureOf(siteId: string): string | null {
  return failures().get(siteId) ?? null;
}

/** Whether a stored analysis is of a site's present data by the present code. */
export function isCurrent(site: Pick<SiteRecord, "revision" | "contentKey" | "contentRevision">, key: string | null | undefined): boolean {
  return key !== null && key !== undefined && site.contentRevision === site.revision && key === `${codeVersion()}/${site.contentKey}`;
}

/** A stored summary, checked; what isn't readable counts as none. */
export function readSummary(text: string): AnalysisSummary | null {
  return readStored(text, summarySchema);
}

async function look(siteId: string): Promise<{ stored: AnalysisRecord | null; current: boolean }> {
  await database();
  const site = await SiteRecord.findByPk(siteId, { raw: true });
  if (!site) throw new NotFoundError("site", siteId);
  const stored = await AnalysisRecord.findByPk(siteId, { attributes: { exclude: ["dayBook", "frozen"] }, raw: true });
  return { stored, current: isCurrent(site, stored?.key) && readSummary(stored?.summary ?? "") !== null };
}

function stateOf(siteId: string, stored: AnalysisRecord | null, current: boolean): AnalysisState {
  const summary = stored ? readSummary(stored.summary) : null;
  const diagnosis = stored?.diagnosis ? readStored(stored.diagnosis, diagnosisSchema) : null;
  const overview = stored?.overview ? readStored(stored.overview, overviewSchema) : null;
  return {
    analysis: diagnosis && overview ? { diagnosis, overview } : null,
    summary: summary ?? noAnalysisSummary([], null),
    madeAt: stored && summary ? new Date(stored.madeAt).toISOString() : null,
    current,
    goneOn: !current && stored !== null && isGoneOn(stored.key),
    progress: current ? null : (progress().get(siteId) ?? null),
    stopped: !current && isStopped(siteId),
    failure: current ? null : failureOf(siteId),
  };
}

/** One run a site for all who wait; it goes on though one of them leaves. */
function analyse(siteId: string, signal?: AbortSignal): Promise<void> {
  return shareRun(`analysis ${siteId}`, (called) => analyseNow(siteId, called), signal);
}

async function analyseNow(siteId: string, signal: AbortSignal): Promise<void> {
  const read = await siteContent(siteId);
  if (!read) throw new BusyError("The site's data are changing just now; try again in a moment");
  const stored = await AnalysisRecord.findByPk(siteId, { attributes: ["key", "summary"], raw: true });
  const knownKey = stored && readSummary(stored.summary) ? stored.key : null;
  const onProgress = (share: number) => void progress().set(siteId, share);
  try {
    await goOnNow(siteId, read.content, signal).catch((error: unknown) => {
      // It only saves waiting: what goes wrong in it mustn't keep the whole analysis from being made.
      if (error instanceof CancelledError) throw error;
      console.error(`irradant: the analysis of ${siteId} can't go on over its new days:`, error);
    });
    const reply = await runTask("analyse", { ...read.content, code: codeVersion(), knownKey }, { signal, onProgress });
    await keepAnalysis(siteId, read.revision, reply);
  } finally {
    progress().delete(siteId);
  }
}
