import { HOUR_MS } from "@/core/constants";
import { type ModuleShade, yearlyModuleShade } from "@/core/expected/moduleShade";
import type { SiteFile } from "@/core/site/siteSchema";
import { sunPositions } from "@/core/sun/position";
import { AsBuiltRecord, CaseRecord } from "@/db/models/records";
import { type Analysis, analysisOf, isAnalysis } from "../analysis/analysis";
import { database } from "../database";
import { type ImportView, listImports } from "../imports/importSeries";
import { presentSite } from "./asBuilt";

/** The sun's way across the sky on one day. */
export interface SunPath {
  name: string;
  points: { azimuthDeg: number; elevationDeg: number }[];
}

/** Everything that the site page shows. */
export interface SiteView {
  site: SiteFile;
  version: number;
  versions: { version: number; recordedAt: string; note: string }[];
  cases: { id: string; title: string; kind: string; openedAt: string; closedAt: string | null }[];
  imports: ImportView[];
  analysis: Analysis | null;
  sunPaths: SunPath[];
  /** What near obstacles take from each module in a clear year, by plane; none where nothing stands near. */
  shade: { planeId: string; year: number; modules: ModuleShade[] }[];
}

/** Opens a site's page. @returns null where there is no such site */
export async function openSite(siteId: string): Promise<SiteView | null> {
  await database();
  const present = await presentSite(siteId).catch((error) => {
    if (error instanceof RangeError) return null;
    throw error;
  });
  if (!present) return null;
  const [versions, cases, imports, result] = await Promise.all([
    AsBuiltRecord.findAll({ where: { siteId }, order: [["version", "DESC"]], attributes: ["version", "recordedAt", "note"] }),
    CaseRecord.findAll({ where: { siteId }, order: [["openedAt", "DESC"]] }),
    listImports(siteId),
    analysisOf(siteId),
  ]);
  return {
    site: present.site,
    version: present.version,
    versions: versions.map(({ version, recordedAt, note }) => ({ version, recordedAt: recordedAt.toISOString(), note })),
    cases: cases.map(({ id, title, kind, openedAt, closedAt }) => ({
      id,
      title,
      kind,
      openedAt: openedAt.toISOString(),
      closedAt: closedAt?.toISOString() ?? null,
    })),
    imports,
    analysis: isAnalysis(result) ? result : null,
    sunPaths: sunPaths(present.site, new Date().getUTCFullYear()),
    shade: shadeOf(present.site, present.version, new Date().getUTCFullYear()),
  };
}

/** Worked out already; a version of an as-built never changes. */
const shades = new Map<string, SiteView["shade"]>();
const MOST_SHADES = 500;

function shadeOf(site: SiteFile, version: number, year: number): SiteView["shade"] {
  const key = `${site.id}/${version}/${year}`;
  let shade = shades.get(key);
  if (!shade) {
    shade = site.planes.flatMap((plane) => {
      const modules = yearlyModuleShade(site, plane, year);
      return modules ? [{ planeId: plane.id, year, modules }] : [];
    });
    if (shades.size >= MOST_SHADES) shades.clear();
    shades.set(key, shade);
  }
  return shade;
}

function sunPaths(site: SiteFile, year: number): SunPath[] {
  const days: [string, number, number][] = [
    ["21 June", 5, 21],
    ["21 March and September", 2, 21],
    ["21 December", 11, 21],
  ];
  return days.map(([name, month, day]) => {
    const noonMs = Date.UTC(year, month, day, 12) - (site.location.lon / 15) * HOUR_MS;
    const times = Float64Array.from({ length: 73 }, (_, k) => noonMs + (k - 36) * 1_200_000);
    const { azimuthDeg, zenithDeg } = sunPositions(times, site.location);
    const points = Array.from(azimuthDeg, (azimuth, k) => ({ azimuthDeg: azimuth, elevationDeg: 90 - zenithDeg[k] }));
    return { name, points: points.filter(({ elevationDeg }) => elevationDeg > -1) };
  });
}
