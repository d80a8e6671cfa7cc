import { point } from "./write";

/** The point at which stopped work is recorded: at no station, and one tap away from each. */
export const STOP_WORK = "stop-work";
/** The grade by which a person lets work go on. */
export const CLEARED = "sound";

/** The point at which is said that what lies on a roof is looked at from below, because nobody goes up. */
export const FROM_BELOW = "from-below";

/** Points that stand at no station. */
export const apart = [
  point({
    id: STOP_WORK,
    title: "Work stopped",
    why: "Whoever sees a danger stops the work; it goes on when a person has cleared it.",
    caution: "Nobody goes on, up or near until it is cleared.",
    atOnce: "Everybody off the roof and away from live parts. Nobody goes on until whoever is responsible has cleared it.",
    sound: "Cleared: work may go on",
    stop: "Nobody goes on",
    rule: "work safety: whoever sees a danger stops the work",
    work: null,
    rank: 5,
  }),
  point({
    id: FROM_BELOW,
    title: "The roof looked at from below",
    why: "What can't be reached safely is looked at from the ground, from a window or by a camera on a pole.",
    sound: "Nobody goes up today",
    watch: "Somebody goes up after all",
    rule: "work safety: work at height",
    work: null,
    rank: 1,
  }),
];
