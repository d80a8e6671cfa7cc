import { told } from "../../round";
import type { ReadingKind } from "../verdict";
import { deviationPct } from "../verdict";

/** Torque of a fastener or a terminal against its maker's value. */
export const torque: ReadingKind<"torque"> = {
  kind: "torque",
  title: "Torque",
  bearsOn: ["series-resistance"],
  judge({ measuredNm, specifiedNm, tolerancePct }) {
    const off = deviationPct(measuredNm, specifiedNm) as number;
    const holds = Math.abs(off) <= tolerancePct * (1 + 1e-9);
    return {
      verdict: holds ? "pass" : "fail",
      measured: { value: measuredNm, unit: "Nm" },
      expected: { value: specifiedNm, unit: "Nm" },
      limit: { min: specifiedNm * (1 - tolerancePct / 100), max: specifiedNm * (1 + tolerancePct / 100), unit: "Nm" },
      deviationPct: off,
      reasons: [
        `${told(measuredNm)} Nm is ${told(Math.abs(off))} % ${off < 0 ? "under" : "over"} the maker's ${told(specifiedNm)} Nm; ${told(tolerancePct)} % are allowed`,
      ],
      cautions: holds
        ? []
        : ["A terminal is tightened dead only: isolate and prove it. One that was overtightened is replaced, not turned back."],
      source: "The maker's value and tolerance as given",
    };
  },
  // A loose terminal is one way to a bad joint; most fasteners are none.
  speaks: ({ measuredNm, specifiedNm }, { verdict }) =>
    verdict === "fail" && measuredNm < specifiedNm ? [{ cause: "series-resistance", weight: 0.5 }] : [],
};
