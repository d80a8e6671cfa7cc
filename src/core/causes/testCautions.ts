import type { CauseId } from "./causes";

/** What can hurt someone at a cause's next test, said where the test is. */
export const TEST_CAUTIONS: Partial<Record<CauseId, string>> = {
  "string-open":
    "The string is live in any daylight, also behind an open isolator. Never open a connector or fuse under load: isolate, measure zero current, then open. Local rules say who may.",
  "inverter-outage":
    "The DC input stays live in daylight after switching off. Wait out the discharge time on the label, prove dead before you touch.",
  snow: "From the ground only: never from a ladder or the roof. Keep people out from under the eaves.",
  "wet-insulation-trip": "The insulation test puts its voltage on everything joined: clear people, discharge afterwards.",
  "thermal-derating": "The case can burn: measure, don't touch.",
  "series-resistance": "A bad joint can arc when it is opened under load: isolate first.",
  "bypass-conducting":
    "The string is live in any daylight and a bypassed part can be hot: isolate and measure zero current before anything is opened.",
  "module-converter-failed":
    "A converter carries mains voltage until its AC side is off, and the module behind it is live in daylight. Roof work needs a secured person.",
  soiling:
    "From the ground where it can be seen from there: wet glass is slippery, cold water on hot glass cracks it, and nobody steps on modules.",
  "sensor-error": "Where the sensor stands on a roof, only a secured person goes to it.",
  shading: "Look from the ground; no climbing for a shadow.",
};
