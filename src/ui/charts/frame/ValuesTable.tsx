"use client";

import { Dialog } from "radix-ui";
import type { ChartTable } from "./chartTable";

/** The values of a chart as a table, for whoever doesn't see it or wants to read them. */
export function ValuesTable({ name, table: { columns, rows } }: { name: string; table: ChartTable }) {
  return (
    <Dialog.Root>
      <Dialog.Trigger className="min-h-8 underline max-desk:min-h-11" aria-label={`Values of ${name}`}>
        Values
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-4 top-12 bottom-12 z-50 mx-auto flex max-w-2xl flex-col border-2 border-ink bg-raised p-4 text-ink"
        >
          <Dialog.Title className="text-lg">{name}</Dialog.Title>
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a part that scrolls has to be reached by keyboard */}
          <section className="mt-2 min-h-0 flex-1 overflow-auto" aria-label="Values" tabIndex={0}>
            <table className="figures w-full border-t-2 border-ink text-left">
              <thead className="sticky top-0 bg-raised">
                <tr className="caption">
                  {columns.map((column) => (
                    <th key={column} scope="col" className="py-1 pr-4 font-normal">
                      {column}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(([first, ...others]) => (
                  <tr key={first} className="border-t border-rule">
                    <th scope="row" className="py-0.5 pr-4 font-normal">
                      {first}
                    </th>
                    {others.map((value, k) => (
                      <td key={columns[k + 1]} className="pr-4">
                        {value ?? "not known"}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
          <Dialog.Close className="button mt-3 self-end">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
