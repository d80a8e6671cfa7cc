import { told } from "../../round";
import type { ReadingKind } from "../verdict";

/** Resistance of a bond from frame or rail to the earth bar. */
export const continuity: ReadingKind<"continuity"> = {
  kind: "continuity",
  title: "Continuity of the bond",
  bearsOn: [],
  judge({ measuredOhm, limitOhm, leadOhm }) {
    const net = measuredOhm - (leadOhm ?? 0);
    const base = {
      measured: { value: measuredOhm, unit: "Ω" },
      expected: null,
      limit: { max: limitOhm, unit: "Ω" },
      deviationPct: null,
      cautions: ["Treat metal as live until it is measured dead against earth."],
      source: "IEC 62446-1:2016, 6.1; limit as given, by the local code",
    };
    if (net < 0)
      return {
        ...base,
        verdict: "inconclusive",
        reasons: [`The leads' ${told(leadOhm ?? 0)} Ω are more than was measured: null the leads and measure again`],
      };
    const reads = leadOhm ? `${told(net)} Ω without the leads` : `${told(net)} Ω`;
    return net <= limitOhm
      ? { ...base, verdict: "pass", reasons: [`${reads} is not over ${told(limitOhm)} Ω`] }
      : { ...base, verdict: "fail", reasons: [`${reads} is over ${told(limitOhm)} Ω: metal isn't joined to earth`] };
  },
  danger(_, { verdict, reasons }) {
    return verdict === "fail"
      ? {
          why: `The bond doesn't hold: ${reasons[0]}`,
          do: "Without it a chafed conductor can make the whole rail live and nothing trips. Treat metal as live, measure it against earth, have the bond mended",
        }
      : null;
  },
};
