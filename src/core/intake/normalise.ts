import { MINUTE_MS } from "../constants";
import type { SeriesKind } from "../formats/seriesColumns";
import type { SiteFile } from "../site/siteSchema";
import { type Applied, applyMapping } from "./applyMapping";
import type { Mapping, Repair } from "./mapping";
import { type Proposal, propose } from "./propose";
import type { RawTable } from "./table/rawTable";

/** What a table was taken for and what was done to it, as it is told beside the series. */
export interface Normalised {
  format: "irradant-normalised/1";
  kind: SeriesKind;
  encoding: string;
  delimiter: string | null;
  decimal: string;
  layout: RawTable["layout"];
  firstLine: number;
  /** Zone of the stamps: a name, or an offset; "UTC" where each stamp says its own. */
  zone: string;
  zoneReasons: string[];
  stamps: Mapping["stamps"];
  dates: Mapping["dates"];
  /** Unit of the first column that is taken. */
  unit: string | null;
  /** Minutes. */
  interval: number;
  mapping: { column: string; to: string | null; unit: string | null; form: string; sure: boolean; why: string }[];
  repairs: Repair[];
  doubts: string[];
  rows: number;
}

/** Proposes how a table is read and reads it so. @param kind absent: production, where there is any. @throws FormatError */
export function normalise(table: RawTable, site: SiteFile, kind?: SeriesKind): { applied: Applied; said: Normalised; proposal: Proposal } {
  const proposal = propose(table, site);
  const chosen = kind ?? proposal.kinds[0] ?? "production";
  const applied = applyMapping(table, proposal.mapping, site, chosen);
  return { applied, proposal, said: sayNormalised(table, proposal, applied, chosen) };
}

function sayNormalised(table: RawTable, proposal: Proposal, { series, repairs, rows }: Applied, kind: SeriesKind): Normalised {
  const { mapping, columns, clock, doubts } = proposal;
  const taken = columns.find(({ to }) => to !== null && series.channels.has(to));
  return {
    format: "irradant-normalised/1",
    kind,
    encoding: table.encoding,
    delimiter: table.delimiter,
    decimal: table.decimal,
    layout: table.layout,
    firstLine: table.firstLine,
    zone: mapping.zone,
    zoneReasons: clock.reasons,
    stamps: mapping.stamps,
    dates: mapping.dates,
    unit: taken?.unit?.name ?? null,
    interval: series.grid.stepMs / MINUTE_MS,
    mapping: columns.map(({ name, to, unit, form, sure, why }) => ({
      column: name,
      to: to !== null && series.channels.has(to) ? to : null,
      unit: unit?.name ?? null,
      form,
      sure,
      why:
        to !== null && !series.channels.has(to)
          ? `of the other kind (${to}): read with --kind ${kind === "production" ? "weather" : "production"}`
          : why,
    })),
    repairs,
    doubts,
    rows,
  };
}
