"use client";

import { valueAt, withValue } from "@/core/draft/paths";
import { freeId } from "@/core/draft/wiring";
import { amount } from "../../marks/words";
import { useEditor } from "../EditorContext";
import { ChoiceField, CrossSectionField, FaultAt, NumberField } from "../fields/DraftField";
import { Fold } from "../fields/Fold";
import { NameField } from "../fields/NameField";

const KINDS = [
  ["string", "string inverter"],
  ["micro", "micro-inverters, one a module"],
  ["optimizer", "a converter on each module"],
] as const;
const PLACES = [
  ["indoor", "indoors"],
  ["outdoor-shaded", "outdoors, shaded"],
  ["outdoor-sun", "outdoors, in the sun"],
] as const;

/** The inverters with their trackers. */
export function InverterForms({ isNew }: { isNew: boolean }) {
  const { draft, change, sums } = useEditor();
  return (
    <section aria-labelledby="inverters-drawn">
      <h2 id="inverters-drawn" className="mb-1 font-semibold">
        Inverters
      </h2>
      <div className="border-t-2 border-ink">
        {draft.inverters.map(({ id }, at) => {
          const { modules, kwp, acKw } = sums.inverters[at];
          return (
            <Fold
              key={id}
              begins={draft.inverters[at].acRatedW === undefined}
              className="border-b border-rule"
              summary={
                <>
                  <span className="font-mono">{id}</span>
                  <span className="caption">
                    {" "}
                    {modules} modules{kwp !== null && acKw ? `, DC/AC ${amount(kwp / acKw, 2)}` : ""}
                  </span>
                </>
              }
            >
              <InverterForm at={at} isNew={isNew} />
            </Fold>
          );
        })}
      </div>
      <p className="mt-2">
        <button
          type="button"
          className="button min-h-9 max-desk:min-h-11"
          onClick={() =>
            change({ ...draft, inverters: [...draft.inverters, { id: freeId("inv", draft.inverters), mppts: [{ id: "A" }] }] })
          }
        >
          Another inverter
        </button>
      </p>
    </section>
  );
}

function InverterForm({ at, isNew }: { at: number; isNew: boolean }) {
  const { draft, change } = useEditor();
  const of = (key: string) => `inverters.${at}.${key}`;
  const { id, mppts = [], kind } = draft.inverters[at];
  const pairs = (valueAt(draft, of("efficiency")) as unknown[] | undefined) ?? [];
  const used = draft.strings.some(({ inverter }) => inverter === id);
  const cable = valueAt(draft, of("cable")) !== undefined;
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-2 pb-3">
      <NameField list="inverters" at={at} label="Short name" kept={!isNew} />
      <ChoiceField path={of("kind")} label="Kind" options={KINDS} usual="string inverter" />
      <NumberField path={of("acRatedW")} label={kind === "micro" ? "AC rating of one, W" : "AC rating, W"} />
      <NumberField path={of("maxDcV")} label="Highest DC voltage, V" />
      <NumberField path={of("startW")} label="Starts from, W DC" usual={0} />
      <NumberField path={of("nightW")} label="Draws at night, W" usual={0} />
      <ChoiceField path={of("location")} label="Hangs" options={PLACES} usual="indoors" />
      <NumberField path={of("derateStartC")} label="Cuts back from, °C" unit="°C" usual="not told" />
      {mppts.map((tracker, k) => (
        <fieldset key={tracker.id} className="col-span-2 grid grid-cols-4 gap-x-3 gap-y-1">
          <legend className="caption">Tracker {tracker.id}</legend>
          <NumberField path={of(`mppts.${k}.minV`)} label="From, V" />
          <NumberField path={of(`mppts.${k}.maxV`)} label="To, V" />
          <NumberField path={of(`mppts.${k}.maxA`)} label="Input, A" />
          <NumberField path={of(`mppts.${k}.maxIscA`)} label="Short circuit, A" />
        </fieldset>
      ))}
      {pairs.map((_, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pairs have no other identity than their place
        <fieldset key={k} className="col-span-2 grid grid-cols-2 gap-x-4">
          <legend className="sr-only">Efficiency, point {k + 1}</legend>
          <NumberField path={of(`efficiency.${k}.0`)} label="Share of the AC rating" />
          <NumberField path={of(`efficiency.${k}.1`)} label="Efficiency, 0 to 1" />
        </fieldset>
      ))}
      {cable ? (
        <>
          <NumberField path={of("cable.lengthM")} label="Cable to the meter, m" unit="m" />
          <CrossSectionField path={of("cable.csaMm2")} />
          <NumberField path={of("cable.systemV")} label="Phase voltage, V" usual={230} />
          <ChoiceField
            path={of("cable.phases")}
            label="Phases"
            usual="1"
            options={[
              [1, "1"],
              [3, "3"],
            ]}
          />
        </>
      ) : null}
      <FaultAt path={`inverters.${at}`} />
      <div className="col-span-2 flex flex-wrap gap-2">
        <Act words="Another tracker" onClick={() => change(withValue(draft, of("mppts"), [...mppts, { id: nextLetter(mppts) }]))} />
        {mppts.length > 1 && !draft.strings.some(({ inverter, mppt }) => inverter === id && mppt === mppts.at(-1)?.id) ? (
          <Act words={`Tracker ${mppts.at(-1)?.id} off`} onClick={() => change(withValue(draft, of("mppts"), mppts.slice(0, -1)))} />
        ) : null}
        <Act
          words={pairs.length === 0 ? "Efficiency by load" : "Another point of efficiency"}
          onClick={() => change(withValue(draft, of("efficiency"), [...(pairs.length === 0 ? [[0.1, 0.95]] : pairs), [1, 0.97]]))}
        />
        {pairs.length > 0 ? <Act words="Usual efficiency" onClick={() => change(withValue(draft, of("efficiency"), undefined))} /> : null}
        <Act
          words={cable ? "Usual share for its cable" : "Tell its cable"}
          onClick={() => change(withValue(draft, of("cable"), cable ? undefined : { csaMm2: 4 }))}
        />
        {!used && draft.inverters.length > 1 ? (
          <Act words="Leave out" onClick={() => change({ ...draft, inverters: draft.inverters.filter((_, k) => k !== at) })} />
        ) : null}
      </div>
    </div>
  );
}

function Act({ words, onClick }: { words: string; onClick: () => void }) {
  return (
    <button type="button" className="button min-h-9 px-3 max-desk:min-h-11" onClick={onClick}>
      {words}
    </button>
  );
}

/** "C" after "A" and "B". */
function nextLetter(taken: readonly { id: string }[]): string {
  return [..."ABCDEFGHIJKLMNOPQRSTUVWXYZ"].find((letter) => !taken.some(({ id }) => id === letter)) ?? `T${taken.length + 1}`;
}
