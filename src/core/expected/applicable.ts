import type { SiteFile } from "../site/siteSchema";
import type { CascadeStage } from "./cascade";
import { modelSwitch } from "./modelSwitches";
import type { ModelKey } from "./options";

/** Stages that only some sites have; the rest of the cascade is everybody's. */
const ONLY_WITH: Partial<Record<CascadeStage, (site: SiteFile) => boolean>> = {
  "uneven-light": hasUnevenLight,
  heat: (site) => site.inverters.some(({ derateStartC }) => derateStartC !== undefined),
  "export-limit": (site) => typeof site.exportLimitW === "number",
  battery: (site) => site.battery?.gridTied === false,
  night: (site) => site.inverters.some(({ nightW }) => nightW > 0),
};

/** Whether a stage of the cascade can be anything but nothing at a site. */
export function stageApplies(site: SiteFile, stage: CascadeStage): boolean {
  return ONLY_WITH[stage]?.(site) ?? true;
}

/** Whether a switch of the model can change anything at a site. */
export function switchApplies(site: SiteFile, key: ModelKey): boolean {
  const { stage } = modelSwitch(key);
  return stage === undefined || stageApplies(site, stage);
}

/** Near obstacles, planes in one string, or unlike strings or windows on one tracker. */
function hasUnevenLight(site: SiteFile): boolean {
  if (site.planes.some(({ obstacles }) => obstacles.length > 0) || site.strings.some(({ segments }) => segments)) return true;
  if (site.inverters.some(({ mppts }) => mppts.some(({ minV, maxV }) => (minV ?? 0) > 0 || maxV !== undefined))) return true;
  return site.strings.some((one) =>
    site.strings.some(
      (other) =>
        one.mppt !== undefined &&
        other.mppt === one.mppt &&
        other.inverter === one.inverter &&
        (other.plane !== one.plane || other.modules !== one.modules || other.moduleType !== one.moduleType),
    ),
  );
}
