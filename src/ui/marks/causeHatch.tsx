import { CAUSES, type CauseId } from "@/core/causes/causes";

/** Pattern definition; put into the `defs` of a drawing and fill with `url(#id)`. */
export function HatchPattern({ id, cause, colour = "var(--lost)" }: { id: string; cause: CauseId; colour?: string }) {
  return (
    <pattern id={id} width="8" height="8" patternUnits="userSpaceOnUse">
      <path d={CAUSES[cause].hatch} stroke={colour} strokeWidth="1.5" fill="none" />
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
