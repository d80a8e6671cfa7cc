"use client";

import { useEffect, useState } from "react";
import { flushSync } from "react-dom";
import { useCaseRecords } from "../field/useCaseRecords";
import { Leaves } from "../shell/Leaves";
import { FillIn } from "./FillIn";
import { PrintButton } from "./PrintButton";
import { Report } from "./report/Report";
import { missingParts, workRows } from "./reportData";
import type { ReportView } from "./reportView";

/** The report as it will be on paper, and what to write into it. @param today an instant: when the page was made */
export function HandOverBench({ view, today: made }: { view: ReportView; today: string }) {
  const today = useDayOfPrint(made);
  const { report, works } = useCaseRecords(view.id, view.field, view.brief);
  const rows = workRows(view, works);
  const missing = missingParts(view, report.fields);
  const fileName = `Service report ${view.site.id} ${today.slice(0, 10)}`;
  return (
    <div className="grid gap-3 *:min-w-0 print:block">
      <h2 className="sr-only">Hand over</h2>
      <div
        className={`no-print flex max-w-4xl flex-wrap items-center justify-between gap-x-5 gap-y-2 border-l-4 bg-raised px-3 py-1.5 ${
          missing.length > 0 ? "border-watch" : "border-sound"
        }`}
      >
        <p className="min-w-0 flex-1 basis-72" role="status">
          <strong>{missing.length > 0 ? "The report can be printed." : "The report is whole."}</strong>{" "}
          {missing.length > 0 ? `It lacks ${listWords(missing)}.` : ""}
        </p>
        <PrintButton fileName={fileName} />
      </div>
      <Leaves
        label="Leaves"
        leaves={[
          { id: "report", title: "Report", body: <Report view={view} report={report.fields} rows={rows} today={today} /> },
          { id: "fill-in", title: "Fill in", body: <FillIn view={view} report={report} rows={rows} /> },
        ]}
      />
    </div>
  );
}

/** Now, as the report says when it was written: at printing too, for a page that was kept or left open is older. @param made when the page was made */
function useDayOfPrint(made: string): string {
  const [now, setNow] = useState(made);
  useEffect(() => {
    setNow(new Date().toISOString());
    const atPrint = () => flushSync(() => setNow(new Date().toISOString()));
    window.addEventListener("beforeprint", atPrint);
    return () => window.removeEventListener("beforeprint", atPrint);
  }, []);
  return now;
}

function listWords(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;
}
