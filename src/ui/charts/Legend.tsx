/** The visual grammar in words: expected dashed, measured solid, lost hatched. */
export function Legend() {
  return (
    <span className="flex flex-wrap gap-x-4">
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="10" aria-hidden="true">
          <line x1="0" x2="26" y1="5" y2="5" stroke="var(--ink)" strokeWidth="1.6" strokeDasharray="5 3.5" />
        </svg>
        expected
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="10" aria-hidden="true">
          <line x1="0" x2="26" y1="5" y2="5" stroke="var(--measured)" strokeWidth="2.4" />
        </svg>
        measured
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="12" aria-hidden="true">
          <path d="M1 11 L9 1 M9 11 L17 1 M17 11 L25 1" stroke="var(--lost)" strokeWidth="1.4" />
        </svg>
        lost
      </span>
    </span>
  );
}
