/** The values of a chart as a table: what it shows, in words and for other programs. */
export interface ChartTable {
  /** Names of the columns with their units, that of the axis first. */
  columns: readonly string[];
  /** One a point; null where nothing is known. */
  rows: readonly (readonly (string | number | null)[])[];
}

/** A value with as many digits as anyone reads off; null stays unknown. */
export function tidy(value: number | null): number | null {
  return value === null ? null : Math.round(1000 * value) / 1000;
}

/** A table as CSV (RFC 4180): a comma between, a line feed after each row, quotes where a value needs them. */
export function tableCsv({ columns, rows }: ChartTable): string {
  const cell = (value: string | number | null) => {
    const text = value === null ? "" : String(value);
    return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
  };
  return `${[columns, ...rows].map((row) => row.map(cell).join(",")).join("\n")}\n`;
}

/** A file name out of a chart's name. */
export function chartFileName(name: string, ending: string): string {
  const words = name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "");
  return `${words || "chart"}.${ending}`;
}
