import { told } from "../../round";
import { least0, partMm } from "../amounts";
import { defineSum, within } from "../sum";

/** How many modules fit on a rail, and what of the rail is left over. */
export const moduleFit = defineSum({
  kind: "module-fit",
  title: "Modules on a rail",
  shape: { railLengthMm: partMm, moduleMm: partMm, gapMm: least0, endMm: least0 },
  inputs: {
    railLengthMm: { label: "Length of the rail", unit: "mm" },
    moduleMm: { label: "Module along the rail", unit: "mm" },
    gapMm: { label: "Gap between modules", unit: "mm" },
    endMm: { label: "Clamp and cap at each end", unit: "mm" },
  },
  outputs: {
    modules: { label: "Modules that fit", unit: "" },
    usedMm: { label: "Used, with both ends", unit: "mm" },
    stickOutMm: { label: "Left over in all", unit: "mm" },
  },
  formula: "used = n × module + (n − 1) × gap + 2 × end ≤ rail, for the largest n",
  source: "Lengths as measured",
  work({ railLengthMm, moduleMm, gapMm, endMm }) {
    const usedBy = (count: number) => count * moduleMm + (count - 1) * gapMm + 2 * endMm;
    const most = Math.floor((railLengthMm - 2 * endMm + gapMm) / (moduleMm + gapMm));
    const fits = within(usedBy(most + 1), railLengthMm) ? most + 1 : most;
    const modules = Math.max(0, fits);
    const usedMm = modules === 0 ? 0 : usedBy(modules);
    const stickOutMm = railLengthMm - usedMm;
    return {
      values: { modules, usedMm, stickOutMm },
      ok: modules >= 1,
      reasons: [modules === 0 ? "Not one module fits on this rail" : `${modules} fit; ${told(stickOutMm)} mm of the rail are left over`],
      cautions: [],
    };
  },
});
