import type { LedgerEntry } from "@/core/diagnosis/ledger";

/** What speaks for a cause and against it, with its weight in log odds. */
export function Reasons({ entry: { evidence } }: { entry: LedgerEntry }) {
  return (
    <ul className="mt-1 grid gap-1">
      {evidence.map(({ text, weight, from }) => (
        <li key={`${from}/${weight}/${text}`} className="grid grid-cols-[3rem_3.5rem_1fr] items-baseline gap-2">
          <span className="figures text-right">{signed(weight)}</span>
          <span className="caption">{from}</span>
          <span>{text}</span>
        </li>
      ))}
    </ul>
  );
}

/** A weight with its sign. */
export function signed(weight: number): string {
  return `${weight < 0 ? "\u2212" : "+"}${Math.abs(weight).toFixed(1)}`;
}
