import { DAY_MS } from "@/core/constants";
import { FormatError } from "@/core/errors/formatError";
import { isKnownColumn, type SeriesKind } from "@/core/formats/seriesColumns";
import { type Applied, applyMapping } from "@/core/intake/applyMapping";
import type { Mapping } from "@/core/intake/mapping";
import { previewOf } from "@/core/intake/preview";
import type { RawTable } from "@/core/intake/table/rawTable";
import { dayName } from "@/core/series/localDay";
import type { SiteFile } from "@/core/site/siteSchema";
import { assembleSeries } from "@/db/assembleSeries";
import type { Overlap } from "../intakeTypes";
import type { TaskReply, TaskRequest } from "../taskTypes";
import { keptTable } from "./keptTable";

/** The kinds of which a mapping takes anything. */
export function kindsOf(mapping: Mapping): SeriesKind[] {
  return (["production", "weather"] as const).filter((kind) =>
    mapping.columns.some(({ to, unit }) => to !== null && unit !== null && isKnownColumn(to, kind)),
  );
}

/** Shows what would be taken in of a table, read so: its curve on the clear sky, what is put right, what the site has otherwise. */
export async function runPreviewIntake({
  folder,
  table,
  mapping,
  site,
  stored,
  channel,
}: TaskRequest<"previewIntake">): Promise<TaskReply<"previewIntake">> {
  const raw = await keptTable(folder, table);
  try {
    return shown(raw, mapping, site, stored, channel);
  } catch (error) {
    if (error instanceof FormatError) return { ok: false, lines: error.lines };
    throw error;
  }
}

function shown(
  raw: RawTable,
  mapping: Mapping,
  site: SiteFile,
  stored: TaskRequest<"previewIntake">["stored"],
  channel: string | undefined,
): TaskReply<"previewIntake"> {
  const kinds = kindsOf(mapping);
  const applied = (kinds.length > 0 ? kinds : (["production"] as const)).map((kind) => ({
    kind,
    applied: applyMapping(raw, mapping, site, kind),
  }));
  const looked = applied.find((entry) => channel !== undefined && entry.applied.series.channels.has(channel)) ?? applied[0];
  const repairs = new Map(
    applied.flatMap((entry) => entry.applied.repairs.map((repair) => [`${repair.kind} ${repair.column ?? ""}`, repair] as const)),
  );
  return {
    ok: true,
    kinds: applied.map(({ kind, applied: { series } }) => ({ kind, channels: series.channels.size })),
    preview: previewOf(looked.applied, site, channel),
    repairs: [...repairs.values()],
    overlaps: applied.flatMap((entry) => overlapsOf(entry.kind, entry.applied, stored[entry.kind])),
  };
}

/** A file that rounds says the same: two in a thousand of the highest value are what portals round to. */
const SAME_SHARE = 2e-3;

/** Where the site has values already, and whether they are the same. */
function overlapsOf(kind: SeriesKind, { series }: Applied, stored: TaskRequest<"previewIntake">["stored"][SeriesKind]): Overlap[] {
  const out: Overlap[] = [];
  for (const entry of stored) {
    const own = series.channels.get(entry.name);
    const there = own && assembleSeries([entry]);
    const values = there?.channels.get(entry.name);
    if (!own || !there || !values) continue;
    const both = new Map<number, number>();
    const same = SAME_SHARE * own.reduce((most, value) => Math.max(most, Math.abs(value) || 0), 0);
    for (let i = 0; i < series.grid.count; i++) {
      const at = series.grid.startMs + i * series.grid.stepMs;
      const k = (at - there.grid.startMs) / there.grid.stepMs;
      const old = values[k];
      if (!Number.isInteger(k) || old === undefined || Number.isNaN(old) || Number.isNaN(own[i])) continue;
      const day = Math.floor(at / DAY_MS);
      const by = Math.abs(old - own[i]);
      both.set(day, Math.max(both.get(day) ?? 0, by > same ? by : 0));
    }
    if (both.size === 0) continue;
    const differing = [...both].filter(([, by]) => by > 0);
    out.push({
      kind,
      channel: entry.name,
      days: both.size,
      differing: differing.length,
      firstDiffering: differing.length > 0 ? dayName(Math.min(...differing.map(([day]) => day))) : null,
      most: Math.max(0, ...differing.map(([, by]) => by)),
    });
  }
  return out;
}
