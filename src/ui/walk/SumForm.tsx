"use client";

import { useId } from "react";
import { z } from "zod";
import { fromAsBuilt, MEASURED_AS, type TypedInputs, workOut } from "@/core/inspection/sumInputs";
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
  const typed: TypedInputs = { ...fromAsBuilt(kind, site, plane), ...readKept(text) };
  const worked = workOut(kind, typed, measured);
  const sum = SUMS[kind];
  const faults = "faults" in worked ? worked.faults : {};
  // What the point has read already isn't asked for again.
  const asked = Object.entries(sum.inputs).filter(([key]) => measured === null || MEASURED_AS[kind] !== key);
  const set = (key: string, value: string) => type(JSON.stringify({ ...readKept(text), [key]: value }));
  return (
    <details className="border-y border-rule py-1" open={text !== ""}>
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold">Work it out: {sum.title.toLowerCase()}</summary>
      <div className="grid gap-2 pb-2 sm:grid-cols-2">
        {asked.map(([key, words]) => (
          <Input
            key={key}
            words={words}
            optional={mayBeEmpty(sum.shape[key])}
            value={typed[key] ?? ""}
            fault={faults[key] ?? ""}
            onType={(value) => set(key, value)}
            onLeave={() => void commit()}
          />
        ))}
      </div>
      <div aria-live="polite" className="pb-2">
        {"answer" in worked ? <Answer kind={kind} answer={worked.answer} typed={typed} measured={measured} /> : null}
      </div>
    </details>
  );
}

function readKept(text: string): TypedInputs {
  try {
    const kept: unknown = JSON.parse(text || "{}");
    return kept !== null && typeof kept === "object" ? (kept as TypedInputs) : {};
  } catch {
    return {};
  }
}

/** What an input is where nobody types it, the formula tells. */
const mayBeEmpty = (schema: z.core.$ZodType) => z.safeParse(schema, null).success;

function Input({
  words: { label, unit, choices, yesNo },
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
  const options = choices ?? (yesNo ? ["yes", "no"] : null);
  const shared = { id, className: "field font-normal", value, onBlur: onLeave, "aria-invalid": fault !== "" };
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="caption">
        {label}
        {unit && unit !== "money" ? `, ${unit}` : ""}
        {optional ? " (may stay empty)" : ""}
      </label>
      {options ? (
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

/** What it comes to, whether it holds and why. */
function Answer({ kind, answer, typed, measured }: { kind: SumId; answer: SumAnswer; typed: TypedInputs; measured: number | null }) {
  const { inputs, outputs } = SUMS[kind];
  const used: [string, string][] = Object.entries(inputs).flatMap(([key, { label, unit }]) => {
    const text = typed[key] || (measured !== null && MEASURED_AS[kind] === key ? told(measured) : "");
    return text ? [[label, `${text} ${unit}`.trim()] as [string, string]] : [];
  });
  return (
    <>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {Object.entries(answer.values).map(([key, value]) => (
          <Figure
            key={key}
            label={outputs[key].label}
            value={value === null ? "not known" : typeof value === "number" ? told(value) : value}
            unit={outputs[key].unit}
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
