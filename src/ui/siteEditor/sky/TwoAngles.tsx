"use client";

import { useState } from "react";
import { typedNumber } from "@/core/draft/draft";
import { withValue } from "@/core/draft/paths";
import { labelIn, unitIn, valueFrom, valueIn } from "@/core/site/terms";
import { EYE_M, heightByTwoAngles } from "@/core/survey/heights";
import { useEditor } from "../EditorContext";
import { FormRow } from "../fields/FormRow";

const FIELDS = [
  ["baselineM", "Between the stands, m"],
  ["nearDeg", "Angle from the nearer, °"],
  ["farDeg", "Angle from the further, °"],
  ["eyeM", "Eye over the ground, m"],
  ["planeM", "Plane's middle over the ground, m"],
  ["backM", "Nearer stand before the plane, m"],
] as const;

/** Height and distance of an obstacle out of the angles that its top is seen under from two stands in line with it. */
export function TwoAngles({ path }: { path: string }) {
  const { draft, change, terms } = useEditor();
  const [typed, setTyped] = useState<Record<string, string>>({ eyeM: valueIn(terms, EYE_M, "m").toFixed(1), backM: "0" });
  const numbers = Object.fromEntries(
    FIELDS.map(([key]) => {
      const one = typedNumber(typed[key] ?? "");
      return [key, typeof one === "number" && key.endsWith("M") ? valueFrom(terms, one, "m") : one];
    }),
  );
  const found = foundBy(numbers);
  const length = (metres: number) => `${valueIn(terms, metres, "m").toFixed(2)} ${unitIn(terms, "m")}`;
  return (
    <details className="col-span-2">
      <summary className="min-h-9 content-center text-act underline max-desk:min-h-11">Height by two angles</summary>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2">
        {FIELDS.map(([key, label]) => (
          <FormRow key={key} label={labelIn(terms, label, "m")}>
            {(field) => (
              <input
                {...field}
                value={typed[key] ?? ""}
                inputMode="decimal"
                onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
              />
            )}
          </FormRow>
        ))}
      </div>
      <p className="figures mt-1 text-sm" role="status">
        {typeof found === "string"
          ? found
          : `${length(found.heightM)} over the plane's middle, ${length(found.distanceM)} away: b / (cot far − cot near) + eye − plane`}
      </p>
      {typeof found === "string" ? null : (
        <button
          type="button"
          className="button mt-1 min-h-9 max-desk:min-h-11"
          onClick={() =>
            change(
              withValue(
                withValue(draft, `${path}.heightM`, Math.round(found.heightM * 100) / 100),
                `${path}.distanceM`,
                Math.round(found.distanceM * 100) / 100,
              ),
            )
          }
        >
          Take these
        </button>
      )}
    </details>
  );
}

/** What the angles give, over the plane's middle and from it; or what lacks. */
function foundBy({
  baselineM,
  nearDeg,
  farDeg,
  eyeM,
  planeM,
  backM,
}: Record<string, unknown>): { heightM: number; distanceM: number } | string {
  const all = [baselineM, nearDeg, farDeg, eyeM, planeM, backM];
  if (!all.every((one): one is number => typeof one === "number"))
    return "Stand twice in line with it, and take the angle to its top each time.";
  try {
    const seen = heightByTwoAngles(all[0], all[1], all[2], all[3]);
    return { heightM: seen.heightM - all[4], distanceM: seen.distanceM + all[5] };
  } catch (error) {
    return error instanceof RangeError ? `It can't be: ${error.message}.` : String(error);
  }
}
