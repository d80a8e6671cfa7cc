import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  rowSortingFeature,
  tableFeatures,
} from "@tanstack/react-table";
import { CAUSES } from "@/core/causes/causes";
import { dayWorth } from "@/core/diagnosis/dayWorth";
import type { TriageRow } from "@/server/triage";
import { whatText } from "./triageWords";

/** What the sheet of sites can do: be sorted, and be searched by word and cause. */
export const TRIAGE_FEATURES = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  rowSortingFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
});

/** The grid of the sheet's rows from a desk's width on: mark, site, what, loss, trace, data, cases. */
export const SHEET_COLUMNS = "desk:grid-cols-[1.25rem_13rem_minmax(0,1fr)_8.25rem_6rem_5.75rem_14rem]";

const helper = createColumnHelper<typeof TRIAGE_FEATURES, TriageRow>();

/** Everything of a row that words are looked for in. */
function wordsOf(row: TriageRow): string {
  const causes = row.standing.map(({ cause }) => CAUSES[cause].title);
  return [row.name, row.siteId, whatText(row), ...causes, ...row.cases.map(({ title }) => title)].join(" ").toLowerCase();
}

/** Columns of the sheet by what they are sorted and searched by; what is shown in them is the sheet's. */
export const TRIAGE_COLUMNS = helper.columns([
  helper.accessor((row) => row.name, { id: "site", header: "Site", sortFn: (a, b) => a.original.name.localeCompare(b.original.name) }),
  helper.accessor((row) => row.standing[0]?.from ?? "", {
    id: "what",
    header: "What, since when",
    sortFn: (a, b) => (a.original.standing[0]?.from ?? "").localeCompare(b.original.standing[0]?.from ?? ""),
    filterFn: (row, _, cause) => !cause || row.original.standing.some((one) => one.cause === cause),
  }),
  helper.accessor(dayWorth, { id: "loss", header: "Lost a day", sortFn: (a, b) => dayWorth(a.original) - dayWorth(b.original) }),
  helper.accessor((row) => row.asOf ?? "", {
    id: "data",
    header: "Data",
    sortFn: (a, b) => (a.original.asOf ?? "").localeCompare(b.original.asOf ?? ""),
  }),
  helper.accessor(wordsOf, { id: "words", enableSorting: false }),
]);
