import { median } from "simple-statistics";
import { openCircuitV } from "../../electrical/openCircuit";
import { THERMAL_V_PER_K } from "../../electrical/singleDiode";
import { told } from "../../round";
import type { ReadingKind, ReadingOf, Speaks } from "../verdict";
import { deviationPct } from "../verdict";

/** Strings alike in the same light agree to within this, and with the data sheet, %. Source: IEC 62446-1:2016, 6.5. */
const TOLERANCE_PCT = 5;
/** Under it the voltage falls steeply with the light and its last part isn't known, W/m². */
const LEAST_WM2 = 200;
/** Ideality of crystalline cells for how the voltage follows the light; 1.0 to 1.3 in data sheets (De Soto, Klein & Beckman 2006). */
const IDEALITY = 1.1;
/** A string under this share of its voltage has an open joint in it: with light on it, nothing else takes so much. */
const OPEN_SHARE = 0.2;
/** A missing part is told from what temperature and light leave in doubt where it makes so much of the spread, %. */
const NEIGHBOUR_SPREAD_PCT = 1;

type Voc = ReadingOf<"open-circuit-voltage">;

/**
 * Open-circuit voltage of a string that is sound, V.
 * Source: temperature by the data sheet's coefficient (IEC 60891:2021, procedure 1), light by n·N·k·T/q · ln(G/1000) (De Soto, Klein & Beckman 2006, eq. 2).
 */
export function expectedVocV({ moduleType, modules, cellTempC, irradianceWm2 }: Voc): number {
  const byHeat = openCircuitV(moduleType, 1, cellTempC);
  const cells = moduleType.vocV / moduleType.cellsInSeries < 0.45 ? moduleType.cellsInSeries / 2 : moduleType.cellsInSeries;
  const byLight = IDEALITY * cells * THERMAL_V_PER_K * (cellTempC + 273.15) * Math.log(Math.max(1, irradianceWm2) / 1000);
  return modules * Math.max(0, byHeat + byLight);
}

/** What is missing, in parts of a module with a bypass diode each, by the best comparison there is; with how far that is in doubt, in parts. */
function missingParts(reading: Voc): { parts: number; doubt: number; of: number } {
  const { moduleType, modules, measuredV, neighboursV } = reading;
  const expected = expectedVocV(reading);
  const beside = neighboursV && neighboursV.length > 0 ? median(neighboursV) : null;
  const whole = beside ?? expected;
  const of = modules * Math.max(1, moduleType.bypassDiodes);
  const perPart = whole / of;
  const doubt = (whole * (beside === null ? TOLERANCE_PCT : NEIGHBOUR_SPREAD_PCT)) / 100 / perPart;
  return { parts: (whole - measuredV) / perPart, doubt, of };
}

/** Open-circuit voltage of a string against the data sheet at its temperature, and against its neighbours. */
export const openCircuitVoltage: ReadingKind<"open-circuit-voltage"> = {
  kind: "open-circuit-voltage",
  title: "Open-circuit voltage",
  bearsOn: ["string-open", "bypass-conducting"],
  judge(reading) {
    const { measuredV, irradianceWm2, neighboursV, moduleType } = reading;
    const expected = expectedVocV(reading);
    const off = deviationPct(measuredV, expected) as number;
    const beside = neighboursV && neighboursV.length > 0 ? median(neighboursV) : null;
    const offBeside = beside === null ? null : deviationPct(measuredV, beside);
    const base = {
      measured: { value: measuredV, unit: "V" },
      expected: { value: expected, unit: "V" },
      limit: { min: expected * (1 - TOLERANCE_PCT / 100), max: expected * (1 + TOLERANCE_PCT / 100), unit: "V" },
      deviationPct: off,
      cautions: ["The string is live: isolate, measure zero current, then open. Insulated probes, no bridging."],
      source: "IEC 62446-1:2016, 6.5; expected by IEC 60891:2021 and De Soto, Klein & Beckman 2006",
    };
    if (measuredV < -0.5 * expected) {
      return {
        ...base,
        verdict: "fail",
        reasons: [`${told(measuredV)} V: plus and minus are exchanged`],
        cautions: [...base.cautions, "Don't join a reversed string to others: they would feed it."],
      };
    }
    if (measuredV < OPEN_SHARE * expected && irradianceWm2 >= LEAST_WM2 / 4)
      return {
        ...base,
        verdict: "fail",
        reasons: [`${told(measuredV)} V where ${told(expected)} V should be: the string is open somewhere`],
      };
    const low = irradianceWm2 < LEAST_WM2;
    if (low && beside === null) {
      return {
        ...base,
        verdict: "inconclusive",
        reasons: [
          `${told(irradianceWm2)} W/m² is too little light: measure again over ${LEAST_WM2} W/m², or against neighbours in the same light`,
        ],
      };
    }
    const reasons = [
      `${told(measuredV)} V is ${told(Math.abs(off))} % ${off < 0 ? "under" : "over"} the ${told(expected)} V of the data sheet at ${told(reading.cellTempC)} °C and ${told(irradianceWm2)} W/m²`,
    ];
    if (offBeside !== null)
      reasons.push(`It is ${told(Math.abs(offBeside))} % ${offBeside < 0 ? "under" : "over"} its neighbours' ${told(beside as number)} V`);
    const { parts, doubt } = missingParts(reading);
    if (parts > 0.5 && doubt < 0.5)
      reasons.push(
        `What is missing is ${told(parts)} times one of a module's ${Math.max(1, moduleType.bypassDiodes)} parts: look for a bypassed one`,
      );
    if (offBeside !== null && Math.abs(offBeside) > TOLERANCE_PCT) return { ...base, verdict: "fail", reasons };
    if (low || Math.abs(off) <= TOLERANCE_PCT) return { ...base, verdict: "pass", reasons };
    if (offBeside === null) return { ...base, verdict: "fail", reasons };
    return {
      ...base,
      verdict: "inconclusive",
      reasons: [
        ...reasons,
        "All agree with each other and not with the data sheet: measure the cells' temperature at the back again, and read the label for the module type and number",
      ],
    };
  },
  speaks(reading, { verdict, measured, expected }) {
    const whole = (expected as { value: number }).value;
    // Reversed: a mistake of wiring, no cause that the data tell.
    if (verdict === "inconclusive" || measured.value < 0) return [];
    // An open joint in the string itself leaves no voltage at its end; a blown fuse or a failed contact beyond it leaves all of it.
    if (measured.value < OPEN_SHARE * whole) return [{ cause: "string-open", weight: 4.5 }];
    const { parts, doubt } = missingParts(reading);
    const speaks: Speaks[] = [{ cause: "string-open", weight: -0.5 }];
    // A bypassed part takes its voltage at any light. Whole parts missing beyond the doubt show it; their absence shows it only where one would be seen.
    if (parts > 0.5) {
      if (verdict === "fail") speaks.push({ cause: "bypass-conducting", weight: 3.5 });
      else if (doubt < 0.5) speaks.push({ cause: "bypass-conducting", weight: 1.5 });
      else speaks.push({ cause: "bypass-conducting", weight: 0.3 });
    } else speaks.push({ cause: "bypass-conducting", weight: doubt < 0.5 ? -4 : doubt < 1 ? -2 : -0.7 });
    return speaks;
  },
};
