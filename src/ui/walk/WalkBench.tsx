"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import type { BriefFields } from "@/core/changes/change";
import { CLEARED, FROM_BELOW, STOP_WORK } from "@/core/inspection/catalogue/apart";
import { heldBy } from "@/core/inspection/holding";
import type { Stop } from "@/core/inspection/point";
import { questionsOf } from "@/core/inspection/questions";
import { type CaseMatter, quickRound } from "@/core/inspection/quickRound";
import { type Part, presentParts } from "@/core/register/parts";
import type { SiteFile } from "@/core/site/siteSchema";
import type { FieldRecords } from "@/server/cases/openCase";
import type { EarlierFinding } from "@/server/findings/earlier";
import { useCaseRecords } from "../field/useCaseRecords";
import { PlanLeaf } from "../plan/PlanLeaf";
import type { EnergySource } from "../plan/useEnergies";
import { PartsLeaf } from "../register/PartsLeaf";
import { useParts } from "../register/useParts";
import { Asked } from "./Asked";
import { AsTold } from "./AsTold";
import { Before } from "./Before";
import { PointSheet } from "./PointSheet";
import { RecordedList } from "./RecordedList";
import { itemOf, itemsOf, type RoundId } from "./rounds";
import { StopList } from "./StopList";
import { UndoBar } from "./UndoBar";
import { useFacts } from "./useFacts";
import { useFindings } from "./useFindings";
import { setHash, useHash } from "./useHash";
import { useNow } from "./useNow";
import { useRound } from "./useRound";
import { useWalk } from "./useWalk";
import { WalkHead, type WalkLeaf } from "./WalkHead";

interface WalkBenchProps {
  caseId: string;
  site: SiteFile;
  /** The day of the walk, as the page was made. */
  madeMs: number;
  known: FieldRecords;
  brief: BriefFields;
  /** What the data show, for the quick round. */
  causes: CaseMatter["causes"];
  /** What was found in other cases of the site. */
  foundBefore: readonly EarlierFinding[];
  /** Parts of the plant. */
  register: readonly Part[];
  /** What the data tell of strings and modules. */
  energies: EnergySource | null;
}

/** In a quick round all of it matters. */
const NONE: ReadonlySet<string> = new Set();

/** The address of the parts, after its #. */
const PARTS = "parts";

/** From this width on the list stands beside the point (`--breakpoint-desk`). */
const DESK_PX = 1120;

/** The walk in the order of the body's way: one point at a time, beside the list of all where there is room for it. */
export function WalkBench({ caseId, site: described, madeMs, known, brief, causes, foundBefore, register, energies }: WalkBenchProps) {
  const records = useCaseRecords(caseId, known, brief);
  const { findings, entries, brief: standingBrief } = records;
  const { site, stops, questions } = useWalk(described, known, records, madeMs);
  const tell = useFacts(caseId, records.facts);
  const nowMs = useNow(madeMs);
  const ownParts = useParts(caseId, known, register, entries);
  const actions = useFindings(caseId);
  const graded = useMemo(() => findings.filter(({ fields }) => fields.gradeId !== ""), [findings]);
  const standing = useMemo(() => graded.filter(({ fields }) => !fields.takenBack), [graded]);
  const [leaf, setLeaf] = useState<WalkLeaf | null>(null);
  const [newPart, setNewPart] = useState<string | null>(null);
  /** The point that a condition was opened from: once it is answered the walk goes on there. */
  const [backTo, setBackTo] = useState<string | null>(null);
  const [undo, setUndo] = useState<readonly StandingFinding[]>([]);

  const heading = useRef<HTMLHeadingElement>(null);
  const hash = useHash();
  // In the field a walk begins with its list: which round, what is dangerous here, who records. An address leads to its point.
  const shown = leaf ?? "list";
  const [arrived, setArrived] = useState(0);
  useEffect(() => {
    const arrive = () => {
      if (window.location.hash === "") return;
      if (window.location.hash === `#${PARTS}`) return setLeaf("parts");
      setLeaf("point");
      setArrived((times) => times + 1);
    };
    arrive();
    window.addEventListener("hashchange", arrive);
    return () => window.removeEventListener("hashchange", arrive);
  }, []);
  const [chosenRound, chooseRound] = useRound(caseId);
  const { complaint, since } = brief;
  const rounds = useMemo(() => {
    const quick = quickRound(stops, { complaint: `${complaint} ${since}`, causes });
    return { quick: itemsOf(quick), whole: itemsOf(stops) };
  }, [stops, complaint, since, causes]);
  // A point that is asked for by its address is shown, in whichever round it is.
  const round: RoundId = (chosenRound ?? "quick") === "whole" || (hash && !itemOf(rounds.quick, hash)) ? "whole" : "quick";
  const items = rounds[round];
  const matter = useMemo(() => new Set(rounds.quick.map(({ key }) => key)), [rounds]);
  const seen = useMemo(() => new Set(standing.map(({ pointId }) => pointId)), [standing]);
  // What was said of the plant may have taken the point that was open out of the walk: then it goes on from there.
  const lastPlace = useRef(-1);
  const current =
    itemOf(items, hash) ??
    (lastPlace.current < 0 ? undefined : items[Math.min(lastPlace.current, items.length - 1)]) ??
    items.find(({ point }) => !seen.has(point.id)) ??
    items[0];
  const place = items.indexOf(current);
  // A quick round has the condition and may lack the point that waits for it.
  const backItem = backTo && current.point.condition ? itemOf(rounds.whole, backTo) : undefined;
  useEffect(() => {
    lastPlace.current = place;
  }, [place]);

  /** A quick round has stops of its own, with fewer points. */
  const questionsOfStop = ({ station, part }: Stop) =>
    [...questions].flatMap(([stop, its]) => (stop.station === station && stop.part === part ? its : []));

  const [moved, setMoved] = useState(0);
  /** Whoever goes on by key, thumb or ear is taken to the next point's name. */
  const goTo = useCallback(
    (to: number) => {
      const item = items[Math.max(0, Math.min(items.length - 1, to))];
      setLeaf("point");
      setHash(item.key);
      setMoved((times) => times + 1);
    },
    [items],
  );
  /** Opens a point of whichever round; what stands at no station is told at the head of the page. */
  const open = (pointId: string) => {
    const item = itemOf(items, pointId) ?? itemOf(rounds.whole, pointId);
    if (!item) return window.scrollTo({ top: 0 });
    setLeaf("point");
    setHash(item.key);
    setMoved((times) => times + 1);
  };
  useEffect(() => {
    if (moved === 0) return;
    heading.current?.focus({ preventScroll: true });
    heading.current?.closest("article")?.scrollIntoView({ block: "start" });
  }, [moved]);
  useEffect(() => {
    if (arrived > 0 && window.innerWidth < DESK_PX) heading.current?.closest("article")?.scrollIntoView({ block: "start" });
  }, [arrived]);
  // The first point that is open stands in the address, so that a reload comes back to it.
  useEffect(() => {
    if (window.location.hash === "" && current) setHash(current.key);
  }, [current]);

  return (
    <div className="desk:max-w-6xl">
      <WalkHead
        {...{ caseId, round, items, seen }}
        leaf={shown}
        counts={{ quick: rounds.quick.length, whole: rounds.whole.length }}
        recorded={standing.length}
        parts={presentParts(ownParts.parts).length}
        brief={standingBrief.fields}
        onLeaf={setLeaf}
        onRound={(to) => {
          chooseRound(to);
          // Before it has begun, and where the round lacks the point that is open, it begins with what wasn't looked at yet.
          if (shown === "list" || !itemOf(rounds[to], current.key))
            setHash((rounds[to].find(({ point }) => !seen.has(point.id)) ?? rounds[to][0]).key);
        }}
      />
      {shown === "recorded" ? (
        <RecordedList findings={standing} site={site} onOpen={(pointId) => open(pointId)} />
      ) : shown === "parts" ? (
        <PartsLeaf own={ownParts} site={site} nowMs={nowMs} first={newPart} />
      ) : shown === "plan" ? (
        <PlanLeaf
          {...{ site, stops, energies }}
          findings={standing}
          earlier={foundBefore}
          parts={ownParts.parts}
          onOpen={open}
          onPart={(fields) => {
            setNewPart(ownParts.add(fields));
            setLeaf("parts");
          }}
        />
      ) : (
        <div className="desk:grid desk:grid-cols-[19rem_minmax(0,1fr)] desk:gap-6">
          <StopList
            items={items}
            current={current}
            standing={standing}
            matter={round === "whole" ? matter : NONE}
            folded={shown === "point"}
            onOpen={(item) => goTo(items.indexOf(item))}
          >
            <AsTold questions={questionsOf(site)} facts={records.facts.fields} onTell={tell} />
          </StopList>
          <div className={shown === "list" ? "hidden desk:block" : ""}>
            <Before items={items} place={place} standing={standing} onOpen={goTo} />
            <PointSheet
              key={current.key}
              {...{ item: current, place, of: items.length, site, entries, actions, heading }}
              ask={
                items[place - 1]?.stop === current.stop ? null : (
                  <Asked questions={questionsOfStop(current.stop)} facts={records.facts.fields} onTell={tell} />
                )
              }
              held={heldBy(current.stop, current.point, stops, standing, nowMs)}
              onBelow={() => actions.add(FROM_BELOW, { gradeId: "sound" })}
              onOpen={(pointId) => {
                setBackTo(current.key);
                open(pointId);
              }}
              back={backItem?.point.title}
              hazards={items[place - 1]?.stop === current.stop ? "" : standingBrief.fields.hazards}
              findings={findings.filter(({ pointId, fields }) => pointId === current.point.id && !fields.takenBack)}
              takenBack={graded.filter(({ pointId, fields }) => pointId === current.point.id && fields.takenBack)}
              earlier={foundBefore.filter(({ pointId }) => pointId === current.point.id)}
              onGo={(to) => {
                setBackTo(null);
                if (backItem && to > place) open(backItem.key);
                else goTo(to);
              }}
              stopped={standing.some(({ pointId, fields }) => pointId === STOP_WORK && fields.gradeId !== CLEARED)}
              onStop={() => {
                actions.add(STOP_WORK, { gradeId: "stop" });
                window.scrollTo({ top: 0 });
              }}
              onTakeBack={(some) => {
                setUndo(some);
                for (const finding of some) void actions.change(finding, { takenBack: true });
              }}
            />
          </div>
        </div>
      )}
      <UndoBar
        count={undo.length}
        onUndo={() => {
          for (const one of undo) void actions.change(findings.find(({ id }) => id === one.id) ?? one, { takenBack: false });
          setUndo([]);
        }}
      />
    </div>
  );
}
