"use client";

import Link from "next/link";
import { MOST_OF_REPORT, MOST_OF_WORK, type ReportFields, reportRecordId, type WorkFields, workRecordId } from "@/core/changes/change";
import { latestMs, type Standing } from "@/core/changes/standing";
import { theField } from "@/field/field";
import type { Draft } from "@/field/outbox";
import { REPORT_WORDS, WORK_WORDS } from "../field/entryWords";
import { SavedText } from "../field/SavedText";
import { SeverityMark } from "../marks/SeverityMark";
import { proposedReport, type WorkRow } from "./reportData";
import type { ReportView } from "./reportView";

const ROWS: Partial<Record<keyof ReportFields, number>> = { recipient: 2, address: 2, remarks: 3 };

/** What a person adds to the report, and writes over what was proposed: recorded as it is typed, also without a network. */
export function FillIn({ view, report, rows }: { view: ReportView; report: Standing<ReportFields>; rows: readonly WorkRow[] }) {
  const proposed: Partial<ReportFields> = proposedReport(view);
  return (
    <div className="grid max-w-4xl gap-6">
      <form className="grid gap-x-5 gap-y-3 sm:grid-cols-2" aria-label="The report's head" onSubmit={(event) => event.preventDefault()}>
        {(Object.keys(REPORT_WORDS) as (keyof ReportFields)[]).map((name) => (
          <SavedText
            key={name}
            label={REPORT_WORDS[name]}
            value={report.fields[name]}
            draft={`report-${view.id}-${name}`}
            rows={ROWS[name] ?? 1}
            most={MOST_OF_REPORT[name]}
            says={(text): Draft => ({ caseId: view.id, kind: "report", recordId: reportRecordId(view.id), fields: { [name]: text } })}
            seenMs={report.marks[name]?.madeMs ?? 0}
          >
            {report.fields[name] === "" && proposed[name] ? <p className="caption">Left empty it says: {proposed[name]}</p> : null}
          </SavedText>
        ))}
      </form>
      <p>
        From: <strong>{view.firm.name || "no firm named yet"}</strong>. <Link href="/firm">Firm and prices</Link>
      </p>
      <section aria-labelledby="fill-work">
        <h3 id="fill-work" className="text-lg">
          What now
        </h3>
        {rows.length === 0 ? <p className="mt-1">Neither the walk nor the data ask for any work.</p> : null}
        <ul className="mt-2 grid gap-4">
          {rows.map((row) => (
            <WorkForm key={row.key} caseId={view.id} row={row} />
          ))}
        </ul>
      </section>
    </div>
  );
}

function WorkForm({ caseId, row }: { caseId: string; row: WorkRow }) {
  const { work, scope, severity, because } = row.todo;
  const says = (fields: Partial<WorkFields>): Draft => ({
    ...{ caseId, kind: "work", recordId: workRecordId(caseId, work, scope), work, scope, fields },
  });
  const proposed = { who: row.who, due: row.due, cost: row.cost, note: "" };
  return (
    <li className="border border-rule bg-raised p-3">
      <fieldset>
        <legend className="sr-only">{row.title}</legend>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <SeverityMark severity={severity} /> <strong className={row.said.leftOut ? "line-through" : ""}>{row.title}</strong>
        </p>
        <p className="caption">Because of: {because.join("; ")}</p>
        <div className="mt-2 grid gap-x-4 gap-y-2 sm:grid-cols-3">
          {(Object.keys(WORK_WORDS) as (keyof typeof WORK_WORDS)[]).map((name) => (
            <div key={name} className={name === "note" ? "sm:col-span-3" : ""}>
              <SavedText
                label={WORK_WORDS[name]}
                value={row.said[name]}
                draft={`work-${caseId}-${row.key}-${name}`}
                most={MOST_OF_WORK[name]}
                says={(text) => says({ [name]: text })}
                seenMs={row.marks[name]?.madeMs ?? 0}
              >
                {row.said[name] === "" && proposed[name] ? <p className="caption">Left empty it says: {proposed[name]}</p> : null}
              </SavedText>
            </div>
          ))}
        </div>
        <label className="mt-2 flex min-h-9 w-fit items-center gap-2 max-desk:min-h-11">
          <input
            type="checkbox"
            className="size-5"
            checked={row.said.leftOut}
            onChange={(event) => void theField().outbox.record(says({ leftOut: event.target.checked }), latestMs(row))}
          />
          Leave it out of the report
        </label>
      </fieldset>
    </li>
  );
}
