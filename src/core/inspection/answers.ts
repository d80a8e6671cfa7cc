/** What can be said of any point besides its grades: that it wasn't seen, with the reason as its note, or that this site doesn't have it. */
export const ANSWERS = {
  "not-seen": { word: "Not seen", asks: "Why not?" },
  "not-applicable": { word: "Not here", asks: "" },
} as const;

export type AnswerId = keyof typeof ANSWERS;

/** Whether what was recorded at a point is one of these, and no grade. */
export function isAnswer(gradeId: string): gradeId is AnswerId {
  return Object.hasOwn(ANSWERS, gradeId);
}

/** Why a point is mostly not seen, for one touch. */
export const NOT_SEEN_BECAUSE = ["can't be reached", "not safe today", "covered", "too dark", "no time", "locked"] as const;
