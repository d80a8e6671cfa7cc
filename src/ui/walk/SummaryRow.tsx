import type { StandingFinding } from "@/core/changes/caseRecords";
import { findGrade } from "@/core/inspection/catalogue";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { SeverityMark } from "../marks/SeverityMark";

/** One of several findings at a point, in a line that opens it. */
export function SummaryRow({
  finding,
  site,
  isOpen,
  onOpen,
}: {
  finding: StandingFinding;
  site: SiteFile;
  isOpen: boolean;
  onOpen: () => void;
}) {
  const grade = findGrade(finding.pointId, finding.fields.gradeId);
  const photos = finding.photos.filter(({ removed }) => !removed).length;
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-expanded={isOpen}
        className={`flex min-h-11 w-full items-center gap-3 px-2 text-left ${isOpen ? "bg-sunken font-semibold" : ""}`}
        onClick={onOpen}
      >
        {grade ? <SeverityMark severity={grade.severity} wordless /> : null}
        <span className="w-32 shrink-0">{finding.fields.place ? placeWords(site, finding.fields.place) : "no place"}</span>
        <span className="min-w-0 flex-1 truncate">{finding.fields.note || grade?.text}</span>
        {photos > 0 ? <span className="caption figures">{photos === 1 ? "1 photo" : `${photos} photos`}</span> : null}
      </button>
    </li>
  );
}
