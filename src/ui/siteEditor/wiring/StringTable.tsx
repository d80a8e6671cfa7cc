"use client";

import { addString } from "@/core/draft/wiring";
import { Figure } from "../../marks/Figure";
import { SeverityMark } from "../../marks/SeverityMark";
import { amount } from "../../marks/words";
import { useEditor } from "../EditorContext";

/** The strings with what they add up to; one of them is being run. */
export function StringTable({ running, onRun }: { running: string | null; onRun: (id: string) => void }) {
  const { draft, change, sums, limits } = useEditor();
  function add() {
    const { draft: next, id } = addString(draft);
    change(next);
    onRun(id);
  }
  return (
    <section aria-labelledby="strings-drawn">
      <h2 id="strings-drawn" className="mb-1 font-semibold">
        Strings
      </h2>
      <table className="figures w-full border-t-2 border-ink text-left [&_td]:py-1 [&_td:not(:last-child)]:pr-2">
        <thead className={draft.strings.length === 0 ? "sr-only" : ""}>
          <tr className="caption">
            <th className="font-normal">Runs on</th>
            <th className="font-normal">Feeds</th>
            <th className="text-right font-normal">Modules</th>
            <th className="text-right font-normal">kWp</th>
            <th className="text-right font-normal">Coldest</th>
          </tr>
        </thead>
        <tbody>
          {draft.strings.map(({ id, inverter, mppt }, k) => {
            const cold = limits.find((limit) => limit.id === "cold-voltage" && limit.scope === id);
            const broken = limits.find((limit) => !limit.ok && limit.scope === id);
            const { modules, kwp } = sums.strings[k];
            return (
              <tr key={id} className={`border-t border-rule ${id === running ? "bg-raised" : ""}`}>
                <td>
                  <label className="flex min-h-7 items-center gap-1.5 max-desk:min-h-11">
                    <input type="radio" name="string-run" checked={id === running} onChange={() => onRun(id)} />
                    <span className="font-mono">{id}</span>
                  </label>
                </td>
                <td>
                  {inverter ?? "nothing"}
                  {mppt ? ` ${mppt}` : ""}
                </td>
                <td className="text-right">{modules}</td>
                <td className="text-right">{kwp === null ? "?" : amount(kwp, 2)}</td>
                <td className="text-right whitespace-nowrap" title={broken?.reason}>
                  {broken ? <SeverityMark severity={broken.concerns === "safety" ? "fix" : "watch"} /> : null}{" "}
                  {cold ? (
                    <div className="inline-block">
                      <Figure
                        bare
                        label={`${id}, voltage on the coldest morning`}
                        value={`${amount(cold.value, 0)} V`}
                        origin={{
                          formula: cold.formula,
                          inputs: [["Limit", `${amount(cold.limit, 0)} V`]],
                          source: `${cold.reason}. ${cold.source}`,
                        }}
                      />
                    </div>
                  ) : null}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="button button-act min-h-9 max-desk:min-h-11" onClick={add}>
          New string
        </button>
        <span className="caption figures">
          {sums.unwired === 0
            ? "Every module is wired"
            : `${sums.unwired} ${sums.unwired === 1 ? "module is" : "modules are"} wired to nothing`}
        </span>
      </p>
    </section>
  );
}
