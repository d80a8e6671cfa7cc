import { describe, expect, it } from "vitest";
import { chartFileName, tableCsv } from "./chartTable";

describe("a chart's values", () => {
  it("leave as CSV, with quotes only where they are needed and nothing where nothing is known", () => {
    const table = {
      columns: ["day", "measured, kWh"],
      rows: [
        ["2026-03-01", 12.5],
        ["2026-03-02", null],
        ['say "so"', 0],
      ],
    };
    expect(tableCsv(table)).toBe('day,"measured, kWh"\n2026-03-01,12.5\n2026-03-02,\n"say ""so""",0\n');
  });

  it("are named after the chart", () => {
    expect(chartFileName("Energy by day, 1 Nov 2025 to 30 Apr 2026", "csv")).toBe("energy-by-day-1-nov-2025-to-30-apr-2026.csv");
    expect(chartFileName("…", "svg")).toBe("chart.svg");
  });
});
