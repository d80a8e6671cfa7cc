"use client";

import { useId, useState } from "react";
import type { Tariff } from "@/core/site/siteSchema";
import { valuePerKwh } from "@/core/site/worth";
import { amount, money } from "../marks/words";

/** What the lost energy would be worth at another tariff: tried, and kept nowhere. */
export function TariffTrial({ tariff, lostKwh }: { tariff: Tariff; lostKwh: number }) {
  const [tried, setTried] = useState(tariff);
  const id = useId();
  const changed = tried !== tariff;
  const field = (
    key: "importPerKwh" | "exportPerKwh" | "selfUseShare",
    words: string,
    unit: string,
    most: number,
    step: number,
    by = 1,
  ) => (
    <label className="flex min-h-11 items-center gap-2" htmlFor={`${id}-${key}`}>
      {words}
      <input
        id={`${id}-${key}`}
        type="number"
        className="field figures w-24"
        min={0}
        max={most}
        step={step}
        value={Number((by * tried[key]).toPrecision(6))}
        onChange={(event) => {
          const value = Number(event.target.value) / by;
          if (event.target.value !== "" && value >= 0 && by * value <= most) setTried({ ...tried, [key]: value });
        }}
      />
      {unit}
    </label>
  );
  return (
    <section aria-label="Another tariff" className="mt-4">
      <h3 className="font-semibold">Another tariff</h3>
      <div className="flex flex-wrap items-center gap-x-6">
        {field("importPerKwh", "Import price", `${tariff.currency}/kWh`, 10, 0.01)}
        {field("exportPerKwh", "Export price", `${tariff.currency}/kWh`, 10, 0.01)}
        {field("selfUseShare", "Used on site", "%", 100, 1, 100)}
      </div>
      <p className="caption">Worth: lost energy × (share used on site × import price + the rest × export price), as in the sums.</p>
      <p role="status" className={`figures min-h-6 ${changed ? "font-semibold" : ""}`}>
        {amount(lostKwh)} kWh lost are worth {money(lostKwh * valuePerKwh(tariff), tariff.currency)} by the site&rsquo;s tariff
        {changed ? `, ${money(lostKwh * valuePerKwh(tried), tariff.currency)} by this one. A trial: kept nowhere.` : "."}
      </p>
    </section>
  );
}
