import { told } from "../../round";
import { moduleTypeOf, stringsOf } from "../../site/lookups";
import type { Inverter, PvString, SiteFile } from "../../site/siteSchema";
import { atMost, type DesignLimit, type DesignRule } from "../rule";

/** Parallel strings may differ by so much in open-circuit voltage: the trade's limit between strings in the same light. */
const MOST_UNLIKE_PCT = 5;

/** Strings that share a tracker: by its name; all of an inverter where it has one tracker or none named. */
function sharing(site: SiteFile, inverter: Inverter): { scope: string; strings: PvString[] }[] {
  const own = stringsOf(site, inverter.id);
  if (inverter.mppts.length <= 1) return [{ scope: inverter.id, strings: own }];
  return inverter.mppts.map(({ id }) => ({ scope: inverter.id, strings: own.filter(({ mppt }) => mppt === id) }));
}

const inParallel = (site: SiteFile) =>
  site.inverters
    .filter(({ kind }) => kind !== "micro")
    .flatMap((inverter) =>
      sharing(site, inverter)
        .filter(({ strings }) => strings.length > 1)
        .map((group) => ({ ...group, inverter })),
    );

/** What a faulted string would get from its neighbours, against what its modules bear. */
export const parallelStrings: DesignRule = {
  id: "parallel-strings",
  title: "Current of parallel strings into a faulted one",
  hold: ({ site }) =>
    inParallel(site).flatMap(({ strings, inverter }) =>
      strings.flatMap((pvString): DesignLimit[] => {
        const { maxSeriesFuseA } = moduleTypeOf(site, pvString);
        // With a fuse of its own it is the fuse that is held against the modules.
        // Converters on the modules let no current back.
        if (maxSeriesFuseA === undefined || typeof pvString.fuseA === "number" || inverter.kind === "optimizer") return [];
        const others = strings.filter(({ id }) => id !== pvString.id);
        const value = others.reduce((sum, other) => sum + moduleTypeOf(site, other).iscA, 0);
        return [
          atMost("parallel-strings", {
            concerns: "safety",
            ...{ scope: pvString.id, value, limit: maxSeriesFuseA, unit: "A" },
            says: `${others.length} other ${others.length === 1 ? "string feeds" : "strings feed"} ${told(value)} A into it when it is shorted`,
            against: "its modules' largest series fuse",
            mend: "a fuse in each string, or fewer strings on the tracker",
            formula: "Σ Isc of the other strings ≤ maxSeriesFuseA, where the string has no fuse",
            source: "IEC 62548:2016, 6.5.3",
          }),
        ];
      }),
    ),
};

/** Fuses of strings, where they are told, against module and short-circuit current. */
export const stringFuse: DesignRule = {
  id: "string-fuse",
  title: "Fuse of a string",
  hold: ({ site }) =>
    site.strings.flatMap((pvString): DesignLimit[] => {
      const { fuseA } = pvString;
      const { iscA, maxSeriesFuseA } = moduleTypeOf(site, pvString);
      if (typeof fuseA !== "number" || maxSeriesFuseA === undefined) return [];
      const about = { scope: pvString.id, unit: "A", source: "IEC 62548:2016, 6.5.3" };
      return [
        atMost("string-fuse", {
          concerns: "safety",
          ...{
            ...about,
            value: fuseA,
            limit: maxSeriesFuseA,
            says: `Its fuse is ${told(fuseA)} A`,
            against: "its modules' largest series fuse",
          },
          ...{ mend: "a smaller fuse", formula: "fuse ≤ maxSeriesFuseA" },
        }),
        atMost("string-fuse-current", {
          concerns: "safety",
          ...{
            ...about,
            value: 1.5 * iscA,
            limit: fuseA,
            says: `1.5 times its short-circuit current is ${told(1.5 * iscA)} A`,
            against: "its fuse",
          },
          ...{ mend: "a larger fuse, or it opens in the best hours", formula: "1.5 · Isc ≤ fuse" },
        }),
      ];
    }),
};

/** Strings on one tracker pull each other off their best point where their voltages differ. */
export const unlikeStrings: DesignRule = {
  id: "unlike-strings",
  title: "Unlike strings in parallel",
  hold: ({ site }) =>
    inParallel(site).flatMap(({ strings, inverter }) => {
      if (inverter.kind === "optimizer") return [];
      const volts = strings.map((pvString) => pvString.modules * moduleTypeOf(site, pvString).vocV);
      const most = Math.max(...volts);
      return strings.flatMap((pvString, k): DesignLimit[] => {
        const value = (100 * (most - volts[k])) / most;
        return [
          atMost("unlike-strings", {
            concerns: "yield",
            ...{ scope: pvString.id, value, limit: MOST_UNLIKE_PCT, unit: "%", against: "the limit for strings in parallel" },
            says: `Its ${told(volts[k])} V lie ${told(value)} % under the highest of ${strings.map(({ id }) => id).join(", ")}`,
            mend: "as many modules of one type in each string of a tracker, or a tracker of its own",
            formula: "(highest Voc − Voc) ÷ highest Voc ≤ 5 %",
            source: "IEC 62548:2016, 5.1.4: parallel strings of like voltage, within 5 %",
          }),
        ];
      });
    }),
};
