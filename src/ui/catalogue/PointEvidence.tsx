import { CAUSE_IDS, CAUSES, type CauseId } from "@/core/causes/causes";
import type { Point } from "@/core/inspection/point";
import { NumberBox } from "./NumberBox";

interface PointEvidenceProps {
  speaksFor: Point["speaksFor"];
  speaksAgainst: Point["speaksAgainst"];
  onFor: (speaksFor: Point["speaksFor"]) => void;
  onAgainst: (speaksAgainst: Point["speaksAgainst"]) => void;
}

/** A look that isn't sound makes a cause about twice as likely, unless its point says otherwise: ln 2. */
const USUAL_WEIGHT = 0.7;

/** What a point that isn't sound says of causes, and how strongly. */
export function PointEvidence({ speaksFor, speaksAgainst, onFor, onAgainst }: PointEvidenceProps) {
  return (
    <>
      <fieldset className="grid gap-2">
        <legend className="caption">
          Speaks for, where it isn't sound. Weights are log odds: 0.7 doubles the odds, 1.4 makes four times, 2.3 ten times.
        </legend>
        {speaksFor.map((one, k) => (
          <div key={one.cause} role="group" aria-label={`For ${CAUSES[one.cause].title}`} className="flex flex-wrap items-center gap-2">
            <span className="min-w-48 flex-1">{CAUSES[one.cause].title}</span>
            <NumberBox
              label="Weight of a fix"
              value={one.weight}
              onChange={(weight) => onFor(speaksFor.with(k, { ...one, weight: weight ?? 0 }))}
            />
            <NumberBox
              label="Weight of a sound one"
              value={one.ifSound}
              onChange={(ifSound) => {
                const { ifSound: _, ...rest } = one;
                onFor(speaksFor.with(k, ifSound === undefined ? rest : { ...rest, ifSound }));
              }}
            />
            <TakeOut of={one.cause} onClick={() => onFor(speaksFor.toSpliced(k, 1))} />
          </div>
        ))}
        <CauseChoice
          label="Speaks for another cause"
          without={speaksFor.map(({ cause }) => cause)}
          onChoose={(cause) => onFor([...speaksFor, { cause, weight: USUAL_WEIGHT }])}
        />
      </fieldset>
      <fieldset className="grid gap-2">
        <legend className="caption">Speaks against, where it isn't sound: it explains the same. Weights under 0.</legend>
        {speaksAgainst.map((one, k) => (
          <div key={one.cause} role="group" aria-label={`Against ${CAUSES[one.cause].title}`} className="flex flex-wrap items-center gap-2">
            <span className="min-w-48 flex-1">{CAUSES[one.cause].title}</span>
            <NumberBox
              label="Weight of a fix"
              value={one.weight}
              onChange={(weight) => onAgainst(speaksAgainst.with(k, { ...one, weight: weight ?? 0 }))}
            />
            <TakeOut of={one.cause} onClick={() => onAgainst(speaksAgainst.toSpliced(k, 1))} />
          </div>
        ))}
        <CauseChoice
          label="Speaks against another cause"
          without={speaksAgainst.map(({ cause }) => cause)}
          onChoose={(cause) => onAgainst([...speaksAgainst, { cause, weight: -USUAL_WEIGHT }])}
        />
      </fieldset>
    </>
  );
}

function TakeOut({ of, onClick }: { of: CauseId; onClick: () => void }) {
  return (
    <button type="button" className="button" aria-label={`Take ${CAUSES[of].title} out`} onClick={onClick}>
      Take out
    </button>
  );
}

function CauseChoice({ label, without, onChoose }: { label: string; without: readonly CauseId[]; onChoose: (cause: CauseId) => void }) {
  return (
    <select className="field min-h-11 max-w-xs" aria-label={label} value="" onChange={(event) => onChoose(event.target.value as CauseId)}>
      <option value="">{label} …</option>
      {CAUSE_IDS.filter((cause) => !without.includes(cause)).map((cause) => (
        <option key={cause} value={cause}>
          {CAUSES[cause].title}
        </option>
      ))}
    </select>
  );
}
