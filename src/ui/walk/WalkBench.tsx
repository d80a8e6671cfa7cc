"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import { flushSync } from "react-dom";
import type { StandingFinding } from "@/core/changes/caseRecords";
import type { BriefFields } from "@/core/changes/change";
import type { Stop } from "@/core/inspection/point";
import type { SiteFile } from "@/core/site/siteSchema";
import { theField } from "@/field/field";
import type { FieldRecords } from "@/server/cases/openCase";
import { NameField } from "../field/NameFields";
import { useCaseRecords } from "../field/useCaseRecords";
import { useOutbox } from "../field/useOutbox";
import { CautionLine } from "../marks/CautionLine";
import { PointCard } from "./PointCard";
import { RecordedList } from "./RecordedList";
import { useFindings } from "./useFindings";

interface WalkBenchProps {
  caseId: string;
  site: SiteFile;
  stops: Stop[];
  known: FieldRecords;
  brief: BriefFields;
}

/** The walk in the order of the body's way: each point one look, one grade, place, note and photos where they help. */
export function WalkBench({ caseId, site, stops, known, brief }: WalkBenchProps) {
  const { findings, entries, brief: standingBrief } = useCaseRecords(caseId, known, brief);
  const actions = useFindings(caseId);
  const [undo, setUndo] = useState<StandingFinding | null>(null);
  const [listing, setListing] = useState(false);
  const graded = useMemo(() => findings.filter(({ fields }) => fields.gradeId !== ""), [findings]);
  const standing = useMemo(() => graded.filter(({ fields }) => !fields.takenBack), [graded]);
  const at = (pointId: string) => standing.filter((finding) => finding.pointId === pointId);
  const points = stops.flatMap((stop) => stop.points);
  const openPoint = (pointId: string) => {
    flushSync(() => setListing(false));
    document.getElementById(`point-${pointId}`)?.scrollIntoView({ block: "center" });
  };
  const seen = points.filter(({ id }) => at(id).length > 0).length;

  return (
    <div className="max-w-4xl">
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1">
        <h2 className="text-lg">
          Walk: <span className="figures">{seen}</span> of <span className="figures">{points.length}</span> points seen
        </h2>
        <button type="button" className="button" aria-pressed={listing} onClick={() => setListing(!listing)}>
          {listing ? "Back to the points" : `Recorded (${standing.length})`}
        </button>
      </div>
      <Hazards caseId={caseId} brief={standingBrief.fields} />
      <WhoRecords />
      {listing ? (
        <RecordedList findings={standing} site={site} onOpen={openPoint} />
      ) : (
        <>
          <nav
            aria-label="Stops of the walk"
            className="sticky top-12 z-10 -mx-4 overflow-x-auto border-b border-rule bg-paper px-4 py-2 sm:-mx-6 sm:px-6"
          >
            <ol className="flex gap-2">
              {stops.map((stop, k) => {
                const done = stop.points.filter(({ id }) => at(id).length > 0).length;
                return (
                  <li key={stop.place} className="shrink-0">
                    <a
                      href={`#stop-${k}`}
                      className="flex min-h-11 items-center gap-2 border border-rule bg-raised px-3 text-ink no-underline"
                    >
                      {stop.place}
                      <span className="caption figures">
                        {done}/{stop.points.length}
                      </span>
                    </a>
                  </li>
                );
              })}
            </ol>
          </nav>
          {stops.map((stop, k) => (
            <section key={stop.place} id={`stop-${k}`} className="scroll-mt-32 pt-6" aria-labelledby={`stop-title-${k}`}>
              <h3 id={`stop-title-${k}`} className="text-xl">
                {stop.place}
              </h3>
              <div className="mt-2 border-t-2 border-ink">
                {stop.points.map((point) => (
                  <PointCard
                    key={point.id}
                    {...{ point, site, entries, actions }}
                    findings={at(point.id)}
                    takenBack={graded.filter((finding) => finding.pointId === point.id && finding.fields.takenBack)}
                    onTakeBack={(finding) => {
                      setUndo(finding);
                      void actions.change(finding, { takenBack: true });
                    }}
                  />
                ))}
              </div>
            </section>
          ))}
        </>
      )}
      {undo ? (
        <div
          role="status"
          className="fixed inset-x-4 bottom-32 z-40 mx-auto flex max-w-md items-center justify-between gap-4 border-2 border-ink bg-raised p-3 desk:bottom-6"
        >
          Finding taken back
          <button
            type="button"
            className="button"
            onClick={() => {
              void actions.change(findings.find(({ id }) => id === undo.id) ?? undo, { takenBack: false });
              setUndo(null);
            }}
          >
            Undo
          </button>
        </div>
      ) : null}
    </div>
  );
}

/** What the brief says of hazards and access, where one is about to go; that it says nothing is said too. */
function Hazards({ caseId, brief: { hazards, access } }: { caseId: string; brief: BriefFields }) {
  if (hazards === "" && access === "")
    return (
      <CautionLine>
        Nothing is written of hazards and access: ask before you go up, and{" "}
        <Link href={`/cases/${caseId}/brief`}>write it in the brief</Link>.
      </CautionLine>
    );
  return (
    <section aria-label="Hazards and access" className="mt-1">
      {hazards ? <CautionLine>{hazards}</CautionLine> : null}
      {access ? <p className="caption mt-1">Access: {access}</p> : null}
    </section>
  );
}

/** Asked once a device: who records here. */
function WhoRecords() {
  const { device } = useOutbox();
  const [asking, setAsking] = useState(false);
  if (device.id === "") return <p className="caption min-h-11">&nbsp;</p>;
  if (device.author && !asking) {
    return (
      <p className="caption flex min-h-11 items-center gap-3">
        Recorded as {device.author}
        <button type="button" className="min-h-11 text-act underline" onClick={() => setAsking(true)}>
          Someone else
        </button>
      </p>
    );
  }
  return (
    <div role="group" aria-label="Who records" className="my-2 flex max-w-md items-end gap-2" onBlur={() => setAsking(false)}>
      <div className="flex-1">
        <NameField
          label="Your name, so that it's known who saw what"
          value={device.author}
          onSave={(author) => {
            setAsking(true);
            return theField().outbox.nameDevice({ author });
          }}
        />
      </div>
    </div>
  );
}
