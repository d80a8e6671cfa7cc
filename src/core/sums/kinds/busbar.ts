import { z } from "zod";
import { told } from "../../round";
import { least0, over0, usually } from "../amounts";
import { defineSum, within } from "../sum";

/** A busbar fed from both ends may carry a fifth more in all, as nowhere on it flows the sum of both. */
const OPPOSITE_SHARE = 1.2;

/** Whether a board's busbar bears the main and the feed of the inverters. */
export const busbar = defineSum({
  kind: "busbar",
  title: "Busbar rule",
  shape: { busbarA: over0, mainA: least0, feedA: least0, feedFactor: usually(least0, 1.25), opposite: z.boolean() },
  inputs: {
    busbarA: { label: "Rating of the busbar", unit: "A" },
    mainA: { label: "Main breaker", unit: "A" },
    feedA: { label: "Continuous current of the inverters", unit: "A" },
    feedFactor: { label: "Factor for continuous current", unit: "" },
    opposite: { label: "Feed at the end away from the main", unit: "", yesNo: true },
  },
  outputs: { loadA: { label: "Main and feed", unit: "A" }, limitA: { label: "Allowed", unit: "A" } },
  formula: "main + factor × feed ≤ busbar, or 1.2 × busbar where the feed is at the other end",
  source: "NFPA 70:2023, 705.12(B); elsewhere the local code",
  work({ busbarA, mainA, feedA, feedFactor, opposite }) {
    const loadA = mainA + feedFactor * feedA;
    const limitA = opposite ? OPPOSITE_SHARE * busbarA : busbarA;
    const ok = within(loadA, limitA);
    const where = opposite ? "with the feed at the other end" : "with the feed beside the main";
    return {
      values: { loadA, limitA },
      ok,
      reasons: [
        ok
          ? `${told(loadA)} A is not over ${told(limitA)} A, ${where}`
          : `${told(loadA)} A is over ${told(limitA)} A, ${where}: ${opposite ? "a smaller main, a larger board or a feed before the main" : "move the feed to the other end, or a smaller main or larger board"}`,
      ],
      cautions: ["Parts stay live behind the main switch. A licensed electrician decides and does this, by the local wiring code."],
    };
  },
});
