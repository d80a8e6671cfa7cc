"use client";

import { withValue } from "@/core/draft/paths";
import { retyped } from "@/core/draft/rename";
import { removeString, reversed, withString } from "@/core/draft/wiring";
import { inTerms } from "@/core/site/terms";
import { useEditor } from "../EditorContext";
import { ChoiceField, CrossSectionField, FaultAt, NumberField } from "../fields/DraftField";
import { NameField } from "../fields/NameField";

/** The string that is being run: what it feeds, its type, its conductors. */
export function StringForm({ id, isNew }: { id: string; isNew: boolean }) {
  const { draft, change, limits, terms } = useEditor();
  const at = draft.strings.findIndex((one) => one.id === id);
  const of = (key: string) => `strings.${at}.${key}`;
  const { inverter, cable } = draft.strings[at];
  const trackers = draft.inverters.find((one) => one.id === inverter)?.mppts ?? [];
  const broken = limits.filter((limit) => !limit.ok && limit.scope === id);
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-semibold">String {id}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 border-t-2 border-ink pt-2">
        <NameField list="strings" at={at} label="Short name" kept={!isNew} />
        <ChoiceField
          path={of("moduleType")}
          label="Type of its modules"
          options={draft.moduleTypes.map((one) => [one.id, one.id] as const)}
          onValue={(value) => change(retyped(draft, id, String(value)))}
        />
        <ChoiceField
          path={of("inverter")}
          label="Feeds inverter"
          options={draft.inverters.map((one) => [one.id, one.id] as const)}
          onValue={(value) => {
            const first = draft.inverters.find((one) => one.id === value)?.mppts?.[0]?.id;
            change(withValue(withString(draft, id, { inverter: String(value) }), of("mppt"), first));
          }}
        />
        {trackers.length > 0 ? (
          <ChoiceField path={of("mppt")} label="On tracker" options={trackers.map((one) => [one.id, one.id] as const)} usual="none told" />
        ) : null}
        {cable === undefined ? null : (
          <>
            <NumberField path={of("cable.lengthM")} label="Conductors, m one way" unit="m" />
            <CrossSectionField path={of("cable.csaMm2")} />
          </>
        )}
        <NumberField path={of("fuseA")} label="String fuse, A" usual="none told" />
      </div>
      <FaultAt path={`strings.${at}`} />
      {broken.length > 0 ? (
        <ul className="mt-2 border-l-4 border-fix bg-raised px-3 py-1 text-sm">
          {broken.map(({ id: rule, reason }) => (
            <li key={rule}>{inTerms(reason, terms)}</li>
          ))}
        </ul>
      ) : null}
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button min-h-9 px-3 max-desk:min-h-11" onClick={() => change(reversed(draft, id))}>
          Turn round
        </button>
        <button
          type="button"
          className="button min-h-9 px-3 max-desk:min-h-11"
          onClick={() => change(withValue(draft, of("cable"), cable === undefined ? { csaMm2: 4 } : undefined))}
        >
          {cable === undefined ? "Tell its conductors" : "Usual share for conductors"}
        </button>
        <button type="button" className="button min-h-9 px-3 max-desk:min-h-11" onClick={() => change(removeString(draft, id))}>
          Take off
        </button>
      </div>
    </fieldset>
  );
}
