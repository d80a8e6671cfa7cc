import type { StandingFinding } from "@/core/changes/caseRecords";
import type { FindingFields } from "@/core/changes/change";
import { latestMs } from "@/core/changes/standing";
import { readValue } from "@/core/inspection/measured";
import type { Point } from "@/core/inspection/point";
import { planeAt } from "@/core/inspection/sumInputs";
import type { SiteFile } from "@/core/site/siteSchema";
import { Measured } from "./Measured";
import { SumForm } from "./SumForm";
import type { useFindings } from "./useFindings";

interface ReadProps {
  point: Point;
  site: SiteFile;
  actions: ReturnType<typeof useFindings>;
  recordId: string;
  /** Where a site has a field and a roof: at which of them. */
  part: Partial<Pick<FindingFields, "part">>;
  /** Undefined before anything was said. */
  finding: StandingFinding | undefined;
}

/** What is read at a point, and what it comes to: before the grade, as it helps to choose one. */
export function Read({ point, part, site, actions, recordId, finding }: ReadProps) {
  const { measured, sum } = point;
  if (!measured && !sum) return null;
  const kept = finding?.fields ?? { value: "", sum: "", place: "" };
  const seenMs = finding ? latestMs(finding) : 0;
  const read = measured ? readValue(measured, kept.value) : null;
  return (
    <div className="mt-3 grid gap-3">
      {measured ? (
        <Measured
          measured={measured}
          site={site}
          value={kept.value}
          draft={`value-${recordId}`}
          says={(value) => actions.begins(point.id, recordId, { value, ...part })}
          seenMs={seenMs}
        />
      ) : null}
      {sum ? (
        <SumForm
          kind={sum}
          site={site}
          plane={planeAt(site, kept.place)}
          measured={read && "value" in read ? read.value : null}
          kept={kept.sum}
          draft={`sum-${recordId}`}
          says={(typed) => actions.begins(point.id, recordId, { sum: typed, ...part })}
          seenMs={seenMs}
        />
      ) : null}
    </div>
  );
}
