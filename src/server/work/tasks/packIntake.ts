import { FormatError } from "@/core/errors/formatError";
import { checkSiteColumns } from "@/core/formats/siteColumns";
import { applyMapping } from "@/core/intake/applyMapping";
import { sourceOf } from "@/core/intake/table/rawTable";
import { packDays } from "@/db/packedDays";
import type { Report } from "../asTask";
import type { PackedKind } from "../intakeTypes";
import type { TaskReply, TaskRequest } from "../taskTypes";
import { keptTable } from "./keptTable";
import { kindsOf } from "./previewIntake";
import { onStorableStep } from "./storableStep";

/** Checks and packs what is to be taken in of each table. @throws FormatError */
export async function runPackIntake(
  { folder, tables, site, keep }: TaskRequest<"packIntake">,
  report: Report,
): Promise<TaskReply<"packIntake">> {
  const out: PackedKind[] = [];
  for (const [k, { table, mapping }] of tables.entries()) {
    const raw = await keptTable(folder, table);
    report((k + 0.3) / tables.length);
    const kinds = kindsOf(mapping);
    if (kinds.length === 0)
      throw new FormatError({ file: raw.file, found: "no column that is taken", expected: "at least one with a place at the site" });
    for (const kind of kinds) {
      const { series, repairs, rows } = applyMapping(raw, mapping, site, kind);
      if (kind === "production") checkSiteColumns([...series.channels.keys()], kind, site, raw.file);
      const stored = onStorableStep(series);
      const channels = [...stored.channels].map(([name, values]) => {
        const kept = new Set(keep[kind][name] ?? []);
        return { name, days: packDays(values, stored.grid, name).filter(({ day }) => !kept.has(day)) };
      });
      const fileName = raw.files.length > 1 ? `${raw.files[0]} and ${raw.files.length - 1} more` : raw.file;
      out.push({ kind, fileName, grid: series.grid, rows, channels, repairs, mapping, source: sourceOf(raw) });
    }
    report((k + 1) / tables.length);
  }
  return out;
}
