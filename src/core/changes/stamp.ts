/** When a change was made and by what: enough to put any two in one order. */
export interface Stamp {
  madeMs: number;
  device: string;
  id: string;
}

/**
 * The order of changes, the same wherever and however often it is asked: by the instant of making, then (of two devices in the
 * same millisecond) by their marks.
 * @returns negative where `a` comes first, 0 for one and the same
 */
export function byStamp(a: Stamp, b: Stamp): number {
  return a.madeMs - b.madeMs || compare(a.device, b.device) || compare(a.id, b.id);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/**
 * The instant that a new change is stamped with: now, but after all that its device has made and all that it has seen of the
 * record. So a device's own sequence holds however its clock is set, and what was corrected in the knowledge of something
 * comes after it (a hybrid logical clock: Kulkarni et al. 2014).
 * @param nowMs the device's clock, put right by the last known difference to the server's
 * @param lastMs the device's last stamp
 * @param seenMs the latest stamp that stood on the record when it was changed
 */
export function nextStampMs(nowMs: number, lastMs: number, seenMs: number): number {
  return Math.max(Math.floor(nowMs), lastMs + 1, seenMs + 1);
}
