/** A stretch of intervals, `to` exclusive. */
export interface Run {
  from: number;
  to: number;
  /** True where something after it showed that it was over; false where it may last. */
  ended: boolean;
}

/**
 * Stretches where a test holds. Intervals for which it says null (night, missing) neither break a
 * stretch nor belong to its ends.
 */
export function runsWhere(count: number, test: (i: number) => boolean | null): Run[] {
  const runs: Run[] = [];
  let open: Run | null = null;
  for (let i = 0; i < count; i++) {
    const answer = test(i);
    if (answer === null) continue;
    if (!answer) {
      if (open) open.ended = true;
      open = null;
    } else if (open) open.to = i + 1;
    else {
      open = { from: i, to: i + 1, ended: false };
      runs.push(open);
    }
  }
  return runs;
}
