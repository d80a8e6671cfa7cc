import type { StandingFinding } from "@/core/changes/caseRecords";
import { findingWords } from "../field/entryWords";
import { instantText } from "../marks/words";

/** Who saw it and when, and every correction since: the later stands, the earlier stays here. */
export function FindingHistory({ finding, timeZone }: { finding: StandingFinding; timeZone: string }) {
  const { history } = finding;
  const first = `Seen ${madeBy(finding.recordedMs, finding.author, finding.deviceName, timeZone)}`;
  if (history.length < 2) return <p className="caption">{first}</p>;
  return (
    <details className="caption">
      <summary className="min-h-11 content-center">
        {first}; {history.length - 1} {history.length === 2 ? "correction" : "corrections"}
      </summary>
      <ol className="mb-2 grid gap-1 border-l-2 border-rule pl-3">
        {history.map((change) => (
          <li key={change.id}>
            {madeBy(change.madeMs, change.author, change.deviceName, timeZone)}: {findingWords(change)}
          </li>
        ))}
      </ol>
    </details>
  );
}

/** "26 Nov 2026, 09:12 by Jana Moser (Phone)" */
export function madeBy(madeMs: number, author: string, deviceName: string, timeZone: string): string {
  const when = instantText(new Date(madeMs).toISOString(), timeZone);
  return `${when} by ${author || "someone unnamed"}${deviceName ? ` (${deviceName})` : ""}`;
}
