import { z } from "zod";
import { told } from "../../round";
import { perhaps } from "../amounts";
import { defineSum, within } from "../sum";

/** Anodic index, V: the higher, the sooner it is eaten. MIL-STD-889 groups, as the public format has them. */
const ANODIC_INDEX_V = {
  zinc: 1.25,
  "galvanised-steel": 1.2,
  aluminium: 0.9,
  steel: 0.85,
  tin: 0.65,
  stainless: 0.5,
  brass: 0.4,
  copper: 0.35,
} as const;

/** Difference that is borne, V: dry rooms, weather, salt. */
const LIMIT_V = { indoor: 0.5, outdoor: 0.25, marine: 0.15 } as const;

const metal = z.enum(["zinc", "galvanised-steel", "aluminium", "steel", "tin", "stainless", "brass", "copper"]);

/** Whether two metals may touch where it is wet, and which of them is eaten. */
export const galvanicPair = defineSum({
  kind: "galvanic-pair",
  title: "Two metals that touch",
  shape: { metalA: metal, metalB: metal, environment: z.enum(["indoor", "outdoor", "marine"]), fastener: perhaps(z.enum(["A", "B"])) },
  inputs: {
    metalA: { label: "Metal A", unit: "", choices: Object.keys(ANODIC_INDEX_V) },
    metalB: { label: "Metal B", unit: "", choices: Object.keys(ANODIC_INDEX_V) },
    environment: { label: "Where", unit: "", choices: Object.keys(LIMIT_V) },
    fastener: { label: "Which is a small part in a large other", unit: "", choices: ["A", "B"] },
  },
  outputs: {
    differenceV: { label: "Difference", unit: "V" },
    limitV: { label: "Borne here", unit: "V" },
    anode: { label: "Is eaten", unit: "" },
  },
  formula: "difference = |index A − index B|",
  source: "Anodic index by MIL-STD-889; a small cathode in a large anode spreads the current thin",
  work({ metalA, metalB, environment, fastener }) {
    const [indexA, indexB] = [ANODIC_INDEX_V[metalA], ANODIC_INDEX_V[metalB]];
    const differenceV = Math.abs(indexA - indexB);
    const limitV = LIMIT_V[environment];
    const anode = indexA === indexB ? null : indexA > indexB ? metalA : metalB;
    const small = fastener === null ? null : fastener === "A" ? metalA : metalB;
    const eaten = small !== null && small === anode;
    const nobleFastener = small !== null && anode !== null && !eaten && environment !== "marine";
    const fits = within(differenceV, limitV);
    const words = `${told(differenceV)} V between ${metalA} and ${metalB}`;
    return {
      values: { differenceV, limitV, anode },
      ok: fits || nobleFastener,
      reasons: [
        anode === null
          ? "The same metal on both sides: nothing is eaten by the pair"
          : fits
            ? `${words} is not over ${limitV} V`
            : nobleFastener
              ? `${words} is over ${limitV} V, but the small part is the nobler metal: the large one hardly notices it`
              : `${words} is over ${limitV} V: ${anode} is eaten. Part them, or take metals that lie closer`,
      ],
      cautions: eaten ? [`The small part is ${anode}, the one that is eaten, in a large other: it rusts and loosens soonest`] : [],
    };
  },
});
