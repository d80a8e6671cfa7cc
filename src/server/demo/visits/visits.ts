import type { DemoVisit } from "./demoVisit";

const [JANA, ALOIS] = ["Jana Moser", "Alois Gruber"] as const;

/** A whole walk of a raised array on a steep, stone-coated roof. */
const chapelAnnex: DemoVisit = {
  ...{
    siteId: "chapel-annex",
    id: "chapel-annex-2025",
    title: "Inspection after nine years",
    beganAt: "2025-06-12T07:40:00Z",
    author: JANA,
    whole: true,
  },
  found: [
    { point: "wind-site", grade: "watch", note: "Open to the north; closer mounts along the ridge, as built" },
    { point: "wind-now", grade: "sound", value: "3 m/s" },
    { point: "roof-heat", grade: "sound", value: "34 °C" },
    {
      point: "rail-overhang",
      grade: "fix",
      place: "nave",
      spot: "nave@4.3,-0.6",
      value: "520 mm",
      picture: "overhang",
      note: "Lower rail, east end; the others 310 to 340",
    },
    { point: "torque-marks", grade: "watch", note: "No marks anywhere; set anew at the lower row" },
    {
      ...{
        point: "debris",
        grade: "fix",
        picture: "needles",
        note: "Larch needles behind both rails, a hand high; cleared with a wooden rake",
      },
      marks: {
        crop: null,
        marks: [
          { kind: "ring", at: [0.5, 0.5], half: [0.4, 0.12] },
          { kind: "text", at: [0.06, 0.08], text: "a hand high" },
        ],
      },
    },
    { point: "cable-fixings", grade: "watch", note: "Ties brittle at the west end; left untouched" },
    { point: "hot-cells", grade: "not-seen", note: "too dark" },
    { point: "sealant-witness", grade: "not-applicable" },
    { point: "rafters-load", grade: "not-seen", note: "covered" },
    { point: "stains-below", grade: "watch", picture: "stain", note: "Old stain east of the bell rope, dry; marked with the date" },
    { point: "isolator-top", grade: "watch", note: "From the side, with a loop" },
    { point: "insulation-test", grade: "sound", value: "38 MΩ" },
    { point: "bonding-measured", grade: "sound", value: "0.2 Ω" },
    { point: "shutdown-found", grade: "not-applicable" },
    { point: "shutdown-measured", grade: "not-applicable" },
    { point: "shutdown-pairs", grade: "not-applicable" },
    { point: "meter-transformers", grade: "not-applicable" },
    { point: "upgrade-acceptance", grade: "not-applicable" },
    { point: "light-sensor", grade: "not-applicable" },
    { point: "doc-schematic", grade: "fix", note: "Of the plant as it was offered; drawn anew" },
    { point: "doc-makers", grade: "watch", note: "The inverter's maker doesn't answer any more" },
  ],
  parts: [
    {
      kind: "inverter",
      place: "inv1",
      maker: "Tarnwerk",
      model: "T5",
      serial: "TW-16-20931",
      installed: "2016-06-30",
      warrantyUntil: "2021-06-30",
      makerState: "gone",
      condition: "watch",
      note: "Fan louder than in 2023",
    },
    {
      kind: "isolator",
      place: "inv1",
      maker: "Schaltgrund",
      model: "DC 25",
      installed: "2016-06-30",
      makerState: "trading",
      condition: "sound",
    },
    { kind: "meter", place: "site", serial: "ZE 4410 7723", installed: "2016-07-05", makerState: "trading", condition: "sound" },
    {
      kind: "mount",
      place: "nave",
      maker: "Dachhalt",
      model: "Bracket S",
      installed: "2016-06-30",
      makerState: "trading",
      condition: "sound",
      note: "24 pieces",
    },
  ],
};

/** A whole walk of a ballasted array on a flat roof. */
const upperSchool: DemoVisit = {
  ...{
    siteId: "upper-school",
    id: "upper-school-2025",
    title: "Yearly inspection",
    beganAt: "2025-05-27T06:50:00Z",
    author: ALOIS,
    whole: true,
  },
  found: [
    { point: "wind-now", grade: "sound", value: "4 m/s" },
    { point: "roof-heat", grade: "watch", value: "46 °C", note: "From ten on; knee boards" },
    { point: "edge-access", grade: "watch", note: "Door and stair, but no anchor within two metres of the south edge: second person" },
    {
      point: "ballast-slid",
      grade: "watch",
      place: "flat",
      spot: "flat@-5.2,-1.1",
      picture: "lifted",
      note: "Two frames some centimetres off their mats at the south-west corner; put back, marked",
    },
    { point: "membrane-whole", grade: "watch", note: "A scuff beside the third frame, whole" },
    { point: "cables-hang", grade: "fix", picture: "hanging", note: "Two loops on the membrane, in water after rain" },
    { point: "connectors-wet", grade: "fix", note: "One pair in the gutter of the second row; lifted and clipped" },
    { point: "droppings", grade: "watch", note: "Crows along the parapet" },
    { point: "soil-pattern", grade: "watch", note: "Band along the lower edges: it lies too flat to wash itself" },
    { point: "hot-cells", grade: "not-seen", note: "no time" },
    { point: "insulation-test", grade: "sound", value: "21 MΩ" },
    { point: "bonding-measured", grade: "sound", value: "0.3 Ω" },
    { point: "stains-below", grade: "not-seen", note: "locked" },
    { point: "shutdown-found", grade: "sound" },
    { point: "shutdown-pairs", grade: "not-applicable" },
    { point: "light-sensor", grade: "not-applicable" },
    { point: "doc-fire-sign", grade: "fix", note: "Missing at the main door" },
  ],
  parts: [
    {
      kind: "inverter",
      place: "inv1",
      maker: "Tarnwerk",
      model: "T12",
      serial: "TW-18-11804",
      installed: "2018-08-28",
      warrantyUntil: "2028-08-28",
      makerState: "gone",
      condition: "sound",
    },
    {
      kind: "protector",
      place: "inv1",
      maker: "Schaltgrund",
      model: "SP 2",
      installed: "2018-08-28",
      makerState: "trading",
      condition: "sound",
      note: "Flags green",
    },
    {
      kind: "gateway",
      place: "inv1",
      maker: "Fernblick",
      model: "G1",
      installed: "2018-09-02",
      makerState: "trading",
      condition: "watch",
      note: "Mobile network of this generation ends next year",
    },
  ],
};

/** Short visits: what was found, and little else. */
const short = (
  siteId: string,
  year: number,
  monthDay: string,
  author: string,
  title: string,
  found: DemoVisit["found"],
  parts: DemoVisit["parts"] = [],
): DemoVisit => ({
  ...{ siteId, id: `${siteId}-${year}`, title, beganAt: `${year}-${monthDay}T07:30:00Z`, author, whole: false, found, parts },
});

/** Earlier visits to the sites of the demonstration, each closed since. */
export const DEMO_VISITS: readonly DemoVisit[] = [
  chapelAnnex,
  upperSchool,
  short(
    "larch-house",
    2023,
    "09-18",
    JANA,
    "Noise on the roof in the wind",
    [
      {
        point: "clamps-end",
        grade: "fix",
        place: "s2.10",
        picture: "lifted",
        note: "End clamp turned, module lay on its edge; set with torque",
      },
      { point: "cables-rub", grade: "watch", place: "south", note: "Cable of s2 beside a hook's edge" },
      { point: "isolator-top", grade: "fix", note: "Entry from above on the south wall; offered to turn it, not done" },
    ],
    [
      {
        kind: "isolator",
        place: "inv1",
        maker: "Schaltgrund",
        model: "DC 16",
        installed: "2019-06-01",
        makerState: "trading",
        condition: "fix",
        note: "Entry from above, weather side",
      },
    ],
  ),
  short("weir-barn", 2024, "04-09", ALOIS, "Yearly inspection", [
    { point: "debris", grade: "watch", picture: "needles", note: "Leaves of the poplar behind the east rails" },
    { point: "inverter-fan", grade: "watch", place: "inv-w", note: "Fan of the west one grinds when it starts" },
  ]),
  short("meadow-school", 2024, "04-14", JANA, "Posts looked at after the thaw", [
    { point: "posts-plumb", grade: "watch", picture: "rust", note: "Third post from the west: rust at the ground line, dug free, 1 mm" },
    { point: "soil-pattern", grade: "watch", note: "Dust of the gravel yard along the lower edges" },
  ]),
  short("steep-barn", 2024, "03-21", ALOIS, "Snow slab took a gutter", [
    { point: "snow-guards", grade: "fix", note: "None over the door; slab came down in one piece" },
    { point: "cables-hang", grade: "watch", picture: "hanging", note: "Two clips gone at the ridge row" },
  ]),
  short("weaver-row", 2024, "06-04", JANA, "Yearly inspection", [
    { point: "droppings", grade: "watch", place: "m1.06", note: "Pigeons on the chimney" },
    { point: "tile-clear", grade: "watch", note: "One tile rubs at the hook under m2.02" },
  ]),
  short("lake-rack", 2024, "05-16", ALOIS, "Yearly inspection", [
    { point: "posts-plumb", grade: "watch", picture: "rust", note: "Rust at the ground line on the lake side" },
    { point: "inverter-sun", grade: "watch", note: "Evening sun on the case from May on" },
  ]),
  short(
    "col-refuge",
    2024,
    "07-02",
    JANA,
    "Before the season",
    [
      { point: "battery-terminals", grade: "watch", note: "Two terminals warm at full load" },
      { point: "seam-clamps", grade: "sound" },
    ],
    [
      {
        kind: "battery",
        place: "site",
        maker: "Talspeicher",
        model: "B10",
        serial: "TS-0088",
        installed: "2014-07-20",
        warrantyUntil: "2024-07-20",
        makerState: "gone",
        condition: "watch",
      },
    ],
  ),
  short("joinery", 2024, "08-22", ALOIS, "Yearly inspection", [
    { point: "soil-pattern", grade: "fix", note: "Wood dust, a film that rain doesn't take" },
    { point: "inverter-fan", grade: "watch", note: "Filter full of dust, blown out" },
  ]),
  short("alp-dairy", 2024, "05-30", JANA, "Yearly inspection", [
    { point: "rib-fixings", grade: "watch", note: "Three washers perished" },
    { point: "nests", grade: "watch", note: "Old nest under the ridge row, empty" },
  ]),
  short("coop-store", 2023, "11-06", ALOIS, "Roof looked at before winter", [
    { point: "glass-cracked", grade: "fix", place: "h1.03", picture: "crack", note: "Hail of August; dry, watched since" },
    { point: "rail-caps", grade: "watch", note: "Four end caps gone" },
  ]),
  short("mill-cottage", 2025, "06-20", JANA, "After two years", [
    { point: "tiles-back", grade: "sound" },
    { point: "entry-boot", grade: "watch", picture: "stain", note: "Boot under the tile, sealant only at its upper edge" },
  ]),
];
