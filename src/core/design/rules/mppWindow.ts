import { cellOverModuleC, faimanModuleTempC } from "../../plane/cellTemperature";
import { told } from "../../round";
import { moduleTypeOf } from "../../site/lookups";
import type { ModuleType, PvString, SiteFile } from "../../site/siteSchema";
import { atLeast, atMost, type Design, type DesignLimit, type DesignRule } from "../rule";

/** Full sun and hardly any wind, when cells are hottest. */
const HOT = { poaWm2: 1000, windMs: 1 } as const;

/** Voltage at maximum power against the tracker's window: hot cells must not fall under it, cold ones not rise over it. */
export const mppWindow: DesignRule = {
  id: "mpp-window",
  title: "Tracker's window, hot and cold",
  hold: (design) => design.site.strings.flatMap((pvString) => windowOf(design, pvString)),
};

function windowOf({ site, temps }: Design, pvString: PvString): DesignLimit[] {
  const inverter = site.inverters.find(({ id }) => id === pvString.inverter);
  const mppt = inverter?.mppts.find(({ id }) => id === pvString.mppt) ?? (inverter?.mppts.length === 1 ? inverter.mppts[0] : undefined);
  if (!inverter || !mppt || inverter.kind === "optimizer") return [];
  const type = moduleTypeOf(site, pvString);
  const modules = inverter.kind === "micro" ? 1 : pvString.modules;
  const hotC = hottestCellC(site, pvString, temps.maxC);
  const [hotV, coldV] = [hotC, temps.minC].map((cellC) => modules * vmpAt(type, cellC));
  const formula = "modules × Vmp × (1 + (γ − α) · (T_cell − 25 °C))";
  const source =
    "IEC 62548:2016, 7.2; Vmp's coefficient is that of power less that of current; cells by Faiman 2008 and King 2004 in full sun at 1 m/s of wind";
  const limits: DesignLimit[] = [];
  if (mppt.minV !== undefined)
    limits.push(
      atLeast("mpp-window-hot", {
        concerns: "yield",
        ...{ scope: pvString.id, value: hotV, limit: mppt.minV, unit: "V", formula: `${formula} ≥ minV`, source },
        says: `With cells at ${told(hotC)} °C it works at ${told(hotV)} V`,
        against: `the window of ${inverter.id} ${mppt.id}`,
        mend: `at least ${Math.ceil(mppt.minV / (hotV / modules))} modules in a string, or it loses energy on hot days`,
      }),
    );
  if (mppt.maxV !== undefined)
    limits.push(
      atMost("mpp-window-cold", {
        concerns: "yield",
        ...{ scope: pvString.id, value: coldV, limit: mppt.maxV, unit: "V", formula: `${formula} ≤ maxV`, source },
        says: `With cells at ${told(temps.minC)} °C it would work at ${told(coldV)} V`,
        against: `the window of ${inverter.id} ${mppt.id}`,
        mend: `at most ${Math.floor(mppt.maxV / (coldV / modules))} modules in a string, or it loses energy on cold days`,
      }),
    );
  return limits;
}

function vmpAt({ vmpV, gammaPmaxPctPerC, alphaIscPctPerC }: ModuleType, cellC: number): number {
  return vmpV * (1 + ((gammaPmaxPctPerC - alphaIscPctPerC) / 100) * (cellC - 25));
}

function hottestCellC({ planes }: SiteFile, { plane: planeId }: PvString, airC: number): number {
  const mounting = planes.find(({ id }) => id === planeId)?.mounting ?? "roof-flush";
  return cellOverModuleC(faimanModuleTempC(HOT.poaWm2, airC, HOT.windMs, mounting), HOT.poaWm2, mounting);
}
