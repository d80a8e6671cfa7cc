import type { StandingFinding } from "../changes/caseRecords";
import { HOUR_MS } from "../constants";
import { findGrade } from "./catalogue";
import { FROM_BELOW } from "./catalogue/apart";
import { type Condition, isOfStop, type Point, type Stop } from "./point";

/**
 * How long what was said of a condition holds, hours, unless a firm says otherwise: a working day. Wind, ice, heat and anchors are another day's another time, and what was
 * dead in the morning may have been switched on since.
 */
export const CONDITION_HOLDS_H = 12;

/** Before what a condition is answered. */
export const CONDITION_WORDS: Record<Condition, string> = {
  up: "Before anyone goes up",
  dead: "Before anything is opened",
  metal: "Before bare metal is touched",
};

/** What has to be said before a point may be graded. */
export interface Held {
  condition: Condition;
  /** Points that nobody has answered today. */
  open: Point[];
  /** Those that say that it mustn't be. */
  forbid: Point[];
}

/**
 * What holds a point back: conditions of the same walk that nobody has answered today, or that forbid it. Reading is never held, nor saying that
 * a point wasn't seen or isn't here.
 * @param walk the whole one
 * @param standing findings of the case that aren't taken back
 * @param nowMs when one is about to
 * @param holdsH how long an answer holds, hours
 * @returns null where nothing holds it
 */
export function heldBy(
  stop: Stop,
  point: Point,
  walk: readonly Stop[],
  standing: readonly StandingFinding[],
  nowMs: number,
  holdsH = CONDITION_HOLDS_H,
): Held | null {
  const today = standing.filter(({ marks }) => nowMs - (marks.gradeId?.madeMs ?? 0) < holdsH * HOUR_MS);
  for (const condition of conditionsOf(stop, point, walk)) {
    if (condition === "up" && keptBelow(today)) continue;
    // What was measured in the field says nothing of the roof.
    const there = walk.filter(({ part }) => part === null || stop.part === null || part === stop.part);
    const points = there.flatMap((one) => one.points).filter((one) => one.condition === condition && one.id !== point.id);
    const said = today.filter(({ fields }) => isOfStop(fields, stop));
    const open = points.filter(({ id }) => !said.some(({ pointId, fields }) => pointId === id && !UNANSWERED.has(fields.gradeId)));
    const forbid = points.filter(({ id }) => said.some((one) => one.pointId === id && isStop(one)));
    if (open.length + forbid.length > 0) return { condition, open, forbid };
  }
  return null;
}

const UNANSWERED: ReadonlySet<string> = new Set(["", "not-seen"]);

const isStop = ({ pointId, fields }: StandingFinding) => findGrade(pointId, fields.gradeId)?.severity === "stop";

/** Whether somebody has said today that nobody goes up. */
function keptBelow(today: readonly StandingFinding[]): boolean {
  return today.some(({ pointId, fields }) => pointId === FROM_BELOW && fields.gradeId === "sound");
}

/** On a roof one has gone up; the rest is the point's own. */
function conditionsOf(stop: Stop, point: Point, walk: readonly Stop[]): Condition[] {
  return [...(isUp(stop, walk) ? (["up"] as const) : []), ...point.after];
}

/** Whether one has climbed to be there. */
export function isUp({ station, part }: Stop, walk: readonly Stop[]): boolean {
  if (station === "roof-edge") return true;
  const atModules = station === "array" || station === "under-array";
  // Where there is no ladder all modules stand in the field.
  return atModules && part !== "field" && walk.some((stop) => stop.station === "ladder");
}
