import type { ReportFields } from "@/core/changes/change";
import { siteName } from "@/core/site/lookups";
import { instantDay } from "../../marks/words";
import { proposedReport } from "../reportData";
import type { ReportView } from "../reportView";
import { Facts } from "./Part";

interface ReportHeadProps {
  view: ReportView;
  report: ReportFields;
  today: string;
  /** What stands before all else: danger. */
  children: React.ReactNode;
}

/** Who writes to whom, of which site, when it was visited and why. */
export function ReportHead({ view, report, today, children }: ReportHeadProps) {
  const { firm, site, brief } = view;
  const zone = site.location.timeZone;
  const proposed = proposedReport(view);
  const visited = report.visited || proposed.visited;
  const technician = report.technician || proposed.technician;
  return (
    <header>
      <div className="flex flex-wrap justify-between gap-x-6 border-b-2 border-ink pb-2">
        <div>
          <p className="font-semibold">{firm.name || "Firm not named yet"}</p>
          <p className="caption whitespace-pre-line">{[firm.address, firm.phone, firm.email].filter(Boolean).join(" · ")}</p>
          {firm.registration ? <p className="caption">{firm.registration}</p> : null}
        </div>
        <p className="caption sm:text-right">
          Service report
          <br />
          written {instantDay(today, zone)}
        </p>
      </div>
      <h2 className="mt-3 text-2xl">{siteName(site)}</h2>
      {children}
      <div className="mt-3">
        <Facts
          columns
          rows={[
            ["Address", report.address || proposed.address || "not written"],
            ["For", report.recipient || "not written"],
            [
              "Visited",
              visited ? `${visited}${technician ? `, ${technician}` : ""}` : "not yet: this report rests on the data alone",
              "wide",
            ],
            ...(technician && !visited ? [["Technician", technician, "wide"] as const] : []),
            ["Why we came", `${view.title} (${view.kind}, ${instantDay(view.openedAt, zone)})`, "wide"],
            ...(brief.complaint ? [["You told us", brief.complaint, "wide"] as const] : []),
          ]}
        />
      </div>
    </header>
  );
}
