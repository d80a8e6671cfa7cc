"use client";

import type { ChannelChoice } from "@/core/intake/columns/channelWords";
import { countsUp, unitChoices } from "@/core/intake/columns/channelWords";
import { ownUnit } from "@/core/intake/columns/columns";
import { unitOf } from "@/core/intake/columns/units";
import { type ColumnMapping, FORM_WORDS, FORMS, type Form, type Mapping } from "@/core/intake/mapping";
import type { IntakeTable } from "@/server/work/intakeTypes";
import { amount } from "../marks/words";

const FIELD = "field desk:min-h-9 desk:py-0.5";

/** Each column of the table: what it has, what it is taken for, and why. */
export function ColumnRows({
  table,
  mapping,
  choices,
  busy,
  onChange,
}: {
  table: IntakeTable;
  mapping: Mapping;
  choices: readonly ChannelChoice[];
  busy: boolean;
  onChange: (mapping: Mapping) => void;
}) {
  const change = (place: number, parts: Partial<ColumnMapping>) => {
    const columns = mapping.columns.map((column, k) => {
      if (k === place) return { ...column, ...parts };
      // A place belongs to one column: who gives it to another takes it from the first.
      return parts.to && column.to === parts.to ? { ...column, to: null } : column;
    });
    onChange({ ...mapping, columns });
  };
  return (
    <table className="stacked figures w-full border-t-2 border-ink text-left">
      <thead>
        <tr className="caption">
          <th className="py-1 pr-3 font-normal">In the file</th>
          <th className="pr-3 font-normal">Some values</th>
          <th className="pr-3 font-normal">Taken as</th>
          <th className="pr-3 font-normal">Unit</th>
          <th className="font-normal">Why</th>
        </tr>
      </thead>
      <tbody>
        {table.columns.map((column, k) => (
          <ColumnRow
            // The same heading may stand over several.
            // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other identity than their place
            key={k}
            column={column}
            mapped={mapping.columns[k]}
            choices={choices}
            busy={busy}
            onChange={(parts) => change(k, parts)}
          />
        ))}
      </tbody>
    </table>
  );
}

function ColumnRow({
  column,
  mapped,
  choices,
  busy,
  onChange,
}: {
  column: IntakeTable["columns"][number];
  mapped: ColumnMapping;
  choices: readonly ChannelChoice[];
  busy: boolean;
  onChange: (parts: Partial<ColumnMapping>) => void;
}) {
  const groups = [...new Set(choices.map(({ group }) => group))];
  const known = mapped.to === null || choices.some(({ channel }) => channel === mapped.to);
  const units = mapped.to ? unitChoices(mapped.to) : [];
  const unit = mapped.unit ? unitOf(mapped.unit) : null;
  const asProposed = column.why;
  return (
    <tr className={`border-t border-rule align-top ${mapped.to === null ? "text-quiet" : ""}`}>
      <td className="py-1.5 pr-3 wrap-anywhere">{column.name}</td>
      <td data-label="values" className="pt-1.5 pr-3 sm:whitespace-nowrap">
        {column.sample.length > 0 ? column.sample.map((value) => amount(value, Math.abs(value) < 100 ? 2 : 0)).join(", ") : "none"}
      </td>
      <td className="py-0.5 pr-3">
        <select
          className={FIELD}
          aria-label={`${column.name}: taken as`}
          value={mapped.to ?? ""}
          disabled={busy}
          onChange={(event) => {
            const to = event.target.value || null;
            const own = to ? ownUnit(to) : null;
            const fits = to && unit && unitChoices(to).some(({ name }) => name === unit.name);
            onChange({ to, ...(own && !fits ? { unit: own.unit.name, form: own.form } : {}) });
          }}
        >
          <option value="">left out</option>
          {known ? null : <option value={mapped.to ?? ""}>{mapped.to}</option>}
          {groups.map((group) => (
            <optgroup key={group} label={group}>
              {choices
                .filter((choice) => choice.group === group)
                .map(({ channel, words }) => (
                  <option key={channel} value={channel}>
                    {words}
                  </option>
                ))}
            </optgroup>
          ))}
        </select>
      </td>
      <td className="py-0.5 pr-3">
        {mapped.to ? (
          <span className="flex flex-wrap gap-1">
            <select
              className={`${FIELD} w-24`}
              aria-label={`${column.name}: unit`}
              value={mapped.unit ?? ""}
              disabled={busy}
              onChange={(event) => {
                const next = unitOf(event.target.value);
                const sums = next !== null && mapped.to !== null && countsUp(mapped.to, next);
                onChange({ unit: event.target.value, form: sums ? (mapped.form === "mean" ? "interval" : mapped.form) : "mean" });
              }}
            >
              {units.map(({ name }) => (
                <option key={name} value={name}>
                  {name}
                </option>
              ))}
            </select>
            {unit && countsUp(mapped.to, unit) ? (
              <select
                className={`${FIELD} w-56`}
                aria-label={`${column.name}: how it adds up`}
                value={mapped.form}
                disabled={busy}
                onChange={(event) => onChange({ form: event.target.value as Form })}
              >
                {FORMS.filter((form) => form !== "mean").map((form) => (
                  <option key={form} value={form}>
                    {FORM_WORDS[form]}
                  </option>
                ))}
              </select>
            ) : null}
          </span>
        ) : null}
      </td>
      <td className="caption pt-1.5">
        {mapped.to !== null && !column.sure ? "a guess: " : ""}
        {asProposed}
      </td>
    </tr>
  );
}
