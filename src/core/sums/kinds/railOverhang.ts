import { told } from "../../round";
import { least0, partMm, share, usually } from "../amounts";
import { defineSum, within } from "../sum";

/** How far a rail may stand out beyond its last mount. */
export const railOverhang = defineSum({
  kind: "rail-overhang",
  title: "Rail overhang",
  shape: { spanMm: partMm, overhangMm: least0, maxShare: usually(share, 1 / 3) },
  inputs: {
    spanMm: { label: "Span between mounts", unit: "mm" },
    overhangMm: { label: "Overhang beyond the last mount", unit: "mm" },
    maxShare: { label: "Allowed share of the span", unit: "" },
  },
  outputs: { limitMm: { label: "Allowed overhang", unit: "mm" } },
  formula: "limit = span × share",
  source: "A cantilever of a third of the span bends its mount no more than the span itself does; the rail maker's own value goes first",
  work({ spanMm, overhangMm, maxShare }) {
    const limitMm = spanMm * maxShare;
    const ok = within(overhangMm, limitMm);
    return {
      values: { limitMm },
      ok,
      reasons: [
        ok
          ? `${told(overhangMm)} mm is not over ${told(limitMm)} mm`
          : `${told(overhangMm)} mm is ${told(overhangMm - limitMm)} mm over ${told(limitMm)} mm: set another mount, or cut the rail`,
      ],
      cautions: ok ? [] : ["A rail that stands out too far lets its end module lift in a storm: nobody under it in wind."],
    };
  },
});
