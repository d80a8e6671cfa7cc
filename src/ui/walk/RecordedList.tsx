"use client";

import { useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { ANSWERS, isAnswer } from "@/core/inspection/answers";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import { PART_WORDS } from "@/core/inspection/point";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { termsOf } from "@/core/site/terms";
import { useOutbox } from "../field/useOutbox";
import { SeverityMark } from "../marks/SeverityMark";
import { instantDay } from "../marks/words";
import { madeBy } from "./FindingHistory";
import { RecordedFilters } from "./RecordedFilters";
import { EVERYTHING, filtered, severitiesOf } from "./recordedFilter";
import { keyOfFinding } from "./rounds";

/** What was recorded, by day, the latest first: what it is, where, and who saw it. */
export function RecordedList({
  findings,
  site,
  onOpen,
}: {
  findings: readonly StandingFinding[];
  site: SiteFile;
  /** Leads to a point of the walk, by the key of its item. */
  onOpen: (key: string) => void;
}) {
  const zone = site.location.timeZone;
  const { device } = useOutbox();
  const [filter, setFilter] = useState(EVERYTHING);
  const dayOf = (ms: number) => instantDay(new Date(ms).toISOString(), zone);
  const shown = filtered(findings, filter, device.author, dayOf, Date.now());
  const days = new Map<string, StandingFinding[]>();
  for (const finding of [...shown].sort((a, b) => b.recordedMs - a.recordedMs)) {
    const day = dayOf(finding.recordedMs);
    days.set(day, [...(days.get(day) ?? []), finding]);
  }
  if (findings.length === 0) return <p className="mt-4">Nothing is recorded yet.</p>;
  const sections = [...days].map(([day, list]) => (
    <section key={day} className="mt-5" aria-label={day}>
      <h3 className="border-b-2 border-ink pb-1">
        {day} <span className="caption figures">{list.length}</span>
      </h3>
      <ul>
        {list.map((finding) => (
          <Line key={finding.id} finding={finding} site={site} onOpen={onOpen} />
        ))}
      </ul>
    </section>
  ));
  return (
    <>
      <RecordedFilters filter={filter} severities={severitiesOf(findings)} named={device.author !== ""} onChange={setFilter} />
      {sections.length > 0 ? sections : <p className="mt-4">None of the {findings.length} is like that.</p>}
    </>
  );
}

function Line({ finding, site, onOpen }: { finding: StandingFinding; site: SiteFile; onOpen: (key: string) => void }) {
  const { pointId, fields, photos } = finding;
  const point = findPoint(pointId, termsOf(site));
  const grade = findGrade(pointId, fields.gradeId, termsOf(site));
  const shown = photos.filter(({ removed }) => !removed).length;
  return (
    <li className="grid gap-x-4 border-b border-rule py-2 sm:grid-cols-[5rem_minmax(0,1fr)_9rem]">
      <span>{grade ? <SeverityMark severity={grade.severity} /> : null}</span>
      <span className="wrap-anywhere">
        <button type="button" className="min-h-8 text-left text-act underline" onClick={() => onOpen(keyOfFinding(finding))}>
          {point?.title ?? pointId}
        </button>
        : {isAnswer(fields.gradeId) ? ANSWERS[fields.gradeId].word.toLowerCase() : grade?.text}
        {fields.value ? <span className="figures">, {fields.value}</span> : null}
        {fields.note ? <span className="block">{fields.note}</span> : null}
        <span className="caption block">
          {madeBy(finding.history[0], site.location.timeZone)}
          {shown > 0 ? `, ${shown === 1 ? "1 photo" : `${shown} photos`}` : ""}
        </span>
      </span>
      <span>
        {fields.place ? (
          placeWords(site, fields.place)
        ) : (
          <span className="caption">{fields.part ? PART_WORDS[fields.part] : "no place"}</span>
        )}
      </span>
    </li>
  );
}
