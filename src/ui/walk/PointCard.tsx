"use client";

import { Plus, TriangleAlert } from "lucide-react";
import { useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { findGrade } from "@/core/inspection/catalogue";
import type { Point } from "@/core/inspection/point";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import type { Entry } from "@/field/entry";
import { SeverityMark } from "../marks/SeverityMark";
import { FindingBlock } from "./FindingBlock";
import { GradeChoice } from "./GradeChoice";
import type { useFindings } from "./useFindings";

interface PointCardProps {
  point: Point;
  site: SiteFile;
  /** What stands at this point, in the order recorded. */
  findings: StandingFinding[];
  takenBack: StandingFinding[];
  entries: ReadonlyMap<string, Entry>;
  actions: ReturnType<typeof useFindings>;
  onTakeBack: (finding: StandingFinding) => void;
}

/** One point: what to look at and why, the caution, then what was found there, one finding open at a time. */
export function PointCard({ point, site, findings, takenBack, entries, actions, onTakeBack }: PointCardProps) {
  const [chosen, setChosen] = useState<string | "another" | null>(null);
  const open = findings.find(({ id }) => id === chosen) ?? findings.at(-1);
  const adding = chosen === "another" || !open;

  const grade = (gradeId: string) => (adding ? setChosen(actions.add(point.id, { gradeId })) : void actions.change(open, { gradeId }));

  return (
    <article className="border-b border-rule py-4" aria-labelledby={`point-${point.id}`}>
      <h4 id={`point-${point.id}`} className="text-lg font-semibold">
        {point.title}
      </h4>
      <p className="text-quiet">{point.why}</p>
      {point.caution ? (
        <p className="mt-2 flex gap-2 border-l-4 border-stop bg-raised py-1.5 pr-2 pl-3 font-semibold">
          <TriangleAlert className="mt-0.5 size-5 shrink-0 text-stop" aria-hidden="true" />
          <span>
            <span className="sr-only">Caution: </span>
            {point.caution}
          </span>
        </p>
      ) : null}
      {findings.length > 1 || (adding && findings.length > 0) ? (
        <ul className="mt-3 border-t border-rule" aria-label={`Found at ${point.title}`}>
          {findings.map((finding) => (
            <SummaryRow
              key={finding.id}
              finding={finding}
              site={site}
              isOpen={!adding && finding.id === open?.id}
              onOpen={() => setChosen(finding.id)}
            />
          ))}
        </ul>
      ) : null}
      {/* The same choice whether it makes a finding or corrects one: whoever walks it by keyboard keeps the place. */}
      <GradeChoice point={point} gradeId={adding ? "" : open.fields.gradeId} onChoose={grade} />
      {adding ? null : (
        <FindingBlock
          key={open.id}
          {...{ point, site, entries, actions, finding: open }}
          onTakeBack={() => {
            setChosen(null);
            onTakeBack(open);
          }}
        />
      )}
      {findings.length > 0 ? (
        <button type="button" className="button mt-2" onClick={() => setChosen(adding ? (findings.at(-1)?.id ?? null) : "another")}>
          <Plus className="size-5" aria-hidden="true" /> {adding ? "No other one" : "Another one here"}
        </button>
      ) : null}
      {takenBack.map((finding) => (
        <p key={finding.id} className="mt-2 flex flex-wrap items-center gap-x-3 caption">
          <span>
            Taken back: {findGrade(point.id, finding.fields.gradeId)?.text}
            {finding.fields.place ? `, ${placeWords(site, finding.fields.place)}` : ""}
          </span>
          <button type="button" className="min-h-11 text-act underline" onClick={() => void actions.change(finding, { takenBack: false })}>
            Let it stand again
          </button>
        </p>
      ))}
    </article>
  );
}

function SummaryRow({ finding, site, isOpen, onOpen }: { finding: StandingFinding; site: SiteFile; isOpen: boolean; onOpen: () => void }) {
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
