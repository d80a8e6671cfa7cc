import { about, takes } from "../about";

export const bypassConducting = about({
  id: "bypass-conducting",
  kind: "fault",
  title: "Bypass diode conducting",
  owner: "In {place} a part of one module is switched out for good, so it gives a little less at every hour.",
  technician: "{Place} works at a lower voltage at every current: a bypass diode conducts.",
  work: "replace-module",
  priorLogOdds: -3,
  loss: takes(
    "P_string → P · (1 − U_missing ÷ U)",
    "U_missing: by how much the string's voltage fell at every current, V; told from power or a module's energy alone, U times its bypassed parts over all of its parts.",
  ),
  nextTest: "Open-circuit voltage of {scope} against its neighbours in the same light; then module by module",
  caution: "The string is live in any daylight and a bypassed part can be hot: isolate and measure zero current before anything is opened.",
  hatch: "M0 8 L8 0 M0 0 L8 8",
  onePart: true,
});
