import type { CauseId } from "../../causes/causes";
import type { Conditions } from "../conditions";
import type { PointInput } from "../point";

interface Written extends Omit<PointInput, "grades" | "speaksFor" | "speaksAgainst" | "applies"> {
  /** What good looks like; where schools differ, each accepted way by its name. */
  sound: string | Record<string, string>;
  watch?: string;
  fix?: string;
  stop?: string;
  /** Causes that it speaks for, by weight; `[weight, if sound]` where a sound one says more than usual. */
  for?: Partial<Record<CauseId, number | [number, number]>>;
  against?: Partial<Record<CauseId, number>>;
  if?: Conditions;
}

/** Writes a point with the usual grades: sound, watch, fix, stop. */
export function point({ sound, watch, fix, stop, for: speaksFor = {}, against = {}, if: applies = {}, ...rest }: Written): PointInput {
  const ways = typeof sound === "string" ? [["sound", sound]] : Object.entries(sound).map(([way, text]) => [`sound-${way}`, text]);
  return {
    ...rest,
    applies,
    grades: [
      ...ways.map(([id, text]) => ({ id, text, severity: "sound" as const })),
      ...(watch ? [{ id: "watch", text: watch, severity: "watch" as const }] : []),
      ...(fix ? [{ id: "fix", text: fix, severity: "fix" as const }] : []),
      ...(stop ? [{ id: "stop", text: stop, severity: "stop" as const }] : []),
    ],
    speaksFor: (Object.entries(speaksFor) as [CauseId, number | [number, number]][]).map(([cause, says]) =>
      typeof says === "number" ? { cause, weight: says } : { cause, weight: says[0], ifSound: says[1] },
    ),
    speaksAgainst: (Object.entries(against) as [CauseId, number][]).map(([cause, weight]) => ({ cause, weight })),
  };
}

/** The points of a station, all under the same conditions besides their own. */
export function under(common: Conditions, points: readonly PointInput[]): PointInput[] {
  return points.map((one) => ({ ...one, applies: { ...common, ...one.applies } }));
}

export const ON_ROOF: Conditions = { mounting: ["roof-flush", "roof-raised", "ballasted", "building-integrated"] };
/** Held by screws or clamps that reach the roof. */
export const FIXED_TO_ROOF: Conditions = { mounting: ["roof-flush", "roof-raised"] };
export const IN_FIELD: Conditions = { mounting: ["ground-rack"] };
/** On rails, frames or clamps of its own. */
export const RACKED: Conditions = { mounting: ["roof-flush", "roof-raised", "ballasted", "ground-rack"] };
/** With strings of DC that lead somewhere. */
export const STRINGED: Conditions = { inverter: ["string", "optimizer"] };
export const OUTDOORS: Conditions = { location: ["outdoor-shaded", "outdoor-sun"] };
