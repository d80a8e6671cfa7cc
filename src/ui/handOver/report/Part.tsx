/** A part of the report under its heading, which never stands alone at a page's foot. @param whole keeps all of it on one page */
export function Part({ title, id, whole = false, children }: { title: string; id: string; whole?: boolean; children: React.ReactNode }) {
  return (
    <section className={`mt-6 ${whole ? "keep-together" : ""}`} aria-labelledby={`report-${id}`}>
      <h3 id={`report-${id}`} className="mb-1 text-xl">
        {title}
      </h3>
      {children}
    </section>
  );
}

interface FactsProps {
  rows: readonly (readonly [name: string, text: React.ReactNode, wide?: "wide"])[];
  /** Two beside each other where there is room, but for those that are wide. */
  columns?: boolean;
}

/** What something is, and what it is called: a line of the report's head and of its annex. */
export function Facts({ rows, columns = false }: FactsProps) {
  return (
    <dl className={`border-t border-rule ${columns ? "grid gap-x-6 sm:grid-cols-2 print:grid-cols-2" : ""}`}>
      {rows.map(([name, text, wide]) => (
        <div
          key={name}
          className={`keep-together grid gap-3 border-b border-rule py-1 ${columns ? `grid-cols-[6.5rem_1fr] ${wide ? "sm:col-span-2 print:col-span-2" : ""}` : "grid-cols-[9.5rem_1fr] max-sm:grid-cols-1 max-sm:gap-0"}`}
        >
          <dt className="text-quiet">{name}</dt>
          <dd className="figures min-w-0 whitespace-pre-line wrap-anywhere">{text}</dd>
        </div>
      ))}
    </dl>
  );
}
