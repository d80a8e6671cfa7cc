"use client";

import { useTable } from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useMemo } from "react";
import { CAUSES, type CauseId } from "@/core/causes/causes";
import type { TriageRow } from "@/server/triage";
import { SiteRow } from "./SiteRow";
import { SHEET_COLUMNS, TRIAGE_COLUMNS, TRIAGE_FEATURES } from "./triageTable";
import { BAND_WORDS, BANDS, bandOf } from "./triageWords";
import { walkRows } from "./walkRows";

const SHOWN = ["site", "what", "loss", "data"] as const;

/** All sites on one sheet: danger first, then what each loses a day; sorted and searched as one likes, each part within itself. @param today an instant */
export function TriageSheet({ rows, today }: { rows: TriageRow[]; today: string }) {
  const table = useTable({
    ...{ features: TRIAGE_FEATURES, columns: TRIAGE_COLUMNS, data: rows, enableSortingRemoval: false },
    initialState: { sorting: [{ id: "loss", desc: true }] },
    globalFilterFn: (row, _, words: string) => row.getValue<string>("words").includes(words.toLowerCase()),
    getColumnCanGlobalFilter: (column) => column.id === "words",
  });
  const causes = useMemo(() => [...new Set(rows.flatMap(({ standing }) => standing.map(({ cause }) => cause)))], [rows]);
  const shown = table.getRowModel().rows.map(({ original }) => original);
  const { sorting, globalFilter } = table.state;
  if (rows.length === 0) return <p className="mt-8 border border-rule bg-raised p-6">No site yet. Add one from a site file below.</p>;
  return (
    <>
      <search className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="flex flex-wrap items-center gap-2">
          Find a site, cause or case
          <input
            type="search"
            className="field w-64 desk:min-h-9 desk:py-0.5"
            value={globalFilter ?? ""}
            onChange={(event) => table.setGlobalFilter(event.target.value)}
          />
        </label>
        <CauseFilter causes={causes} onChoose={(cause) => table.getColumn("what")?.setFilterValue(cause)} />
        <p role="status" className="caption ml-auto">
          {shown.length === rows.length ? `${rows.length} sites` : `${shown.length} of ${rows.length} sites`}
          <span className="max-desk:hidden"> · ↑ ↓ walk, Enter opens, N begins a case</span>
        </p>
      </search>
      <table className="mt-1 block w-full" aria-label="Sites by urgency" onKeyDown={walkRows}>
        <thead className="block border-b-2 border-ink max-desk:hidden">
          <tr className={`grid items-center gap-x-4 ${SHEET_COLUMNS}`}>
            <th scope="col">
              <span className="sr-only">Severity</span>
            </th>
            {SHOWN.map((id) => {
              const column = table.getColumn(id);
              const by = sorting.find((one) => one.id === id);
              return (
                <th
                  key={id}
                  scope="col"
                  aria-sort={by ? (by.desc ? "descending" : "ascending") : "none"}
                  className={`caption text-left font-normal ${id === "data" ? "col-start-6" : ""}`}
                >
                  <button
                    type="button"
                    className="inline-flex min-h-7 items-center gap-1 underline"
                    onClick={column?.getToggleSortingHandler()}
                  >
                    {String(column?.columnDef.header)}
                    {by ? (
                      by.desc ? (
                        <ArrowDown className="size-3.5" aria-hidden="true" />
                      ) : (
                        <ArrowUp className="size-3.5" aria-hidden="true" />
                      )
                    ) : null}
                  </button>
                </th>
              );
            })}
            <th scope="col" className="caption col-start-5 row-start-1 text-left font-normal">
              Half a year
            </th>
            <th scope="col" className="caption col-start-7 text-left font-normal">
              Open cases
            </th>
          </tr>
        </thead>
        {BANDS.map((band) => {
          const inBand = shown.filter((row) => bandOf(row) === band);
          if (inBand.length === 0) return null;
          return (
            <tbody key={band} className="block" aria-label={BAND_WORDS[band]}>
              <tr className="block">
                <th scope="rowgroup" className="caption block border-b border-rule-strong pt-1.5 pb-0.5 text-left font-semibold">
                  {BAND_WORDS[band]} · {inBand.length}
                </th>
              </tr>
              {inBand.map((row) => (
                <SiteRow key={row.siteId} row={row} today={today} />
              ))}
            </tbody>
          );
        })}
      </table>
      {shown.length === 0 ? <p className="mt-4">No site has that. Take a word away.</p> : null}
    </>
  );
}

function CauseFilter({ causes, onChoose }: { causes: readonly CauseId[]; onChoose: (cause: string) => void }) {
  if (causes.length === 0) return null;
  return (
    <label className="flex items-center gap-2">
      Cause
      <select className="field w-56 desk:min-h-9 desk:py-0.5" defaultValue="" onChange={(event) => onChoose(event.target.value)}>
        <option value="">all</option>
        {causes
          .map((cause) => [cause, CAUSES[cause].title] as const)
          .sort(([, a], [, b]) => a.localeCompare(b))
          .map(([cause, title]) => (
            <option key={cause} value={cause}>
              {title}
            </option>
          ))}
      </select>
    </label>
  );
}
