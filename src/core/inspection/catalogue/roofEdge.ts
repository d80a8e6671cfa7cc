import { ON_ROOF, point, under } from "./write";

/** What is seen from the edge, before anyone steps on the roof. */
export const roofEdge = under(ON_ROOF, [
  point({
    id: "roof-bears",
    title: "Does the covering bear a person?",
    why: "Brittle tiles, fibre cement and roof lights look like the rest and let a person through.",
    caution: "Brittle tiles, roof lights and asbestos cement: never stepped on. Boards or a lift, and nothing broken or drilled.",
    atOnce: "Nobody steps on it.",
    sound: "Sound and walkable where it is to be walked",
    watch: "Brittle: walk on boards, over the battens",
    stop: "Roof lights, rotten or fibre-cement sheets",
    rule: "work safety: fragile roofs, asbestos",
    work: "safe-access",
    rank: 5,
    opens: true,
  }),
  point({
    id: "edge-covering",
    title: "Covering round the array: cracked, slipped or missing",
    why: "What was stepped on at the last visit leaks at the next rain.",
    caution: "Loose pieces slide under the foot and fall: fence off below.",
    atOnce: "Fence off the way below; take down what is loose, tied in and with nobody under it.",
    sound: "Whole and in place",
    watch: "Weathered, one piece chipped",
    fix: "Cracked, slipped or missing pieces",
    stop: "Loose pieces over a way",
    work: "mend-covering",
  }),
  point({
    id: "snow-guards",
    title: "Snow guards and what they hold",
    why: "An array above old guards sheds more at once than they were made for; bent ones have shown it.",
    caution: "Never anchor to a snow guard that isn't rated for a person.",
    sound: { guards: "Guards below the array, straight", none: "None needed: nobody goes below" },
    watch: "Slightly bent",
    fix: "Bent, torn out or missing over a way",
    rule: "building code: snow guards over ways",
    work: "guard-snow",
    if: { slope: ["pitched"], frost: ["there"] },
  }),
]);
