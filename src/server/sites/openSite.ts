import { LRUCache } from "lru-cache";
import type { ModuleShade } from "@/core/expected/moduleShade";
import type { Practice } from "@/core/practice/practice";
import type { Part } from "@/core/register/parts";
import { dayName, localDay } from "@/core/series/localDay";
import { heldVersions } from "@/core/site/asBuilts";
import type { SiteFile } from "@/core/site/siteSchema";
import { type SunPath, sunPaths } from "@/core/sun/paths";
import { AsBuiltRecord, CaseRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { type AnalysisState, analysisOf, beginAnalysis, failureOf, isStopped } from "../analysis/analysis";
import { practiceOf } from "../firm/practice";
import { type ImportView, listImports } from "../imports/importSeries";
import { processWide } from "../processWide";
import { readOnce } from "../readCache";
import { registerOf } from "../register/register";
import { runTask } from "../work/pool";
import { shareRun } from "../work/sharedRuns";
import { type PresentSite, presentSite } from "./asBuilt";

/** Everything that the site page shows. */
export interface SiteView {
  site: SiteFile;
  version: number;
  /** Newest first; of those that hold at any time with when: from no day as long as the site stands, to none from then on. */
  versions: {
    version: number;
    recordedAt: string;
    note: string;
    validFrom: string | null;
    holds: { from: string | null; to: string | null } | null;
  }[];
  cases: { id: string; title: string; kind: string; openedAt: string; closedAt: string | null }[];
  imports: ImportView[];
  /** Parts of the plant as they stand. */
  register: Part[];
  /** How the firm works, where it may differ from what is shipped. */
  practice: Practice;
  /** The last analysis, and how it stands to the present data. */
  state: AnalysisState;
  sunPaths: SunPath[];
  /** What near obstacles take from each module in a clear year, by plane; none where nothing stands near. */
  shade: { planeId: string; year: number; modules: ModuleShade[] }[];
}

/**
 * Opens a site's page.
 * @throws NotFoundError where there is no such site, FailedError where what is stored of it can't be read
 */
export async function openSite(actor: Actor, siteId: string): Promise<SiteView> {
  allow(actor, "read");
  const view = await readOnce(`site ${actor.id} ${siteId}`, () => readSite(actor, siteId));
  if (view.state.current) return view;
  beginAnalysis(siteId);
  return { ...view, state: { ...view.state, failure: failureOf(siteId), stopped: isStopped(siteId) } };
}

async function readSite(actor: Actor, siteId: string): Promise<SiteView> {
  const present = await presentSite(siteId);
  const year = new Date().getUTCFullYear();
  const [versions, cases, imports, state, shade, register, { practice }] = await Promise.all([
    AsBuiltRecord.findAll({ where: { siteId }, order: [["version", "DESC"]], attributes: ["version", "recordedAt", "note", "validFrom"] }),
    CaseRecord.findAll({ where: { siteId }, order: [["openedAt", "DESC"]] }),
    listImports(actor, siteId),
    analysisOf(actor, siteId),
    shadeOf(present, year),
    registerOf(siteId),
    practiceOf(actor),
  ]);
  return {
    site: present.site,
    version: present.version,
    versions: versionViews(versions, present.site.location.timeZone),
    cases: cases.map(({ id, title, kind, openedAt, closedAt }) => ({
      id,
      title,
      kind,
      openedAt: openedAt.toISOString(),
      closedAt: closedAt?.toISOString() ?? null,
    })),
    imports,
    register,
    practice,
    state,
    sunPaths: sunPaths(present.site.location, year),
    shade,
  };
}

function versionViews(versions: readonly AsBuiltRecord[], timeZone: string): SiteView["versions"] {
  const held = heldVersions(versions, timeZone);
  const dayOf = (ms: number) => (Number.isFinite(ms) ? dayName(localDay(ms, timeZone)) : null);
  return versions.map((one) => {
    const times = held.find(({ asBuilt }) => asBuilt === one);
    const { version, recordedAt, note, validFrom } = one;
    const holds = times ? { from: dayOf(times.fromMs), to: dayOf(times.untilMs - 1) } : null;
    return { version, recordedAt: recordedAt.toISOString(), note, validFrom, holds };
  });
}

/** Shades worked out already, by description and year. */
const MOST_SHADES = 200;

/** Worked out in a worker: of a large site under trees it takes seconds. */
async function shadeOf({ site, text }: PresentSite, year: number): Promise<SiteView["shade"]> {
  if (site.planes.every(({ obstacles }) => obstacles.length === 0)) return [];
  const known = processWide("shades", () => new LRUCache<string, SiteView["shade"]>({ max: MOST_SHADES }));
  const key = `${year}/${text}`;
  const shade =
    known.get(key) ?? (await shareRun(`shade ${key}`, (signal) => runTask("moduleShade", { siteText: text, year }, { signal })));
  known.set(key, shade);
  return shade;
}
