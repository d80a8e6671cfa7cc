import type { SeriesKind } from "@/core/formats/seriesColumns";
import type { SiteFile } from "@/core/site/siteSchema";
import type { PackedImport } from "@/db/seriesStore";

/** What the import worker is given. */
export interface ImportRequest {
  path: string;
  fileName: string;
  kind: SeriesKind;
  site: SiteFile;
}

/** What it gives back: a checked file, packed. */
export type ImportReply = Pick<PackedImport, "grid" | "rows" | "channels">;
