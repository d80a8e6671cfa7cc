"use client";

import { useId } from "react";

/** Since when a new version has been so: not said yet, as long as what it puts right, or a day at the site. */
export type SinceChoice = { kind: "unsaid" } | { kind: "same" } | { kind: "day"; day: string };

export const UNSAID: SinceChoice = { kind: "unsaid" };

/** What a choice is to the server; null where it isn't whole. */
export function sinceOf(choice: SinceChoice): string | null {
  if (choice.kind === "same") return "same";
  return choice.kind === "day" && /^\d{4}-\d{2}-\d{2}$/.test(choice.day) ? choice.day : null;
}

/**
 * Asks whether what is stored was wrong all along, or has been changed on a day. It decides against what years of data are held, so that nothing is chosen beforehand.
 * @param notBefore first day of what is stored, null for as long as the site stands
 */
export function SinceWhen({
  choice,
  onChoose,
  notBefore,
}: {
  choice: SinceChoice;
  onChoose: (choice: SinceChoice) => void;
  notBefore: string | null;
}) {
  const name = useId();
  const day = choice.kind === "day" ? choice.day : "";
  return (
    <fieldset className="grid gap-1">
      <legend className="caption">Since when is it so? Each day of the data is held against what was built on it.</legend>
      <label className="flex min-h-9 items-center gap-2 max-desk:min-h-11">
        <input type="radio" name={name} checked={choice.kind === "same"} onChange={() => onChoose({ kind: "same" })} />
        All along: what is stored was wrong
      </label>
      <div className="flex flex-wrap items-center gap-x-3">
        <label className="flex min-h-9 items-center gap-2 max-desk:min-h-11">
          <input type="radio" name={name} checked={choice.kind === "day"} onChange={() => onChoose({ kind: "day", day })} />
          The array was changed on
        </label>
        <input
          type="date"
          aria-label="First day with the change"
          className="field w-44"
          value={day}
          min={notBefore ?? undefined}
          onChange={(event) => onChoose({ kind: "day", day: event.target.value })}
        />
      </div>
    </fieldset>
  );
}
