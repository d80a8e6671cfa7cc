import { about, takes } from "../about";

export const stringOpen = about({
  id: "string-open",
  kind: "fault",
  title: "String gives nothing",
  owner: "{Place} gives nothing: a fuse, an isolator, a connector or a conductor has failed.",
  technician: "{Place} is open: no current in good light while its inverter works.",
  work: "mend-string",
  priorLogOdds: -2.5,
  loss: takes("P_string → 0", "The string gives nothing from its first interval on."),
  nextTest: "Short-circuit current of {scope} against its light, and open-circuit voltage on both sides of its isolator",
  caution:
    "The string is live in any daylight, also behind an open isolator. Never open a connector or fuse under load: isolate, measure zero current, then open. Local rules say who may.",
  hatch: "M0 8 L8 0",
  onePart: true,
  partOf: "one string of",
  seenInData: true,
});
