import { about, takes } from "../about";

export const wetInsulationTrip = about({
  id: "wet-insulation-trip",
  kind: "fault",
  title: "Trips when wet",
  owner: "{Place} switches off after rain or dew and comes back when it has dried: water has found a way into the wiring.",
  technician: "{Place} trips in the wet and comes back when dry: insulation that falls with moisture.",
  work: "seal-wiring",
  priorLogOdds: -3,
  loss: takes("P → 0", "Nothing came in the intervals told."),
  nextTest: "Insulation resistance of {scope} while it is wet, string by string",
  caution: "The insulation test puts its voltage on everything joined: clear people, discharge afterwards.",
  hatch: "M1 1 V4 M5 4 V7",
  onePart: true,
  recurs: true,
});
