import type { SeriesKind } from "@/core/formats/seriesColumns";
import type { Dimension } from "@/core/intake/columns/units";
import type { Mapping, Repair } from "@/core/intake/mapping";
import type { Preview } from "@/core/intake/preview";
import type { SiteFile } from "@/core/site/siteSchema";
import type { PackedChannel } from "@/db/packedDays";
import type { PackedImport } from "@/db/seriesStore";

/** Files in a folder, to be read into tables that are put beside them. */
export interface ReadIntakeRequest {
  folder: string;
  files: { path: string; name: string }[];
  site: SiteFile;
  /** How sources were read before, by their headings. */
  remembered: Record<string, Mapping>;
  nowMs: number;
}

/** One column of a table, as a person sees it beside what is made of it. */
export interface IntakeColumn {
  name: string;
  /** Values from the file, as they were read. */
  sample: number[];
  /** Why it goes where it goes, or nowhere. */
  why: string;
  sure: boolean;
  dimension: Dimension | null;
}

/** A table that was found in the files, and what is proposed for it. */
export interface IntakeTable {
  source: string;
  files: string[];
  rows: number;
  encoding: string;
  delimiter: string | null;
  decimal: string;
  layout: "wide" | "long" | "matrix";
  /** Whether each stamp says how far it is ahead of UTC. */
  absolute: boolean;
  firstLine: number;
  /** UTC days that it covers, about. */
  days: [first: number, last: number];
  columns: IntakeColumn[];
  /** Proposed, or as the source was read before. */
  mapping: Mapping;
  remembered: boolean;
  clock: { reasons: string[]; offMinutes: number | null; days: number };
  doubts: string[];
}

export interface PreviewIntakeRequest {
  folder: string;
  table: number;
  mapping: Mapping;
  site: SiteFile;
  /** What the site has already, of the days that may be covered. */
  stored: Record<SeriesKind, PackedChannel[]>;
  /** The channel to look at. */
  channel?: string;
}

/** Days that the site has already, where a file says something else. */
export interface Overlap {
  kind: SeriesKind;
  channel: string;
  /** Days of which both have values, and those on which they differ. */
  days: number;
  differing: number;
  firstDiffering: string | null;
  /** The largest difference, in the channel's unit. */
  most: number;
}

/** What would be taken in of a table, read so. */
export type IntakePreview =
  | { ok: true; kinds: { kind: SeriesKind; channels: number }[]; preview: Preview; repairs: Repair[]; overlaps: Overlap[] }
  | { ok: false; lines: string[] };

export interface PackIntakeRequest {
  folder: string;
  tables: { table: number; mapping: Mapping }[];
  site: SiteFile;
  /** Days whose values stay as they are, by kind and channel: UTC day numbers. */
  keep: Record<SeriesKind, Record<string, number[]>>;
}

/** One kind of one table, checked and packed. */
export interface PackedKind extends Pick<PackedImport, "grid" | "rows" | "channels" | "kind" | "fileName"> {
  repairs: Repair[];
  mapping: Mapping;
  source: string;
}
