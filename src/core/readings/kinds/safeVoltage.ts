import { told } from "../../round";
import type { ReadingKind } from "../verdict";

/** Whether conductors are safe to touch after the shutdown: under the limit, and in time. */
export const safeVoltage: ReadingKind<"safe-voltage"> = {
  kind: "safe-voltage",
  title: "Voltage after shutdown",
  bearsOn: [],
  judge({ measuredV, limitV, secondsAfter, limitSeconds }) {
    const volts = Math.abs(measuredV);
    const low = volts <= limitV;
    const late = secondsAfter !== undefined && secondsAfter > limitSeconds;
    const early = secondsAfter !== undefined && secondsAfter < limitSeconds;
    const base = {
      measured: { value: measuredV, unit: "V" },
      expected: null,
      limit: { max: limitV, unit: "V" },
      deviationPct: null,
      cautions: [
        "Prove the tester on a known source before and after. Modules stay live in any daylight: nothing is dead until it is measured.",
      ],
      source: "Limit and time as given; IEC 60364-4-41:2005 for dry places and the shutdown rule of the local code for both",
    };
    if (low && !late) return { ...base, verdict: "pass", reasons: [`${told(volts)} V is not over ${told(limitV)} V`] };
    if (low) {
      return {
        ...base,
        verdict: "fail",
        reasons: [
          `The voltage is safe now, at ${told(volts)} V, but was told after ${told(secondsAfter ?? 0)} s: within ${told(limitSeconds)} s it isn't shown, so the shutdown counts as failed`,
        ],
      };
    }
    if (early) {
      return {
        ...base,
        verdict: "inconclusive",
        reasons: [
          `${told(volts)} V after ${told(secondsAfter ?? 0)} s, and ${told(limitSeconds)} s are allowed: touch nothing, measure again when they are over`,
        ],
      };
    }
    return { ...base, verdict: "fail", reasons: [`${told(volts)} V is over ${told(limitV)} V`] };
  },
  danger(_, { verdict, reasons }) {
    return verdict === "fail"
      ? {
          why: reasons[0],
          do: "Touch no conductor. Isolate, wait, measure again with a tester that was proved; have the shutdown mended before the next work",
        }
      : null;
  },
};
