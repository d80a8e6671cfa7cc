"use client";

import { valueAt, withValue } from "@/core/draft/paths";
import { useEditor } from "../EditorContext";
import { ChoiceField, DayField, NumberField, TextField } from "../fields/DraftField";

/** What may be told in one way or another: its key, name, and what holds where nothing is chosen. */
const TERMS = [
  [
    "earth",
    "Metal joined to the earth",
    "earthing",
    [
      ["earthing", "earthing"],
      ["grounding", "grounding"],
    ],
  ],
  [
    "wire",
    "Conductors",
    "mm²",
    [
      ["mm2", "mm²"],
      ["awg", "AWG"],
    ],
  ],
  [
    "temperature",
    "Temperatures",
    "°C",
    [
      ["C", "°C"],
      ["F", "°F"],
    ],
  ],
  [
    "length",
    "Lengths",
    "metres",
    [
      ["m", "metres"],
      ["ft", "feet"],
    ],
  ],
] as const;

/** Where the site is, what its energy is worth, and what healthy arrays lose there. */
export function PlaceLeaf({ isNew, currency }: { isNew: boolean; currency: string | null }) {
  const { draft, change } = useEditor();
  const zones = Intl.supportedValuesOf("timeZone").map((zone) => [zone, zone] as const);
  const name = (value: unknown) => {
    const named = withValue(draft, "name", value);
    // A short name follows the name until somebody writes one.
    const follows = isNew && (draft.id === undefined || draft.id === shortName(draft.name));
    change(follows ? withValue(named, "id", shortName(value)) : named, "name");
  };
  return (
    <div className="grid gap-x-8 gap-y-5 lg:grid-cols-2">
      <Group title="Where it is">
        <TextField path="name" label="Name" onValue={name} />
        {isNew ? <TextField path="id" label="Short name, for files and columns" /> : null}
        <NumberField path="location.lat" label="Latitude, ° (south negative)" />
        <NumberField path="location.lon" label="Longitude, ° (west negative)" />
        <NumberField path="location.elevationM" label="Height above the sea, m" unit="m" usual={0} />
        <ChoiceField path="location.timeZone" label="Time zone" options={zones} usual="UTC" />
        <NumberField path="location.designMinTempC" label="Coldest air to design for, °C" unit="°C" usual="by latitude and height" />
        <NumberField path="location.designMaxTempC" label="Hottest air to design for, °C" unit="°C" usual="by latitude and height" />
        <DayField path="commissioned" label="Went into service" />
        <NumberField path="albedo" label="Share of light that the ground throws back" usual={0.2} />
      </Group>
      <Group title="What a kilowatt-hour is worth">
        {valueAt(draft, "tariff") ? (
          <>
            <TextField path="tariff.currency" label="Currency, like EUR" />
            <NumberField path="tariff.importPerKwh" label="Price of a kWh bought" />
            <NumberField path="tariff.exportPerKwh" label="Price of a kWh fed in" />
            <NumberField path="tariff.selfUseShare" label="Share of the production used on site, 0 to 1" />
            <Taking path="tariff" words="Leave the tariff out" />
          </>
        ) : (
          <Adding path="tariff" value={{ currency: currency ?? "EUR" }} words="Tell the tariff" />
        )}
      </Group>
      <Group title="What a healthy array loses here">
        <NumberField path="losses.mismatchPct" label="Modules of a string that aren't alike, %" usual={1} />
        <NumberField path="losses.wiringDcPct" label="Conductors up to the inverter, %" usual={1} />
        <NumberField path="losses.wiringAcPct" label="Conductors to the meter, %" usual={0.5} />
        <NumberField path="losses.degradationPctPerYear" label="Ordinary ageing, % a year" usual={0.5} />
      </Group>
      <Group title="What limits it">
        <NumberField path="exportLimitW" label="Most that may be fed in, W" usual="no limit" />
        {valueAt(draft, "battery") ? (
          <>
            <NumberField path="battery.capacityKwh" label="Battery holds, kWh" />
            <ChoiceField
              path="battery.gridTied"
              label="Grid"
              options={[
                [true, "battery beside the grid"],
                [false, "no grid at all"],
              ]}
            />
            <NumberField path="battery.loadW" label="Mean draw of the site, W" />
            <Taking path="battery" words="No battery" />
          </>
        ) : (
          <Adding path="battery" value={{ gridTied: true }} words="There is a battery" />
        )}
      </Group>
      <Group title="Words and units of its people">
        {TERMS.map(([key, label, usual, options]) => (
          <ChoiceField key={key} path={`terms.${key}`} label={label} usual={usual} options={options} />
        ))}
        <p className="caption col-span-full">Files, formulas and data sheets stay metric.</p>
      </Group>
    </div>
  );
}

/** "larch-house" of "Larch House". */
function shortName(name: unknown): string | undefined {
  if (typeof name !== "string") return undefined;
  const plain = name
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .replaceAll("ß", "ss")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 60);
  return plain || undefined;
}

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-semibold">{title}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 border-t-2 border-ink pt-2 max-sm:grid-cols-1">{children}</div>
    </fieldset>
  );
}

function Adding({ path, value, words }: { path: string; value: unknown; words: string }) {
  const { draft, change } = useEditor();
  return (
    <p>
      <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={() => change(withValue(draft, path, value))}>
        {words}
      </button>
    </p>
  );
}

function Taking({ path, words }: { path: string; words: string }) {
  const { draft, change } = useEditor();
  return (
    <p className="self-end">
      <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={() => change(withValue(draft, path, undefined))}>
        {words}
      </button>
    </p>
  );
}
