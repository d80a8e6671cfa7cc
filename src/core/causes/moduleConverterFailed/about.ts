import { about, takes } from "../about";

export const moduleConverterFailed = about({
  id: "module-converter-failed",
  kind: "fault",
  title: "Module converter failed",
  owner: "The electronics at {place} have failed; the neighbours work.",
  technician: "The converter at {place} gives nothing while its neighbours work.",
  work: "replace-converter",
  priorLogOdds: -3,
  loss: takes("P_string → P · (1 − 1 ÷ modules)", "One of its modules gives nothing."),
  nextTest: "Energy of {scope} against its neighbours for a day; cover it and see whether anything changes",
  caution:
    "A converter carries mains voltage until its AC side is off, and the module behind it is live in daylight. Roof work needs a secured person.",
  hatch: "M2 2 H6 V6 H2 Z",
  onePart: true,
});
