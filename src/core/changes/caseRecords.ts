import {
  type BriefFields,
  type Change,
  type ChangeOf,
  type FactsFields,
  type FindingFields,
  NEW_BRIEF,
  NEW_FINDING,
  NEW_OVERRULING,
  NEW_PHOTO,
  NEW_REPORT,
  NEW_WORK,
  type OverrulingFields,
  type ReportFields,
  type WorkFields,
} from "./change";
import { type PhotoMarks, readMarks } from "./photoMarks";
import { byStamp } from "./stamp";
import { type Standing, withChanges } from "./standing";

/** A picture that is kept, as large as it is kept. */
export interface Picture {
  id: string;
  widthPx: number;
  heightPx: number;
}

/** A photo of a finding, taken back or not. */
export interface StandingPhoto {
  id: string;
  removed: boolean;
  /** What is drawn over it. */
  marks: PhotoMarks;
  author: string;
  madeMs: number;
  /** The latest stamp on it. */
  lastMs: number;
  /** Null while the picture itself is still under way. */
  picture: Picture | null;
}

/** A finding as it stands, with all that was ever said of it. */
export interface StandingFinding extends Standing<FindingFields> {
  id: string;
  pointId: string;
  /** Who saw it first, on which device and when. */
  author: string;
  deviceName: string;
  recordedMs: number;
  /** Every change of it, the earliest first; overruled ones too. */
  history: ChangeOf<"finding">[];
  photos: StandingPhoto[];
}

/** A person's judgement of a cause, as it stands. */
export interface StandingOverruling extends Standing<OverrulingFields> {
  id: string;
  cause: string;
  scope: string;
  /** Who judged last, and when. */
  author: string;
  madeMs: number;
}

/** What a report says of a piece of work at a place, as it stands. */
export interface StandingWork extends Standing<WorkFields> {
  work: string;
  scope: string;
}

/** All records of a case. */
export interface CaseRecords {
  /** In the order in which they were first recorded; those taken back too, and those whose grade is still under way. */
  findings: StandingFinding[];
  /** The latest of each cause and scope that isn't taken back. */
  overrulings: StandingOverruling[];
  brief: Standing<BriefFields>;
  briefHistory: ChangeOf<"brief">[];
  report: Standing<ReportFields>;
  works: StandingWork[];
  /** What was said on site of its plant. */
  facts: Standing<FactsFields>;
}

/**
 * What stands in a case, from all changes of its records: the same on the server and on a device that adds those that wait.
 * @param changes in any order; one that comes twice counts once
 * @param pictures those that are kept
 * @param brief as it was written when the case was opened
 */
export function caseRecords(changes: Iterable<Change>, pictures: Iterable<Picture> = [], brief: BriefFields = NEW_BRIEF): CaseRecords {
  const once = [...new Map([...changes].map((change) => [change.id, change])).values()].sort(byStamp);
  const kept = new Map([...pictures].map((picture) => [picture.id, picture]));
  const of = <Kind extends Change["kind"]>(kind: Kind) => once.filter((change): change is ChangeOf<Kind> => change.kind === kind);
  const photos = grouped(of("photo"));
  const findings = [...grouped(of("finding"))].map(([id, history]): StandingFinding => {
    const { pointId, author, deviceName, madeMs } = history[0];
    const own = [...photos].filter(([, [photo]]) => photo.findingId === id).map(([, made]) => standingPhoto(made, kept));
    return { id, pointId, author, deviceName, recordedMs: madeMs, history, photos: own, ...withChanges(NEW_FINDING, history) };
  });
  const briefHistory = of("brief");
  return {
    findings: findings.sort((a, b) => a.recordedMs - b.recordedMs),
    overrulings: overrulingsOf(of("overruling")),
    brief: withChanges(brief, briefHistory),
    briefHistory,
    report: withChanges(NEW_REPORT, of("report")),
    works: [...grouped(of("work")).values()].map((history) => ({
      ...{ work: history[0].work, scope: history[0].scope },
      ...withChanges(NEW_WORK, history),
    })),
    facts: withChanges<FactsFields>({}, of("facts")),
  };
}

function overrulingsOf(changes: readonly ChangeOf<"overruling">[]): StandingOverruling[] {
  const standing = new Map<string, StandingOverruling>();
  for (const [id, history] of grouped(changes)) {
    const last = history[history.length - 1];
    const { cause, scope } = history[0];
    const one = { id, cause, scope, author: last.author, madeMs: last.madeMs, ...withChanges(NEW_OVERRULING, history) };
    const known = standing.get(`${cause} ${scope}`);
    if (one.fields.holds !== "" && !one.fields.takenBack && (!known || known.madeMs <= one.madeMs)) standing.set(`${cause} ${scope}`, one);
  }
  return [...standing.values()];
}

function standingPhoto(history: readonly ChangeOf<"photo">[], kept: ReadonlyMap<string, Picture>): StandingPhoto {
  const { recordId, author, madeMs } = history[0];
  const lastMs = Math.max(...history.map((change) => change.madeMs));
  const { removed, marks } = withChanges(NEW_PHOTO, history).fields;
  return {
    id: recordId,
    author,
    madeMs,
    lastMs,
    picture: kept.get(recordId) ?? null,
    removed,
    marks: readMarks(marks),
  };
}

function grouped<One extends Change>(changes: readonly One[]): Map<string, One[]> {
  const groups = new Map<string, One[]>();
  for (const change of changes) {
    const group = groups.get(change.recordId);
    if (group) group.push(change);
    else groups.set(change.recordId, [change]);
  }
  return groups;
}
