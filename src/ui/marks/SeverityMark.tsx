import { SEVERITY_WORDS, type Severity } from "@/core/inspection/severity";

const COLOUR: Record<Severity, string> = { stop: "var(--stop)", fix: "var(--fix)", watch: "var(--watch)", sound: "var(--sound)" };

/** Each step has a shape of its own: a barred slab, a wedge, an open ring, a level line. */
const SHAPES: Record<Severity, React.ReactNode> = {
  stop: (
    <>
      <rect x="1.5" y="4" width="17" height="12" fill="currentColor" />
      <rect x="5" y="9" width="10" height="2" fill="var(--raised)" />
    </>
  ),
  fix: <path d="M2 17 L10 2.5 L18 17 Z M10 7 L10 13" fill="currentColor" stroke="var(--raised)" strokeWidth="1.6" />,
  watch: <circle cx="10" cy="10" r="6.8" fill="none" stroke="currentColor" strokeWidth="2.6" />,
  sound: <path d="M2 10 H18 M2 6.5 V13.5 M18 6.5 V13.5" fill="none" stroke="currentColor" strokeWidth="2.4" />,
};

/** A severity by shape, word and colour, in this order of importance. */
export function SeverityMark({ severity, wordless = false }: { severity: Severity; wordless?: boolean }) {
  const { word } = SEVERITY_WORDS[severity];
  return (
    <span className="inline-flex items-baseline gap-1.5 font-semibold whitespace-nowrap" style={{ color: COLOUR[severity] }}>
      <svg
        viewBox="0 0 20 20"
        className="size-4.5 shrink-0 translate-y-[0.2em]"
        role={wordless ? "img" : undefined}
        aria-label={wordless ? word : undefined}
        aria-hidden={!wordless}
      >
        {SHAPES[severity]}
      </svg>
      {wordless ? null : word}
    </span>
  );
}
