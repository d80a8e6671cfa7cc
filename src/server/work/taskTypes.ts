import type { Frozen } from "@/core/diagnosis/onward/frozen";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import type { AnalysisSummary } from "@/core/diagnosis/summary";
import type { Cascade } from "@/core/expected/cascade";
import type { ModuleShade } from "@/core/expected/moduleShade";
import type { ModelOptions } from "@/core/expected/options";
import type { Diagnosis } from "@/core/formats/diagnosisFile";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import type { SiteFile } from "@/core/site/siteSchema";
import type { PackedChannel } from "@/db/packedDays";
import type { PackedImport } from "@/db/seriesStore";
import type { IntakePreview, IntakeTable, PackedKind, PackIntakeRequest, PreviewIntakeRequest, ReadIntakeRequest } from "./intakeTypes";
import type { KeptFrozen } from "./tasks/keptFrozen";

/** A site's descriptions and data as they are stored, to be read by a worker. */
export interface SiteContent {
  /** The descriptions that hold at any time, in time's order; the last is the present one. */
  asBuilts: { version: number; siteText: string; fromMs: number; untilMs: number }[];
  weather: PackedChannel[];
  production: PackedChannel[];
}

export interface AnalyseRequest extends SiteContent {
  /** Fingerprint of the code that the answer is by. */
  code: string;
  /** Key of the stored analysis: the same content isn't analysed again. */
  knownKey: string | null;
}

/** What is kept of an analysis. */
export interface MadeAnalysis {
  diagnosis: Diagnosis;
  overview: Overview;
  dayBook: Uint8Array;
  /** Null where new days need a whole analysis. */
  frozen: KeptFrozen | null;
}

export interface GoOnRequest extends SiteContent {
  /** The analysis as it is kept. */
  stored: MadeAnalysis;
}

/** What came of an analysis; `analysis` is null where there can be none, and the summary says why. */
export type AnalyseReply = { key: string } & ({ same: true } | { same: false; summary: AnalysisSummary; analysis: MadeAnalysis | null });

/** Every task of the workers: what it is given and what it gives back. */
export interface Tasks {
  analyse: { request: AnalyseRequest; reply: AnalyseReply };
  /** Null where the analysis can't go on: the past has changed, or nothing is new. */
  goOn: { request: GoOnRequest; reply: { summary: AnalysisSummary; analysis: MadeAnalysis } | null };
  whatIf: { request: SiteContent & { options: ModelOptions; told: Frozen | null }; reply: Cascade | null };
  readImport: {
    request: { path: string; fileName: string; kind: SeriesKind; site: SiteFile; nowMs: number };
    reply: Pick<PackedImport, "grid" | "rows" | "channels">;
  };
  readIntake: { request: ReadIntakeRequest; reply: IntakeTable[] };
  previewIntake: { request: PreviewIntakeRequest; reply: IntakePreview };
  packIntake: { request: PackIntakeRequest; reply: PackedKind[] };
  moduleShade: { request: { siteText: string; year: number }; reply: { planeId: string; year: number; modules: ModuleShade[] }[] };
}

export type TaskName = keyof Tasks;
export type TaskRequest<Name extends TaskName> = Tasks[Name]["request"];
export type TaskReply<Name extends TaskName> = Tasks[Name]["reply"];
