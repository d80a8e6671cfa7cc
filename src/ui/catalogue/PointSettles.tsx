import { CONDITIONS, type Point } from "@/core/inspection/point";
import { SUMS, type SumId } from "@/core/sums/sumKinds";
import { NumberBox } from "./NumberBox";
import { CONDITION_FOR, READING_WORDS } from "./pointWords";

type Settled = Pick<Point, "settledBy" | "sum" | "measured" | "condition" | "after" | "opens">;

/** Before anything is read there. */
const NEW_MEASURED = { what: "What is read", unit: "", from: 0, to: 100 };

/** What is read and worked out at a point, what it is a condition for, and what it waits for. */
export function PointSettles({ point, onChange }: { point: Settled; onChange: (change: Partial<Settled>) => void }) {
  const { settledBy, sum, measured, condition, after, opens } = point;
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice
          label="Measurement that would settle it"
          value={settledBy}
          choices={Object.entries(READING_WORDS)}
          onChoose={(to) => onChange({ settledBy: to as Point["settledBy"] })}
        />
        <Choice
          label="Sum that belongs to it"
          value={sum}
          choices={Object.entries(SUMS).map(([id, { title }]): [string, string] => [id, title])}
          onChoose={(to) => onChange({ sum: to as SumId | null })}
        />
      </div>
      <fieldset className="flex flex-wrap items-end gap-2">
        <legend className="caption">A value that is read there</legend>
        {measured ? (
          <>
            <label className="grid gap-1">
              <span className="caption">What</span>
              <input
                className="field min-h-11"
                value={measured.what}
                onChange={(event) => onChange({ measured: { ...measured, what: event.target.value } })}
              />
            </label>
            <label className="grid gap-1">
              <span className="caption">Unit</span>
              <input
                className="field min-h-11 w-20"
                value={measured.unit}
                onChange={(event) => onChange({ measured: { ...measured, unit: event.target.value } })}
              />
            </label>
            <NumberBox
              label="From"
              value={measured.from}
              onChange={(from) => onChange({ measured: { ...measured, from: from ?? Number.NaN } })}
            />
            <NumberBox label="To" value={measured.to} onChange={(to) => onChange({ measured: { ...measured, to: to ?? Number.NaN } })} />
            <button type="button" className="button" onClick={() => onChange({ measured: null })}>
              None
            </button>
          </>
        ) : (
          <button type="button" className="button" onClick={() => onChange({ measured: NEW_MEASURED })}>
            Something is read there
          </button>
        )}
      </fieldset>
      <Choice
        label="It is a condition for"
        value={condition}
        choices={CONDITIONS.map((one): [string, string] => [one, CONDITION_FOR[one]])}
        onChoose={(to) => onChange({ condition: to as Point["condition"] })}
      />
      <fieldset className="flex flex-wrap gap-x-5">
        <legend className="caption">It waits, besides what its station waits for, until what was said of</legend>
        {CONDITIONS.map((one) => (
          <label key={one} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={after.includes(one)}
              onChange={() =>
                onChange({ after: CONDITIONS.filter((other) => (other === one ? !after.includes(one) : after.includes(other))) })
              }
            />
            {CONDITION_FOR[one]}
          </label>
        ))}
      </fieldset>
      <label className="flex min-h-11 items-center gap-2">
        <input type="checkbox" className="size-5" checked={opens} onChange={() => onChange({ opens: !opens })} />
        Said before anything else at its stop, whatever the case is about
      </label>
    </>
  );
}

interface ChoiceProps {
  label: string;
  value: string | null;
  choices: readonly [string, string][];
  onChoose: (value: string | null) => void;
}

function Choice({ label, value, choices, onChoose }: ChoiceProps) {
  return (
    <label className="grid gap-1">
      <span className="caption">{label}</span>
      <select className="field min-h-11" value={value ?? ""} onChange={(event) => onChoose(event.target.value || null)}>
        <option value="">nothing</option>
        {choices.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
