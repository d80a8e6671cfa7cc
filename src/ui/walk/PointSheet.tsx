"use client";

import { ChevronLeft, ChevronRight, Plus } from "lucide-react";
import { type ReactNode, type RefObject, useEffect, useState } from "react";
import { tinykeys } from "tinykeys";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { isAnswer } from "@/core/inspection/answers";
import { findGrade } from "@/core/inspection/catalogue";
import type { Held } from "@/core/inspection/holding";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import type { Entry } from "@/field/entry";
import { newUuid } from "@/field/uuid";
import type { EarlierFinding } from "@/server/findings/earlier";
import { CautionLine } from "../marks/CautionLine";
import { gravestIn } from "../plan/pinsOf";
import { PointDrawing } from "./drawings/PointDrawing";
import { EarlierHere } from "./EarlierHere";
import { FindingBlock } from "./FindingBlock";
import { GradeChoice } from "./GradeChoice";
import { HeldBack } from "./HeldBack";
import { NotSeen } from "./NotSeen";
import { Read } from "./Read";
import type { Item } from "./rounds";
import { StopButton } from "./StopWork";
import { SummaryRow } from "./SummaryRow";
import type { useFindings } from "./useFindings";
import { useSwipe } from "./useSwipe";

interface PointSheetProps {
  item: Item;
  /** Its place in the round, from 0. */
  place: number;
  of: number;
  site: SiteFile;
  /** What stands at this point, in the order recorded. */
  findings: StandingFinding[];
  takenBack: StandingFinding[];
  entries: ReadonlyMap<string, Entry>;
  actions: ReturnType<typeof useFindings>;
  heading: RefObject<HTMLHeadingElement | null>;
  /** How the point was on earlier visits. */
  earlier: readonly EarlierFinding[];
  /** What the brief says of hazards, where a stop begins. */
  hazards: string;
  onGo: (place: number) => void;
  onTakeBack: (findings: readonly StandingFinding[]) => void;
  /** What the site's description lacks and is asked here, where a stop begins. */
  ask: ReactNode;
  /** What has to be said before this point is graded. */
  held: Held | null;
  /** Says that nobody goes up. */
  onBelow: () => void;
  onOpen: (pointId: string) => void;
  /** The point that waits for this one; going on leads back to it. */
  back: string | undefined;
  /** What is left at the stop that one leaves. */
  left: ReactNode;
  /** Whether the work of the whole case is stopped. */
  stopped: boolean;
  onStop: () => void;
}

/** Where a key is a letter and no command. */
const TYPING = "input, textarea, select, [contenteditable], [role=dialog]";

/** One point fills the screen: what good and bad look like, the caution, the grades at the thumb, then what was found. */
export function PointSheet(props: PointSheetProps) {
  const { item, place, of, site, findings, takenBack, entries, actions, heading, hazards, earlier, onGo, onTakeBack, onStop, stopped } =
    props;
  const { ask, onBelow, onOpen, back, left } = props;
  const { point, stop } = item;
  const [chosen, setChosen] = useState<string | "another" | null>(null);
  const open = findings.find(({ id }) => id === chosen) ?? findings.at(-1);
  const adding = chosen === "another" || !open;
  const graded = findings.filter(({ fields }) => fields.gradeId !== "");
  // What is read or worked out before there is a grade belongs to the finding that will have it.
  const [coming, setComing] = useState(newUuid);
  const recordId = adding ? coming : open.id;
  // What stands is read and mended at any time; only grading anew is held.
  const held = adding || open.fields.gradeId === "" ? props.held : null;

  const part = stop.part ? { part: stop.part } : {};
  const say = (gradeId: string) => {
    if (adding) setChosen(actions.add(point.id, { gradeId, ...part }, coming));
    else void actions.change(open, { gradeId, ...part });
    const severity = findGrade(point.id, gradeId)?.severity;
    // One touch for what is in order: the next point comes by itself. What isn't stays, for its place, note and photo.
    if (graded.length === 0 && (severity === "sound" || gradeId === "not-applicable")) onGo(place + 1);
  };

  useEffect(() => {
    const press = (act: () => void) => (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest(TYPING)) return;
      event.preventDefault();
      act();
    };
    const grade = (severity: string) =>
      press(() => {
        const ways = held ? [] : point.grades.filter((one) => one.severity === severity);
        if (ways.length === 1) say(ways[0].id);
        else document.getElementById(`grade-${ways[0]?.id}`)?.focus();
      });
    return tinykeys(window, {
      s: grade("sound"),
      w: grade("watch"),
      f: grade("fix"),
      x: grade("stop"),
      n: press(() => say("not-seen")),
      a: press(() => say("not-applicable")),
      j: press(() => onGo(place + 1)),
      k: press(() => onGo(place - 1)),
    });
  });

  const swipe = useSwipe(
    () => place < of - 1 && onGo(place + 1),
    () => place > 0 && onGo(place - 1),
  );
  return (
    <article
      {...swipe}
      aria-labelledby={`point-${point.id}`}
      className="flex min-h-[calc(100dvh-11.5rem)] scroll-mt-14 flex-col desk:block"
    >
      <div className="caption flex items-center justify-between gap-3 pt-2">
        <p>
          {stop.place},{" "}
          <span className="figures">
            {place + 1} of {of}
          </span>
        </p>
        {/* In the field the head of the page is out of sight. */}
        <div className="desk:hidden">
          {stopped ? <strong className="text-stop">Work is stopped</strong> : <StopButton onStop={onStop} />}
        </div>
      </div>
      {ask}
      <PointDrawing pointId={point.id} />
      <h3 id={`point-${point.id}`} ref={heading} tabIndex={-1} className="text-xl font-semibold outline-none">
        {point.title}
      </h3>
      <p className="mt-1">{point.why}</p>
      {point.caution ? <CautionLine>{point.caution}</CautionLine> : null}
      {hazards ? (
        <div className="desk:hidden">
          <CautionLine>{hazards}</CautionLine>
        </div>
      ) : null}
      {point.rule ? <p className="caption mt-2">By {point.rule}</p> : null}
      <EarlierHere
        earlier={earlier}
        now={gravestIn(graded)}
        site={site}
        onPhoto={(files) => actions.addPhotos({ id: recordId, pointId: point.id }, files)}
      />
      {graded.length > 1 || (adding && graded.length > 0) ? (
        <ul className="mt-3 border-t border-rule" aria-label={`Found at ${point.title}`}>
          {graded.map((finding) => (
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
      {graded.length > 1 ? (
        <button
          type="button"
          className="min-h-11 text-left text-act underline"
          onClick={() => {
            setChosen(null);
            onTakeBack(graded);
          }}
        >
          Take all {graded.length} back
        </button>
      ) : null}
      <Read key={`read-${recordId}`} {...{ point, part, site, actions, recordId, finding: adding ? undefined : open }} />
      <div className="mt-auto" />
      {held ? <HeldBack {...{ held, onBelow, onOpen }} onSound={(pointId, gradeId) => actions.add(pointId, { gradeId, ...part })} /> : null}
      <GradeChoice point={held ? { ...point, grades: [] } : point} gradeId={adding ? "" : open.fields.gradeId} onChoose={say} />
      {point.atOnce && !adding && findGrade(point.id, open.fields.gradeId)?.severity === "stop" ? (
        <p role="alert" className="mt-3 border-2 border-stop bg-raised p-3 font-semibold">
          At once: {point.atOnce}
        </p>
      ) : null}
      {adding || open.fields.gradeId === "" ? null : isAnswer(open.fields.gradeId) ? (
        <NotSeen key={open.id} {...{ finding: open, actions }} onTakeBack={() => onTakeBack([open])} onDone={() => onGo(place + 1)} />
      ) : (
        <FindingBlock
          key={open.id}
          {...{ point, site, entries, actions, finding: open }}
          onTakeBack={() => {
            setChosen(null);
            onTakeBack([open]);
          }}
          onAlso={(scopes) => {
            const { gradeId, note } = open.fields;
            for (const place of scopes) actions.add(point.id, { gradeId, note, place, ...part });
          }}
        />
      )}
      {left}
      <div className="mt-3 flex gap-2">
        <button type="button" className="button px-3" aria-label="Point before" disabled={place === 0} onClick={() => onGo(place - 1)}>
          <ChevronLeft className="size-6" aria-hidden="true" />
        </button>
        {graded.some(({ fields }) => !isAnswer(fields.gradeId)) ? (
          <button
            type="button"
            className="button"
            onClick={() => {
              setComing(newUuid());
              setChosen(adding ? (findings.at(-1)?.id ?? null) : "another");
            }}
          >
            <Plus className="size-5" aria-hidden="true" /> {adding ? "No other one" : "Another one here"}
          </button>
        ) : null}
        <button
          type="button"
          className={`button flex-1 justify-center ${graded.length > 0 ? "button-act" : ""}`}
          disabled={place === of - 1}
          onClick={() => onGo(place + 1)}
        >
          {back ? <span className="min-w-0 truncate">Back to {back}</span> : "Next point"}{" "}
          <ChevronRight className="size-6" aria-hidden="true" />
        </button>
      </div>
      <p className="caption mt-3 hidden desk:block">
        Keys: <kbd>S</kbd> sound, <kbd>W</kbd> watch, <kbd>F</kbd> fix, <kbd>X</kbd> stop, <kbd>N</kbd> not seen, <kbd>A</kbd> not here,{" "}
        <kbd>J</kbd> and <kbd>K</kbd> next and before.
      </p>
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
