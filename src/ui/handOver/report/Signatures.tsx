import type { ReportFields } from "@/core/changes/change";
import { proposedReport } from "../reportData";
import type { ReportView } from "../reportView";
import { Part } from "./Part";

/** Room to sign: who worked, and who was told. */
export function Signatures({ report, view }: { report: ReportFields; view: ReportView }) {
  const technician = report.technician || proposedReport(view).technician;
  return (
    <Part title="Signed" id="signed" whole>
      <div className="grid gap-x-10 gap-y-2 sm:grid-cols-2 print:grid-cols-2">
        {[
          { who: `Technician${technician ? `: ${technician}` : ""}`, what: "What is written here was seen and measured as it says." },
          { who: "Owner", what: "I have been told of it, first of all of what is dangerous." },
        ].map(({ who, what }) => (
          <div key={who}>
            <p className="caption">{what}</p>
            <p className="caption mt-12 border-t border-ink pt-1">{who}; place, date</p>
          </div>
        ))}
      </div>
      <p className="caption mt-3">Electrical work belongs to licensed persons under local rules.</p>
    </Part>
  );
}
