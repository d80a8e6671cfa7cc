"use client";

import { useMemo } from "react";
import type { ChangeOf, FactsFields } from "@/core/changes/change";
import { withChanges } from "@/core/changes/standing";
import { inCaseOrder } from "@/core/inspection/caseOrder";
import type { CaseMatter } from "@/core/inspection/matter";
import type { Stop } from "@/core/inspection/point";
import { type Question, questionsAt } from "@/core/inspection/questions";
import { walkFor } from "@/core/inspection/walk";
import type { SiteFile } from "@/core/site/siteSchema";
import { withFacts } from "@/core/site/withFacts";
import type { FieldRecords } from "@/server/cases/openCase";
import type { OwnRecords } from "../field/useCaseRecords";

/** A site with what was said of it on this device, and its walk. */
interface OwnWalk {
  site: SiteFile;
  stops: Stop[];
  questions: ReadonlyMap<Stop, Question[]>;
}

/**
 * The walk as this device has it: what was said of the plant changes it at once, with a network or without. What the server knew when the page was
 * made is in the description already.
 */
export function useWalk(
  described: SiteFile,
  known: FieldRecords,
  { entries, facts }: OwnRecords,
  madeMs: number,
  matter: CaseMatter,
): OwnWalk {
  const site = useMemo(() => {
    const there = new Set(known.changes.map(({ id }) => id));
    const own = [...entries.values()].map(({ change }) => change);
    const news = own.filter((change): change is ChangeOf<"facts"> => change.kind === "facts" && !there.has(change.id));
    return withFacts(described, withChanges<FactsFields>({}, news).fields);
  }, [described, known, entries]);
  const stops = useMemo(() => inCaseOrder(walkFor(site, { nowMs: madeMs }), matter), [site, madeMs, matter]);
  const questions = useMemo(() => questionsAt(site, stops, facts.fields), [site, stops, facts]);
  return { site, stops, questions };
}
