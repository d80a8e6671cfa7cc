import { type ConductorMetal, loopOhm } from "../../electrical/conductor";
import { told } from "../../round";
import { moduleTypeOf } from "../../site/lookups";
import type { SiteFile } from "../../site/siteSchema";
import { atMost, type Design, type DesignLimit, type DesignRule } from "../rule";

type Cable = NonNullable<SiteFile["strings"][number]["cable"]>;

/**
 * Currents that conductors carry, A, by cross-section in mm²: PV cable, two loaded side by side on a surface, at 60 °C air (EN 50618:2014, table A.3); building cable
 * clipped to a wall (method C), copper and aluminium with two and three loaded conductors at 30 °C (IEC 60364-5-52:2009, tables B.52.2 and B.52.4). What lies between two sizes is
 * worked out by the lower one.
 */
const PV_COPPER = [
  [1.5, 24],
  [2.5, 33],
  [4, 44],
  [6, 57],
  [10, 79],
  [16, 107],
  [25, 142],
  [35, 176],
  [50, 221],
  [70, 278],
  [95, 333],
  [120, 390],
] as const;
const AC_COPPER = {
  1: [
    [1.5, 19.5],
    [2.5, 27],
    [4, 36],
    [6, 46],
    [10, 63],
    [16, 85],
    [25, 112],
    [35, 138],
    [50, 168],
    [70, 213],
    [95, 258],
    [120, 299],
  ],
  3: [
    [1.5, 17.5],
    [2.5, 24],
    [4, 32],
    [6, 41],
    [10, 57],
    [16, 76],
    [25, 96],
    [35, 119],
    [50, 144],
    [70, 184],
    [95, 223],
    [120, 259],
  ],
} as const;
/** Aluminium carries so much of what copper of the same size does (the same tables). */
const ALUMINIUM_SHARE = 0.77;
/** A string's cable works at up to so much more than its short-circuit current (IEC 62548:2016, 7.3.7). */
const DC_FACTOR = 1.25;
/** Conductors under full load, °C; the limit of a run's drop, % (the trade's usual). */
const [CONDUCTOR_C, MOST_DROP_PCT] = [70, 3] as const;

/** Ampacity and voltage drop of every cable that the site file tells. */
export const conductors: DesignRule = {
  id: "conductor",
  title: "Conductors: current and voltage drop",
  hold: (design) => [...stringCables(design), ...inverterCables(design)],
};

function stringCables({ site }: Design): DesignLimit[] {
  return site.strings.flatMap((pvString) => {
    const inverter = site.inverters.find(({ id }) => id === pvString.inverter);
    if (!pvString.cable || inverter?.kind === "micro") return [];
    const { iscA, impA, vmpV } = moduleTypeOf(site, pvString);
    const source = "EN 50618:2014, table A.3 (two cables side by side, 60 °C); IEC 62548:2016, 7.3.7";
    return held(pvString.id, pvString.cable, {
      ...{ heldA: DC_FACTOR * iscA, carries: carried(PV_COPPER, pvString.cable), workA: impA, volts: pvString.modules * vmpV, runs: 2 },
      ...{ of: "1.25 times its short-circuit current", source },
    });
  });
}

function inverterCables({ site }: Design): DesignLimit[] {
  return site.inverters.flatMap((inverter) => {
    if (!inverter.cable || inverter.kind === "micro") return [];
    const { phases, systemV } = inverter.cable;
    // Of three phases systemV is that to the neutral, and a balanced current comes back in no conductor.
    const amps = inverter.acRatedW / (phases * systemV);
    return held(inverter.id, inverter.cable, {
      ...{ heldA: amps, carries: carried(AC_COPPER[phases], inverter.cable), workA: amps, volts: systemV, runs: phases === 3 ? 1 : 2 },
      ...{ of: "its rated current", source: "IEC 60364-5-52:2009, tables B.52.2 and B.52.4, method C at 30 °C" },
    });
  });
}

interface Load {
  /** What the conductor has to carry, and what it does, A. */
  heldA: number;
  carries: number | null;
  /** What it works at, A, and under which voltage. */
  workA: number;
  volts: number;
  /** Conductors that the current passes one after the other. */
  runs: 1 | 2;
  of: string;
  source: string;
}

function held(scope: string, cable: Cable, { heldA, carries, workA, volts, runs, of, source }: Load): DesignLimit[] {
  const dropPct = (100 * workA * loopOhm(cable.lengthM, cable.csaMm2, cable.material, CONDUCTOR_C) * (runs / 2)) / volts;
  const drop = atMost("conductor-drop", {
    concerns: "yield",
    ...{ scope, value: dropPct, limit: MOST_DROP_PCT, unit: "%", against: "the usual most" },
    says: `${told(cable.lengthM)} m of ${told(cable.csaMm2)} mm² ${cable.material} take ${told(dropPct)} % of the voltage`,
    mend: `at least ${told((cable.csaMm2 * dropPct) / MOST_DROP_PCT)} mm², or a shorter way`,
    formula: "I × R(70 °C) ÷ U ≤ 3 %",
    source: "resistivity: IEC 60228:2004, IEC 60287-1-1:2006",
  });
  if (carries === null) return [drop];
  return [
    atMost("conductor-ampacity", {
      concerns: "safety",
      ...{ scope, value: heldA, limit: carries, unit: "A", source, against: `what ${told(cable.csaMm2)} mm² ${cable.material} carries` },
      says: `${of} is ${told(heldA)} A`.replace(/^./, (letter) => letter.toUpperCase()),
      mend: "a larger cross-section; a conductor that is too thin gets hot",
      formula: "current ≤ ampacity of the conductor",
    }),
    drop,
  ];
}

/** What a conductor carries by a table, A; null under its smallest size. */
function carried(
  table: readonly (readonly [number, number])[],
  { csaMm2, material }: { csaMm2: number; material: ConductorMetal },
): number | null {
  const row = table.findLast(([csa]) => csa <= csaMm2 + 1e-9);
  return row ? row[1] * (material === "aluminium" ? ALUMINIUM_SHARE : 1) : null;
}
