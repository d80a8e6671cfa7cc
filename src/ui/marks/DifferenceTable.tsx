/** What differs, in a table that scrolls where it is long. @param heads of its columns @param rows with a key each */
export function DifferenceTable({ heads, rows }: { heads: readonly string[]; rows: readonly { key: string; cells: React.ReactNode[] }[] }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a part that scrolls has to be reached by keyboard
    <section className="relative mt-2 max-h-72 overflow-auto" aria-label="Differences" tabIndex={0}>
      <table className="w-full border-t-2 border-ink text-left [&_td:not(:last-child)]:pr-4 [&_th:not(:last-child)]:pr-4">
        <thead>
          <tr className="caption">
            {heads.map((head) => (
              <th key={head} className="py-1 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, cells }) => (
            <tr key={key} className="border-t border-rule align-top">
              {cells.map((cell, k) => (
                <td key={heads[k]} className={`py-1 wrap-break-word ${k > 0 ? "figures" : ""}`}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
