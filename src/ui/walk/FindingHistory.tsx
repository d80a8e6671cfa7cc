import type { StandingFinding } from "@/core/changes/caseRecords";
import type { Change } from "@/core/changes/change";
import { findingWords } from "../field/entryWords";
import { instantText } from "../marks/words";

/** Who saw it and when, and every correction since: the later stands, the earlier stays here. */
export function FindingHistory({ finding, timeZone }: { finding: StandingFinding; timeZone: string }) {
  const { history } = finding;
  const first = `Seen ${madeBy(history[0], timeZone)}`;
  if (history.length < 2) return <p className="caption">{first}</p>;
  return (
    <details className="caption">
      <summary className="min-h-11 content-center">
        {first}; {history.length - 1} {history.length === 2 ? "correction" : "corrections"}
      </summary>
      <ol className="mb-2 grid gap-1 border-l-2 border-rule pl-3">
        {history.map((change) => (
          <li key={change.id}>
            {madeByDevice(change, timeZone)}: {findingWords(change)}
          </li>
        ))}
      </ol>
    </details>
  );
}

/** Where a change came from, as it carries it. */
type Made = Pick<Change, "madeMs" | "author" | "deviceName" | "device">;

/** "26 Nov 2026, 09:12 by Jana Moser (Phone)" */
export function madeBy({ madeMs, author, deviceName }: Made, timeZone: string): string {
  const when = instantText(new Date(madeMs).toISOString(), timeZone);
  return `${when} by ${author || "someone unnamed"}${deviceName ? ` (${deviceName})` : ""}`;
}

/** The same with a mark of the device where it has no name: two who gave no name are told apart by it. */
export function madeByDevice(made: Made, timeZone: string): string {
  return madeBy(made.deviceName ? made : { ...made, deviceName: `device ${made.device.slice(0, 4)}` }, timeZone);
}
