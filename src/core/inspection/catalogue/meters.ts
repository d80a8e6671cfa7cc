import { point, under } from "./write";

const ON_GRID = { grid: ["on" as const] };

/** Meters, and what each disagreement means. */
export const meters = [
  point({
    id: "panel-meters",
    title: "Meters agree",
    why: "Inverter, inline production meter and utility meter, read in the same minute, should tell one story; where they don't, one is wrong.",
    sound: "Within a few percent",
    watch: "One can't be read",
    fix: "They disagree",
    for: { "scale-error": [1.2, -0.8] },
    measured: { what: "Production meter reads", unit: "kWh", from: 0, to: 1e9 },
    work: "check-meter",
    rank: 3,
  }),
  point({
    id: "meter-nameplate",
    title: "Readings above what the plate allows",
    why: "More than its rating for hours, or more than the modules can give, can't be true: a factor or a unit is wrong.",
    sound: "Never over the rating",
    watch: "For moments, at the edge of clouds",
    fix: "Over what can be, again and again",
    for: { "scale-error": [1.8, -0.5], "sensor-error": 0.4 },
    work: "check-meter",
    rank: 1,
  }),
  point({
    id: "meter-transformers",
    title: "Current transformers: ratio, direction, right conductor",
    why: "One that is turned round subtracts; a ratio of another kind multiplies everything by the same wrong factor.",
    caution: "Never open a current transformer's circuit under load: it makes thousands of volts.",
    sound: { none: "None: direct meters", right: "Ratio set, arrows right, each on its conductor" },
    watch: "Can't be seen without opening",
    fix: "Turned round, wrong ratio or wrong conductor",
    for: { "scale-error": 1.6, curtailment: 0.4 },
    rule: "grid operator's terms: metering",
    work: "check-meter",
    rank: 2,
  }),
  ...under(ON_GRID, [
    point({
      id: "meter-both-ways",
      title: "Revenue meter able to run both ways",
      why: "A meter that counts one way bills the owner for export.",
      caution: "Meter seals are the grid operator's: don't break them.",
      sound: "Counts both ways, both readings seen",
      watch: "Display doesn't show it",
      fix: "Counts export as import, or not at all",
      for: { "scale-error": 0.6 },
      rule: "grid operator's terms: metering",
      work: "check-meter",
      rank: 3,
    }),
  ]),
];
