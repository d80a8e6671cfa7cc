import { amount } from "../marks/words";

/** What is kept and what is tried, in energy. */
export interface TrialFigures {
  terminalsKwh: number;
  meterKwh: number;
}

/** A trial beside what is kept: nothing of it is stored, and leaving the leaf ends it. */
export function TrialStrip({
  kept,
  tried,
  measuredKwh,
  bandPct,
  onEnd,
}: {
  kept: TrialFigures;
  tried: TrialFigures;
  measuredKwh: number;
  bandPct: number;
  onEnd: () => void;
}) {
  const under = (expectedKwh: number) => (expectedKwh > 0 ? 100 * (1 - measuredKwh / expectedKwh) : 0);
  const rows: [string, string, string, string][] = [
    ["Expected at the terminals", ...pair(kept.terminalsKwh, tried.terminalsKwh)],
    ["Expected at the meter", ...pair(kept.meterKwh, tried.meterKwh)],
    ["Measured is under it by", `${under(kept.terminalsKwh).toFixed(1)} %`, `${under(tried.terminalsKwh).toFixed(1)} %`, ""],
  ];
  return (
    <section aria-label="Trial" className="border-2 border-dashed border-act bg-raised px-3 py-2">
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <p>
          <strong>A trial:</strong> kept nowhere; leaving this leaf ends it. Energies ±{bandPct.toFixed(0)} %; each step's formula and
          source stand in the cascade.
        </p>
        <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={onEnd}>
          End the trial
        </button>
      </div>
      <table className="figures mt-1 text-left">
        <thead>
          <tr className="caption">
            <th className="pr-6 font-normal">
              <span className="sr-only">Figure</span>
            </th>
            <th scope="col" className="pr-6 font-normal">
              kept
            </th>
            <th scope="col" className="pr-6 font-normal">
              tried
            </th>
            <th scope="col" className="font-normal">
              <span className="sr-only">change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, keptText, triedText, change]) => (
            <tr key={name}>
              <th scope="row" className="pr-6 font-normal">
                {name}
              </th>
              <td className="pr-6">{keptText}</td>
              <td className="pr-6 font-semibold">{triedText}</td>
              <td>{change}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function pair(kept: number, tried: number): [string, string, string] {
  return [`${amount(kept, 0)} kWh`, `${amount(tried, 0)} kWh`, changeOf(tried, kept)];
}

/** "+2.3 %" of a change. */
export function changeOf(now: number, before: number): string {
  const share = before > 0 ? (now / before - 1) * 100 : 0;
  return `${share < 0 ? "\u2212" : "+"}${Math.abs(share).toFixed(1)} %`;
}
