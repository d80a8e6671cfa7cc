"use client";

import type { DraftModuleType, SiteDraft } from "@/core/draft/draft";
import { renamed } from "@/core/draft/rename";
import { freeId } from "@/core/draft/wiring";
import type { ModuleType } from "@/core/site/siteSchema";
import { useEditor } from "../EditorContext";
import { ChoiceField, FaultAt, NumberField, TextField } from "../fields/DraftField";
import { NameField } from "../fields/NameField";
import { ModuleLibrary } from "./ModuleLibrary";

const TECHNOLOGIES = [
  ["mono", "monocrystalline"],
  ["n-type", "n-type monocrystalline"],
  ["poly", "polycrystalline"],
  ["thin-film", "thin film"],
] as const;

/** Module types from their data sheets, typed once and kept in the library. */
export function ModulesLeaf({ library }: { library: readonly ModuleType[] }) {
  const { draft, change } = useEditor();
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="grid content-start gap-6">
        {draft.moduleTypes.map((type, at) => (
          <TypeForm key={type.id} at={at} />
        ))}
        <p>
          <button
            type="button"
            className="button min-h-9 max-desk:min-h-11"
            onClick={() => change({ ...draft, moduleTypes: [...draft.moduleTypes, { id: freeId("module", draft.moduleTypes) }] })}
          >
            Another type
          </button>
        </p>
      </div>
      <ModuleLibrary library={library} onUse={(type) => change(withType(draft, type))} />
    </div>
  );
}

function TypeForm({ at }: { at: number }) {
  const { draft, change } = useEditor();
  const { id } = draft.moduleTypes[at];
  const of = (key: string) => `moduleTypes.${at}.${key}`;
  const used =
    draft.strings.some(({ moduleType }) => moduleType === id) ||
    draft.planes.some(({ places }) => places.some(({ moduleType }) => moduleType === id));
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-semibold">Type {id}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 border-t-2 border-ink pt-2 sm:grid-cols-4">
        <NameField list="moduleTypes" at={at} label="Name for strings" />
        <TextField path={of("maker")} label="Maker" />
        <TextField path={of("model")} label="Model" />
        <ChoiceField path={of("technology")} label="Cells" options={TECHNOLOGIES} usual="monocrystalline" />
        <NumberField path={of("pmaxW")} label="Power, W" />
        <NumberField path={of("vocV")} label="Open-circuit voltage, V" />
        <NumberField path={of("iscA")} label="Short-circuit current, A" />
        <NumberField path={of("vmpV")} label="Voltage at maximum power, V" />
        <NumberField path={of("impA")} label="Current at maximum power, A" />
        <NumberField path={of("gammaPmaxPctPerC")} label="Power by temperature, %/°C" />
        <NumberField path={of("betaVocPctPerC")} label="Open-circuit voltage by temperature, %/°C" />
        <NumberField path={of("alphaIscPctPerC")} label="Short-circuit current by temperature, %/°C" />
        <NumberField path={of("cellsInSeries")} label="Cells in series" usual={60} />
        <NumberField path={of("bypassDiodes")} label="Bypass diodes" usual={3} />
        <NumberField path={of("lengthMm")} label="Longer side, mm" usual={1722} />
        <NumberField path={of("widthMm")} label="Shorter side, mm" usual={1134} />
        <NumberField path={of("maxSystemV")} label="Highest system voltage, V" />
        <NumberField path={of("maxSeriesFuseA")} label="Largest series fuse, A" />
        <ChoiceField
          path={of("halfCut")}
          label="Halves in parallel"
          usual="told from the current"
          options={[
            [true, "yes, half-cut cells"],
            [false, "no, full cells"],
          ]}
        />
        {!used && draft.moduleTypes.length > 1 ? (
          <p className="self-end">
            <button
              type="button"
              className="button min-h-9 max-desk:min-h-11"
              onClick={() => change({ ...draft, moduleTypes: draft.moduleTypes.filter((_, k) => k !== at) })}
            >
              Leave out
            </button>
          </p>
        ) : null}
      </div>
      <FaultAt path={`moduleTypes.${at}`} />
    </fieldset>
  );
}

/** A type of the library in the draft: in the place of one that nobody has filled in, else beside the others. */
function withType(draft: SiteDraft, type: ModuleType): SiteDraft {
  const taken = type as unknown as DraftModuleType;
  const known = draft.moduleTypes.findIndex(({ id }) => id === type.id);
  if (known !== -1) return { ...draft, moduleTypes: draft.moduleTypes.map((one, k) => (k === known ? taken : one)) };
  const blank = draft.moduleTypes.findIndex(({ pmaxW, vocV }) => pmaxW === undefined && vocV === undefined);
  if (blank === -1) return { ...draft, moduleTypes: [...draft.moduleTypes, taken] };
  const named = renamed(draft, "moduleTypes", draft.moduleTypes[blank].id, type.id);
  return { ...named, moduleTypes: named.moduleTypes.map((one, k) => (k === blank ? taken : one)) };
}
