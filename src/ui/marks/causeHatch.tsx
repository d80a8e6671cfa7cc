import type { CauseId } from "@/core/causes/causes";

/** How a cause is hatched, the same in every picture: strokes drawn in a tile of 8 by 8. */
const STROKES: Record<CauseId, string> = {
  "string-open": "M0 8 L8 0",
  "bypass-conducting": "M0 8 L8 0 M0 0 L8 8",
  "module-converter-failed": "M2 2 H6 V6 H2 Z",
  "inverter-outage": "M0 2 H8 M0 6 H8",
  "wet-insulation-trip": "M1 1 V4 M5 4 V7",
  "series-resistance": "M0 4 L2 1 L6 7 L8 4",
  "thermal-derating": "M0 6 Q2 2 4 6 T8 6",
  degradation: "M0 0 L8 8",
  shading: "M0 8 L8 0 M-2 2 L2 -2 M6 10 L10 6",
  snow: "M2 1.4 V3 M1.2 2.2 H2.8 M6 5.4 V7 M5.2 6.2 H6.8",
  soiling: "M1 1 h0.9 M5 2.5 h0.9 M3 5 h0.9 M7 6.5 h0.9",
  clipping: "M0 2 H8",
  curtailment: "M0 3 H4 M4 5 H8",
  "start-threshold": "M4 0 V8",
  "orientation-mismatch": "M0 0 L4 8 L8 0",
  "clock-error": "M4 1 V4 H7",
  "data-gap": "M2 0 V3 M2 5 V8 M6 0 V3 M6 5 V8",
  "sensor-error": "M4 4 m-2.4 0 a2.4 2.4 0 1 0 4.8 0 a2.4 2.4 0 1 0 -4.8 0",
  "scale-error": "M0 7 H8 M2 7 V4 M6 7 V2",
};

/** Pattern definition; put into the `defs` of a drawing and fill with `url(#id)`. */
export function HatchPattern({ id, cause, colour = "var(--lost)" }: { id: string; cause: CauseId; colour?: string }) {
  return (
    <pattern id={id} width="8" height="8" patternUnits="userSpaceOnUse">
      <path d={STROKES[cause]} stroke={colour} strokeWidth="1.5" fill="none" />
    </pattern>
  );
}

/** A small sample of a cause's hatch, beside its name. */
export function HatchSwatch({ cause, id }: { cause: CauseId; id: string }) {
  return (
    <svg width="28" height="20" className="shrink-0" aria-hidden="true">
      <defs>
        <HatchPattern id={id} cause={cause} />
      </defs>
      <rect x="0.75" y="0.75" width="26.5" height="18.5" fill={`url(#${id})`} stroke="var(--rule-strong)" strokeWidth="1.2" />
    </svg>
  );
}
