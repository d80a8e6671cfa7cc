"use client";

import { useMemo, useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import type { BriefFields } from "@/core/changes/change";
import { isAbout } from "@/core/inspection/caseOrder";
import { CLEARED, FROM_BELOW, STOP_WORK } from "@/core/inspection/catalogue/apart";
import { heldBy } from "@/core/inspection/holding";
import type { CaseMatter } from "@/core/inspection/matter";
import { isOfStop, type Stop } from "@/core/inspection/point";
import { questionsOf } from "@/core/inspection/questions";

import { outlookOf, type Practice } from "@/core/practice/practice";
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
import { LeftHere } from "./LeftHere";
import { leftAt } from "./left";
import { PointSheet } from "./PointSheet";
import { RecordedList } from "./RecordedList";
import { isAt } from "./rounds";
import { StopList } from "./StopList";
import { UndoBar } from "./UndoBar";
import { useFacts } from "./useFacts";
import { useFindings } from "./useFindings";
import { useNow } from "./useNow";
import { useWalk } from "./useWalk";
import { useWhere } from "./useWhere";
import { WalkHead } from "./WalkHead";

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
  practice: Practice;
}

/** In a quick round nearly all is about the case, and marks would tell nothing. */
const NONE: ReadonlySet<string> = new Set();

/** The walk in the order of the body's way: one point at a time, beside the list of all where there is room for it. */
export function WalkBench({
  caseId,
  site: described,
  madeMs,
  known,
  brief,
  causes,
  foundBefore,
  register,
  energies,
  practice,
}: WalkBenchProps) {
  const records = useCaseRecords(caseId, known, brief);
  const { findings, entries, brief: standingBrief } = records;
  const { complaint, since } = brief;
  const matter = useMemo(() => ({ complaint: `${complaint} ${since}`, causes }), [complaint, since, causes]);
  const { site, stops, questions } = useWalk(described, known, records, madeMs, matter);
  const tell = useFacts(caseId, records.facts);
  const nowMs = useNow(madeMs);
  const ownParts = useParts(caseId, known, register, entries);
  const actions = useFindings(caseId);
  const graded = useMemo(() => findings.filter(({ fields }) => fields.gradeId !== ""), [findings]);
  const standing = useMemo(() => graded.filter(({ fields }) => !fields.takenBack), [graded]);
  const where = useWhere(caseId, stops, matter, standing, practice.quickRoundPoints);
  const { leaf, setLeaf, rounds, round, items, current, place, seen, back, open } = where;
  const forCase = useMemo(() => new Set(items.filter(({ point }) => isAbout(point, matter)).map(({ key }) => key)), [items, matter]);
  const outlook = useMemo(() => outlookOf(practice), [practice]);
  const [newPart, setNewPart] = useState<string | null>(null);
  const [undo, setUndo] = useState<readonly StandingFinding[]>([]);
  const left = leftAt(items, place, seen, stops);
  const begins = items[place - 1]?.stop !== current.stop;

  /** A quick round has stops of its own, with fewer points. */
  const questionsOfStop = ({ station, part }: Stop) =>
    [...questions].flatMap(([stop, its]) => (stop.station === station && stop.part === part ? its : []));
  const at = (list: readonly StandingFinding[], takenBack: boolean) =>
    list.filter((finding) => isAt(current, finding) && finding.fields.takenBack === takenBack);

  return (
    <div className="desk:max-w-6xl">
      <WalkHead
        {...{ caseId, round, items, seen }}
        leaf={leaf}
        counts={{ quick: rounds.quick.length, whole: rounds.whole.length }}
        recorded={standing.length}
        parts={presentParts(ownParts.parts).length}
        brief={standingBrief.fields}
        onLeaf={setLeaf}
        onBegin={where.begin}
        onRound={where.chooseRound}
      />
      {leaf === "recorded" ? (
        <RecordedList findings={standing} site={site} onOpen={open} />
      ) : leaf === "parts" ? (
        <PartsLeaf own={ownParts} site={site} nowMs={nowMs} first={newPart} by={outlook} />
      ) : leaf === "plan" ? (
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
            matter={round === "whole" ? forCase : NONE}
            folded={leaf === "point"}
            onOpen={(item) => where.goTo(items.indexOf(item))}
          >
            <AsTold questions={questionsOf(site)} facts={records.facts.fields} onTell={tell} />
          </StopList>
          <div className={leaf === "list" ? "hidden desk:block" : ""}>
            <Before items={items} place={place} standing={standing} onOpen={where.goTo} />
            <PointSheet
              key={current.key}
              {...{ item: current, place, of: items.length, site, entries, actions, heading: where.heading }}
              ask={begins ? <Asked questions={questionsOfStop(current.stop)} facts={records.facts.fields} onTell={tell} /> : null}
              held={heldBy(current.stop, current.point, stops, standing, nowMs, practice.conditionHoldsH)}
              onBelow={() => actions.add(FROM_BELOW, { gradeId: "sound" })}
              onOpen={where.openCondition}
              back={back?.point.title}
              left={left ? <LeftHere left={left} onOpen={open} /> : null}
              hazards={begins ? standingBrief.fields.hazards : ""}
              findings={at(findings, false)}
              takenBack={at(graded, true)}
              earlier={foundBefore.filter((one) => one.pointId === current.point.id && isOfStop(one, current.stop))}
              onGo={where.goOn}
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
