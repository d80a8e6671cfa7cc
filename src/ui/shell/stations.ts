/** The stations in working order. Those without a bench yet are done by hand meanwhile. */
export const STATIONS = [
  { id: "brief", title: "Brief", ready: true },
  { id: "walk", title: "Walk", ready: true },
  { id: "measure", title: "Measure", ready: false },
  { id: "compare", title: "Compare", ready: true },
  { id: "diagnose", title: "Diagnose", ready: true },
  { id: "decide", title: "Decide", ready: false },
  { id: "verify", title: "Verify", ready: false },
  { id: "hand-over", title: "Hand over", ready: true },
] as const;

export type StationId = (typeof STATIONS)[number]["id"];

/** What a station's line in the spine says of its state. */
export type StationStates = Partial<Record<StationId, string>>;
