"use client";

import { useRef, useState } from "react";
import type { Cascade } from "@/core/expected/cascade";
import { DEFAULT_MODEL, type ModelOptions } from "@/core/expected/options";
import { amount } from "../marks/words";
import { send } from "../send";

const SWITCHES: { key: keyof ModelOptions; label: string }[] = [
  { key: "horizonAndObstacles", label: "Horizon and obstacles" },
  { key: "incidenceLoss", label: "Glare off the glass" },
  { key: "cellTemperature", label: "Cell temperature" },
  { key: "ageing", label: "Ordinary ageing" },
  { key: "mismatch", label: "Mismatch" },
  { key: "wiringDc", label: "DC wiring" },
  { key: "snowAlbedo", label: "Brighter ground under snow" },
];

/** The choices behind the expected output: switch one and see what it changes. Nothing is stored by trying. */
export function Assumptions({ siteId, expectedKwh }: { siteId: string; expectedKwh: number }) {
  const [options, setOptions] = useState<ModelOptions>(DEFAULT_MODEL);
  const [said, setSaid] = useState("These are the choices behind the comparison.");
  const latest = useRef(0);

  async function change(next: ModelOptions) {
    setOptions(next);
    const turn = ++latest.current;
    setSaid("Calculating");
    const answer = await send<Cascade>(`/api/sites/${siteId}/what-if`, "POST", next);
    // A slower answer to an older question mustn't overwrite a newer one.
    if (turn !== latest.current) return;
    if ("error" in answer) setSaid(answer.error);
    else {
      const share = (answer.rating / expectedKwh - 1) * 100;
      setSaid(
        `Expected at the terminals: ${amount(answer.rating)} kWh instead of ${amount(expectedKwh)} kWh (${share >= 0 ? "+" : "\u2212"}${Math.abs(share).toFixed(1)} %)`,
      );
    }
  }

  return (
    <section aria-labelledby="assumptions-title">
      <h2 id="assumptions-title" className="text-lg">
        Assumptions
      </h2>
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-1">
        <label className="flex min-h-11 items-center gap-2">
          Tilted plane
          <select
            className="field w-auto"
            value={options.transposition}
            onChange={(event) => void change({ ...options, transposition: event.target.value as ModelOptions["transposition"] })}
          >
            <option value="perez">Perez 1990</option>
            <option value="hay-davies">Hay & Davies 1980</option>
            <option value="isotropic">isotropic</option>
          </select>
        </label>
        {SWITCHES.map(({ key, label }) => (
          <label key={key} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={options[key] as boolean}
              onChange={(event) => void change({ ...options, [key]: event.target.checked })}
            />
            {label}
          </label>
        ))}
        <button type="button" className="button" onClick={() => void change(DEFAULT_MODEL)}>
          Back to the defaults
        </button>
      </div>
      <p role="status" className="figures mt-2 min-h-6 font-semibold">
        {said}
      </p>
    </section>
  );
}
