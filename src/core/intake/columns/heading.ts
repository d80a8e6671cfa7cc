import { withoutAccents } from "../time/monthNames";
import { type Unit, unitOf } from "./units";

/** A column's heading taken apart. */
export interface Heading {
  /** As it stands in the file. */
  name: string;
  unit: Unit | null;
  /** Words in small letters without accents, numbers apart; the unit is left out. */
  words: string[];
  /** The same with the unit, for the name of a part of the site. */
  allWords: string[];
}

const BRACKETED = /[[({]\s*([^\])}]{1,12}?)\s*[\])}]/g;
/** "P_AC/kW": behind the last stroke, where that isn't a part of the unit itself. */
const SLASHED = /\s*\/\s*([A-Za-z°ºµΩ%]{1,4})\s*$/;
const TRAILING = /(?:\s+in\s+|\s*[/,|:;]\s*|[\s_.-]+)([A-Za-z°ºµΩ%€][A-Za-z0-9°²^/%·-]{0,7})\s*$/;

/** Takes a heading apart: "WR1 Leistung [kW]", "inverter_2.power_ac_kw", "P_AC/W". */
export function readHeading(name: string): Heading {
  const { unit, rest } = unitIn(name);
  return { name, unit, words: wordsOf(rest), allWords: wordsOf(name) };
}

function unitIn(name: string): { unit: Unit | null; rest: string } {
  let found: Unit | null = null;
  let rest = name.replace(BRACKETED, (whole, inner: string) => {
    const unit = unitOf(inner);
    if (!unit) return whole;
    found ??= unit;
    return " ";
  });
  const trailing = found ? null : (unitAtEnd(rest, TRAILING) ?? unitAtEnd(rest, SLASHED));
  if (trailing) {
    found = trailing.unit;
    rest = rest.slice(0, trailing.at);
  } else if (!found) {
    const whole = unitOf(name);
    // A heading that is nothing but a unit ("kWh").
    if (whole && whole.name.length > 1) {
      found = whole;
      rest = "";
    }
  }
  return { unit: found, rest };
}

function unitAtEnd(text: string, pattern: RegExp): { unit: Unit; at: number } | null {
  const match = pattern.exec(text);
  const unit = match && trailingUnit(match[1], /^\s*\/| in /.test(match[0]));
  return match && unit ? { unit, at: match.index } : null;
}

/** One letter at a name's end may be a place ("string A", "phase C"), unless something says that it is a unit. */
function trailingUnit(text: string, said: boolean): Unit | null {
  const unit = unitOf(text);
  if (!unit) return null;
  return said || text.length > 1 || /[W%°]/.test(text) ? unit : /^[VA]$/.test(text) && !/^[A]$/.test(text) ? unit : null;
}

/** Words and numbers of a name, apart at every change of kind: "PDC1Power_max" is p, dc, 1, power, max. */
export function wordsOf(name: string): string[] {
  return withoutAccents(name)
    .replace(/\bSoC/g, "soc")
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .replace(/([A-Z]+)([A-Z][a-z])/g, "$1 $2")
    .replace(/([A-Za-z])(\d)/g, "$1 $2")
    .replace(/(\d)([A-Za-z])/g, "$1 $2")
    .toLowerCase()
    .split(/[^a-z0-9%]+/)
    .filter(Boolean)
    .flatMap(apart);
}

/** Short names that are written together: "pac" is a power on the AC side. */
const TOGETHER: Record<string, readonly string[]> = {
  pac: ["p", "ac"],
  pdc: ["p", "dc"],
  uac: ["u", "ac"],
  udc: ["u", "dc"],
  vac: ["u", "ac"],
  vdc: ["u", "dc"],
  iac: ["i", "ac"],
  idc: ["i", "dc"],
  eac: ["e", "ac"],
  edc: ["e", "dc"],
  acpower: ["power", "ac"],
  dcpower: ["power", "dc"],
  ppv: ["p", "pv"],
  upv: ["u", "pv"],
  vpv: ["u", "pv"],
  ipv: ["i", "pv"],
  gpoa: ["g", "poa"],
  tamb: ["t", "amb"],
  tmod: ["t", "mod"],
  tcell: ["t", "cell"],
  tair: ["t", "air"],
  etotal: ["e", "total"],
  etot: ["e", "total"],
  etoday: ["e", "today"],
  eday: ["e", "day"],
};

function apart(word: string): readonly string[] {
  return TOGETHER[word] ?? [word];
}
