"use client";

import { type Mapping, REVERSIBLE, type Repair, type Reversible } from "@/core/intake/mapping";

/** What is put right in a table, each with how often; what takes values away can be left. */
export function RepairList({
  repairs,
  mapping,
  busy,
  onChange,
}: {
  repairs: readonly Repair[];
  mapping: Mapping;
  busy: boolean;
  onChange: (mapping: Mapping) => void;
}) {
  if (repairs.length === 0) return null;
  return (
    <div>
      <h2 className="text-lg">Put right on the way</h2>
      <ul className="figures mt-1 border-t-2 border-ink">
        {repairs.map((repair) => (
          <li
            key={`${repair.kind} ${repair.column ?? ""}`}
            className="flex flex-wrap items-center justify-between gap-x-4 border-t border-rule py-1"
          >
            <span>
              {repair.column ? `${repair.column}: ` : ""}
              {repair.text}{" "}
              <span className="text-quiet">
                ({repair.count}
                {repair.line ? `, first in line ${repair.line}` : ""})
              </span>
            </span>
            {isReversible(repair.kind) ? <LeaveBox kind={repair.kind} mapping={mapping} busy={busy} onChange={onChange} /> : null}
          </li>
        ))}
      </ul>
      <p className="caption mt-1">The files are kept as they came, beside what is made of them.</p>
    </div>
  );
}

const isReversible = (kind: string): kind is Reversible => (REVERSIBLE as readonly string[]).includes(kind);

function LeaveBox({
  kind,
  mapping,
  busy,
  onChange,
}: {
  kind: Reversible;
  mapping: Mapping;
  busy: boolean;
  onChange: (mapping: Mapping) => void;
}) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-act"
        disabled={busy}
        checked={mapping.leave.includes(kind)}
        onChange={(event) =>
          onChange({ ...mapping, leave: event.target.checked ? [...mapping.leave, kind] : mapping.leave.filter((other) => other !== kind) })
        }
      />
      leave them as they are
    </label>
  );
}
