"use client";

import { useId } from "react";
import { z } from "zod";
import { fromAsBuilt, MEASURED_AS, readTyped, sumUnit, type TypedInputs, workOut } from "@/core/inspection/sumInputs";
import { told } from "@/core/round";
import type { SiteFile } from "@/core/site/siteSchema";
import type { QuantityWords } from "@/core/sums/sum";
import { SUMS, type SumAnswer, type SumId } from "@/core/sums/sumKinds";
import type { Draft } from "@/field/outbox";
import { useSavedText } from "../field/useSavedText";
import { CautionLine } from "../marks/CautionLine";
import { Figure } from "../marks/Figure";

interface SumFormProps {
  kind: SumId;
  site: SiteFile;
  /** The plane that was looked at. */
  plane: SiteFile["planes"][number] | undefined;
  /** The value that the point has read, in its own unit. */
  measured: number | null;
  /** Inputs as they are kept: JSON, or empty. */
  kept: string;
  draft: string;
  says: (kept: string) => Draft;
  seenMs: number;
}

/** The sum of a point: what the as-built tells is filled in, what was seen is typed; the answer follows each key and opens to its formula. */
export function SumForm({ kind, site, plane, measured, kept, draft, says, seenMs }: SumFormProps) {
  const { text, type, commit } = useSavedText({ value: kept, draft, says, seenMs });
  const typed: TypedInputs = { ...fromAsBuilt(kind, site, plane), ...readTyped(text) };
  const worked = workOut(kind, typed, measured);
  const sum = SUMS[kind];
  const faults = "faults" in worked ? worked.faults : {};
  // What the point has read already isn't asked for again.
  const asked = Object.entries(sum.inputs).filter(([key]) => measured === null || MEASURED_AS[kind] !== key);
  const set = (key: string, value: string) => type(JSON.stringify({ ...readTyped(text), [key]: value }));
  return (
    <details className="border-y border-rule py-1" open={text !== ""}>
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold">Work it out: {sum.title.toLowerCase()}</summary>
      <div className="grid gap-2 pb-2 sm:grid-cols-2">
        {asked.map(([key, words]) => (
          <Input
            key={key}
            words={{ ...words, unit: sumUnit(words.unit, site) }}
            optional={mayBeEmpty(sum.shape[key])}
            value={typed[key] ?? ""}
            fault={faults[key] ?? ""}
            onType={(value) => set(key, value)}
            onLeave={() => void commit()}
          />
        ))}
      </div>
      <div aria-live="polite" className="pb-2">
        {"answer" in worked ? <Answer kind={kind} answer={worked.answer} typed={typed} measured={measured} site={site} /> : null}
      </div>
    </details>
  );
}

/** What an input is where nobody types it, the formula tells. */
const mayBeEmpty = (schema: z.core.$ZodType) => z.safeParse(schema, null).success;

function Input({
  words: { label, unit, choices, yesNo, many, rows },
  optional,
  value,
  fault,
  onType,
  onLeave,
}: {
  words: QuantityWords;
  optional: boolean;
  value: string;
  fault: string;
  onType: (value: string) => void;
  onLeave: () => void;
}) {
  const id = useId();
  if (many && choices) return <Many {...{ label, choices, value, onType, onLeave }} />;
  const options = choices ?? (yesNo ? ["yes", "no"] : null);
  const shared = { id, className: "field font-normal", value, onBlur: onLeave, "aria-invalid": fault !== "" };
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="caption">
        {label}
        {unit ? `, ${unit}` : ""}
        {rows ? `: a line each with ${rows.map((row) => row.label).join(", ")}` : ""}
        {optional ? " (may stay empty)" : ""}
      </label>
      {rows ? (
        <textarea rows={4} {...shared} onChange={(event) => onType(event.target.value)} />
      ) : options ? (
        <select {...shared} onChange={(event) => onType(event.target.value)}>
          <option value="">choose</option>
          {options.map((option) => (
            <option key={option} value={option}>
              {option}
            </option>
          ))}
        </select>
      ) : (
        <input inputMode="decimal" {...shared} onChange={(event) => onType(event.target.value)} />
      )}
      {fault ? <p className="font-semibold text-fix">Expected {fault}</p> : null}
    </div>
  );
}

interface ManyProps {
  label: string;
  choices: readonly string[];
  /** Those that hold, by a space. */
  value: string;
  onType: (value: string) => void;
  onLeave: () => void;
}

/** Any number of choices. */
function Many({ label, choices, value, onType, onLeave }: ManyProps) {
  const there = value.split(" ").filter(Boolean);
  return (
    <fieldset className="sm:col-span-2">
      <legend className="caption">{label}</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {choices.map((choice) => {
          const on = there.includes(choice);
          return (
            <button
              key={choice}
              type="button"
              aria-pressed={on}
              className={`button min-h-11 px-3 ${on ? "border-ink bg-sunken font-bold" : ""}`}
              onClick={() => onType((on ? there.filter((one) => one !== choice) : [...there, choice]).join(" "))}
              onBlur={onLeave}
            >
              {choice.replaceAll("-", " ")}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}

interface AnswerProps {
  kind: SumId;
  answer: SumAnswer;
  typed: TypedInputs;
  measured: number | null;
  site: SiteFile;
}

/** What it comes to, whether it holds and why. */
function Answer({ kind, answer, typed, measured, site }: AnswerProps) {
  const { inputs, outputs } = SUMS[kind];
  const used: [string, string][] = Object.entries(inputs).flatMap(([key, { label, unit }]) => {
    const text = typed[key] || (measured !== null && MEASURED_AS[kind] === key ? told(measured) : "");
    return text ? [[label, `${text} ${sumUnit(unit, site)}`.trim()] as [string, string]] : [];
  });
  return (
    <>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {Object.entries(answer.values).map(([key, value]) => (
          <Figure
            key={key}
            label={outputs[key].label}
            value={value === null ? "not known" : typeof value === "number" ? told(value) : value}
            unit={sumUnit(outputs[key].unit, site)}
            size="small"
            origin={{ formula: answer.formula, inputs: used, source: answer.source }}
          />
        ))}
      </div>
      <p className="mt-2 font-semibold">
        {answer.ok === null ? "" : answer.ok ? "Holds. " : "Doesn't hold. "}
        <span className="font-normal">{answer.reasons.join(". ")}</span>
      </p>
      {answer.cautions.map((caution) => (
        <CautionLine key={caution}>{caution}</CautionLine>
      ))}
    </>
  );
}
