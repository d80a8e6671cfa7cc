"use client";

import { useEffect, useRef, useState } from "react";
import { switchApplies } from "@/core/expected/applicable";
import { type Cascade, TERMINALS } from "@/core/expected/cascade";
import { isOnOff, MODEL_SWITCHES, modelSwitch, type OnOffKey, type SwitchPlace } from "@/core/expected/modelSwitches";
import { DEFAULT_MODEL, type ModelOptions } from "@/core/expected/options";
import type { SiteFile } from "@/core/site/siteSchema";
import { Figure, type Origin } from "../marks/Figure";
import { amount } from "../marks/words";
import { send } from "../send";
import { TariffTrial } from "./TariffTrial";
import { changeOf, type TrialFigures, TrialStrip } from "./TrialStrip";

const isAt = (place: SwitchPlace) => MODEL_SWITCHES.filter(isOnOff).filter(({ at }) => at === place);
const UP_TO_TERMINALS = isAt("terminals");
const ON_TO_METER = isAt("meter");

/** What the expected energy is without one of the choices. */
interface Effect {
  withoutKwh: number;
  withKwh: number;
  at: string;
}

function effectOrigin(label: string, { withoutKwh, withKwh, at }: Effect): Origin {
  return {
    formula: "(without \u2212 with) / with",
    inputs: [
      [`Without ${label.toLowerCase()}`, `${amount(withoutKwh)} kWh`],
      ["With it", `${amount(withKwh)} kWh`],
    ],
    source: `Expected energy at ${at} over the measured intervals, everything else as by default. The model's formula and source stand in the cascade.`,
  };
}

const totalsOf = (cascade: Cascade): TrialFigures => ({ terminalsKwh: cascade[TERMINALS], meterKwh: cascade.night });

/** The choices behind the expected output: switch one and see what it changes. Nothing is stored by trying. */
export function Assumptions({
  site,
  cascade,
  bandPct,
  measuredKwh,
  lostKwh,
}: {
  site: SiteFile;
  cascade: Cascade;
  bandPct: number;
  measuredKwh: number;
  lostKwh: number;
}) {
  const usual = totalsOf(cascade);
  const [options, setOptions] = useState<ModelOptions>(DEFAULT_MODEL);
  const [said, setSaid] = useState("These are the choices behind the comparison.");
  const [effects, setEffects] = useState<Partial<Record<OnOffKey, Effect>>>({});
  const [working, setWorking] = useState(false);
  const [tried, setTried] = useState<TrialFigures | null>(null);
  const question = useRef<AbortController | null>(null);
  useEffect(() => () => question.current?.abort(), []);

  /** A newer question calls the older one off, on the server too. */
  function newQuestion(): AbortSignal {
    question.current?.abort();
    question.current = new AbortController();
    return question.current.signal;
  }

  const ask = (next: Partial<ModelOptions>, signal: AbortSignal) => send<Cascade>(`/api/sites/${site.id}/what-if`, "POST", next, signal);

  async function change(next: ModelOptions) {
    setOptions(next);
    setWorking(false);
    const signal = newQuestion();
    setSaid("Calculating");
    const answer = await ask(next, signal);
    if (signal.aborted) return;
    if ("error" in answer) return setSaid(answer.error);
    const now = totalsOf(answer);
    setTried(next === DEFAULT_MODEL ? null : now);
    setSaid(
      `Expected at the terminals: ${amount(now.terminalsKwh)} kWh instead of ${amount(usual.terminalsKwh)} kWh (${changeOf(now.terminalsKwh, usual.terminalsKwh)}); at the meter: ${amount(now.meterKwh)} kWh instead of ${amount(usual.meterKwh)} kWh (${changeOf(now.meterKwh, usual.meterKwh)}). Each ±${bandPct.toFixed(0)} %.`,
    );
  }

  /** Switches each off by itself, one after the other. */
  async function tryEach() {
    const signal = newQuestion();
    setWorking(true);
    const all = [...UP_TO_TERMINALS, ...ON_TO_METER].filter(({ key }) => switchApplies(site, key));
    for (const [k, { key, label, at }] of all.entries()) {
      setSaid(`Without ${label.toLowerCase()}: ${k + 1} of ${all.length}`);
      const answer = await ask({ ...DEFAULT_MODEL, [key]: false }, signal);
      if (signal.aborted) return;
      if ("error" in answer) {
        setWorking(false);
        return setSaid(answer.error);
      }
      const now = totalsOf(answer);
      const effect: Effect =
        at === "meter"
          ? { withoutKwh: now.meterKwh, withKwh: usual.meterKwh, at: "the meter" }
          : { withoutKwh: now.terminalsKwh, withKwh: usual.terminalsKwh, at: "the terminals" };
      setEffects((known) => ({ ...known, [key]: effect }));
    }
    setWorking(false);
    setSaid("Beside each: what the expected energy would be without it, more (+) or less.");
  }

  function stop() {
    question.current?.abort();
    setWorking(false);
    setSaid("Stopped.");
  }

  const switches = (list: typeof UP_TO_TERMINALS) =>
    list
      .filter(({ key }) => switchApplies(site, key))
      .map(({ key, label }) => {
        const effect = effects[key];
        return (
          <div key={key} className="flex items-center gap-2">
            <label className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-act"
                checked={options[key]}
                onChange={(event) => void change({ ...options, [key]: event.target.checked })}
              />
              {label}
            </label>
            {effect ? (
              <Figure bare label={label} value={changeOf(effect.withoutKwh, effect.withKwh)} origin={effectOrigin(label, effect)} />
            ) : null}
          </div>
        );
      });

  return (
    <section aria-labelledby="assumptions-title">
      <h2 id="assumptions-title" className="text-lg">
        Assumptions
      </h2>
      {tried ? (
        <TrialStrip kept={usual} tried={tried} measuredKwh={measuredKwh} bandPct={bandPct} onEnd={() => void change(DEFAULT_MODEL)} />
      ) : null}
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-1">
        {(["transposition", "decomposition"] as const).map((key) => {
          const { label, choices } = modelSwitch(key);
          return (
            <label key={key} className="flex min-h-11 items-center gap-2">
              {label}
              <select
                className="field w-auto"
                value={options[key]}
                onChange={(event) => void change({ ...options, [key]: event.target.value } as ModelOptions)}
              >
                {Object.entries(choices ?? {}).map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          );
        })}
        <label className="flex min-h-11 items-center gap-2">
          {modelSwitch("assumedWindMs").label}
          <input
            type="number"
            className="field figures w-20"
            min={0}
            max={20}
            step={0.5}
            key={options.assumedWindMs}
            defaultValue={options.assumedWindMs}
            onBlur={(event) => {
              const windMs = Number(event.target.value);
              if (event.target.value === "" || !(windMs >= 0 && windMs <= 20)) setSaid("Wind must be from 0 to 20 m/s.");
              else if (windMs !== options.assumedWindMs) void change({ ...options, assumedWindMs: windMs });
            }}
          />
          m/s
        </label>
      </div>
      <fieldset className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(min(19rem,100%),1fr))] gap-x-6">
        <legend className="caption">Up to the terminals</legend>
        {switches(UP_TO_TERMINALS)}
      </fieldset>
      <fieldset className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(min(19rem,100%),1fr))] gap-x-6">
        <legend className="caption">On to the meter</legend>
        {switches(ON_TO_METER)}
      </fieldset>
      <div className="mt-2 flex flex-wrap gap-3">
        <button type="button" className="button" onClick={() => (working ? stop() : void tryEach())}>
          {working ? "Stop" : "Show what each one does"}
        </button>
        <button type="button" className="button" onClick={() => void change(DEFAULT_MODEL)}>
          Back to the defaults
        </button>
      </div>
      <p role="status" className="figures mt-2 min-h-6 font-semibold">
        {said}
      </p>
      {site.tariff ? <TariffTrial tariff={site.tariff} lostKwh={lostKwh} /> : null}
    </section>
  );
}
