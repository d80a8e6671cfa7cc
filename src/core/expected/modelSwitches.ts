import type { CascadeStage } from "./cascade";
import type { ModelKey, ModelOptions } from "./options";

/** Where in the way of the energy a choice acts: on the light, up to the inverter's terminals, or on to the meter. */
export type SwitchPlace = "light" | "terminals" | "meter";

/** A choice of the model in words. */
export interface ModelSwitch {
  key: ModelKey;
  label: string;
  at: SwitchPlace;
  /** What is done with it on, in a line. */
  does: string;
  /** The stage of the cascade that it makes, where that is what tells whether a site has it. */
  stage?: CascadeStage;
  /** The choices of one that isn't on or off, in words. */
  choices?: Record<string, string>;
  unit?: string;
}

/** Every choice once, in the order of the energy's way. The what-if, the screen and docs/models.md follow from it. */
export const MODEL_SWITCHES: readonly ModelSwitch[] = [
  {
    key: "transposition",
    label: "Tilted plane",
    at: "light",
    does: "how the sky's diffuse light falls on the plane",
    choices: { perez: "Perez 1990", "hay-davies": "Hay & Davies 1980", isotropic: "isotropic" },
  },
  {
    key: "decomposition",
    label: "Beam and diffuse",
    at: "light",
    does: "how a lone global irradiance is split",
    choices: { auto: "mean of both", erbs: "Erbs 1982", engerer: "Engerer 2015" },
  },
  {
    key: "assumedWindMs",
    label: "Wind where none is measured",
    at: "light",
    does: "cools the modules; open valley floors have more",
    unit: "m/s",
  },
  { key: "horizonAndObstacles", label: "Horizon and obstacles", at: "terminals", does: "block beam and sky behind them" },
  {
    key: "shadeByModule",
    label: "Near shade on each module",
    at: "terminals",
    does: "near obstacles are seen from each module, and the strings that they divide are solved",
    stage: "uneven-light",
  },
  { key: "incidenceLoss", label: "Glare off the glass", at: "terminals", does: "reflection grows as the light comes flatter" },
  { key: "lowLight", label: "Weak light", at: "terminals", does: "efficiency falls in weak light as the diode's curve has it" },
  { key: "cellTemperature", label: "Cell temperature", at: "terminals", does: "power falls as cells grow hot" },
  { key: "ageing", label: "Ordinary ageing", at: "terminals", does: "a straight line from the day of commissioning" },
  { key: "mismatch", label: "Mismatch", at: "terminals", does: "modules of one string are never quite alike" },
  { key: "wiringDc", label: "DC wiring", at: "terminals", does: "the conductors from the array to the inverter" },
  { key: "snowAlbedo", label: "Brighter ground under snow", at: "terminals", does: "snow on the ground throws light at the plane" },
  { key: "conversion", label: "Inverter conversion", at: "terminals", does: "the efficiency curve of the data sheet" },
  { key: "startThreshold", label: "Start threshold", at: "terminals", does: "too little light to start gives nothing" },
  { key: "acRating", label: "AC rating", at: "terminals", does: "output is held at the inverter's rating" },
  { key: "heatDerating", label: "Cut back in heat", at: "meter", does: "a hot inverter protects itself", stage: "heat" },
  { key: "exportLimit", label: "Export limit", at: "meter", does: "output is held at what may be fed in", stage: "export-limit" },
  { key: "fullBattery", label: "Full battery", at: "meter", does: "without a grid a full battery idles the array", stage: "battery" },
  { key: "wiringAc", label: "AC wiring", at: "meter", does: "the conductors from the inverter to the meter" },
  { key: "nightUse", label: "Own use at night", at: "meter", does: "what the inverter draws while it stands by", stage: "night" },
];

/** A choice that is on or off. */
export type OnOffKey = { [Key in ModelKey]: ModelOptions[Key] extends boolean ? Key : never }[ModelKey];

/** Whether a choice is on or off, instead of one of several or a number. */
export function isOnOff(entry: ModelSwitch): entry is ModelSwitch & { key: OnOffKey } {
  return entry.choices === undefined && entry.unit === undefined;
}

/** A choice by its key. */
export function modelSwitch(key: ModelKey): ModelSwitch {
  return MODEL_SWITCHES.find((entry) => entry.key === key) as ModelSwitch;
}
