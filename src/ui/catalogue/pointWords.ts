import type { Facet } from "@/core/inspection/conditions";
import type { Condition, Point } from "@/core/inspection/point";

/** What decides whether a site has a point, in words: the facet, and its values. */
export const FACET_WORDS: Record<Facet, { what: string; values: Record<string, string> }> = {
  mounting: {
    what: "Mounting",
    values: {
      "roof-flush": "flush on a roof",
      "roof-raised": "raised over a roof",
      ballasted: "ballasted",
      "ground-rack": "in the field",
      "building-integrated": "in place of a roof",
    },
  },
  roof: {
    what: "Covering",
    values: {
      tile: "tiles",
      shingle: "shingles",
      seam: "metal seam",
      rib: "metal rib",
      "stone-coated": "stone-coated steel",
      membrane: "membrane",
    },
  },
  slope: { what: "Slope of the roof", values: { flat: "flat", pitched: "pitched" } },
  inverter: { what: "Inverters", values: { string: "string", micro: "at each module", optimizer: "with module converters" } },
  location: {
    what: "Place of an inverter",
    values: { indoor: "indoors", "outdoor-shaded": "outdoors in the shade", "outdoor-sun": "outdoors in the sun" },
  },
  grid: { what: "Grid", values: { on: "joined to it", off: "none" } },
  battery: { what: "Battery", values: there() },
  exportLimit: { what: "Export limit", values: there() },
  frost: { what: "Frost in winter", values: there("none", "there is") },
  salt: { what: "Salt in the air", values: there("none", "there is") },
  age: { what: "Age of the plant", values: { new: "under two years", settled: "two to ten years", old: "ten years and more" } },
  conduit: { what: "Conduit", values: { metal: "metal", plastic: "plastic", none: "none" } },
  roofSpace: { what: "Roof space", values: there() },
  shutdown: { what: "Rapid shutdown", values: there() },
  surgeProtector: { what: "Surge protectors", values: there() },
  electrode: { what: "Earth electrode", values: there() },
  lightSensor: { what: "Light sensor", values: there() },
  fallZone: { what: "Where snow falls", values: { way: "where people go", nobody: "where nobody goes" } },
};

function there(none = "none", is = "there") {
  return { there: is, none };
}

/** What a point may be a condition for. */
export const CONDITION_FOR: Record<Condition, string> = {
  up: "going up",
  dead: "opening a box",
  metal: "touching bare metal",
};

/** Measurements that settle a point. */
export const READING_WORDS: Record<NonNullable<Point["settledBy"]>, string> = {
  "safe-voltage": "Voltage after shutdown",
  "open-circuit-voltage": "Open-circuit voltage",
  "short-circuit-current": "Current in the light of that second",
  "insulation-resistance": "Insulation resistance",
  "earth-fault-position": "Voltages of the poles to earth",
  continuity: "Continuity of the bonding",
  "hot-cell": "Hot cells against their neighbours",
  conductor: "Conductor for its current and length",
  "cold-voltage": "Voltage on the coldest morning",
  torque: "Torque",
};
