"use client";

import Link from "next/link";
import { useState } from "react";
import type { BriefFields } from "@/core/changes/change";
import { theField } from "@/field/field";
import { NameField } from "../field/NameFields";
import { useOutbox } from "../field/useOutbox";
import { CautionLine } from "../marks/CautionLine";
import type { Item, RoundId } from "./rounds";

export type WalkLeaf = "point" | "list" | "recorded" | "plan" | "parts";

interface WalkHeadProps {
  caseId: string;
  leaf: WalkLeaf;
  round: RoundId;
  items: readonly Item[];
  /** Keys of the items that were answered. */
  seen: ReadonlySet<string>;
  counts: Record<RoundId, number>;
  recorded: number;
  /** How many parts the register holds. */
  parts: number;
  brief: BriefFields;
  onLeaf: (leaf: WalkLeaf) => void;
  onRound: (round: RoundId) => void;
  /** Begins, or goes on with what nobody has looked at yet. */
  onBegin: () => void;
}

/** How far the walk is, which round it is, the hazards, and who records. */
export function WalkHead(props: WalkHeadProps) {
  const { caseId, leaf, round, items, seen, counts, recorded, parts, brief, onLeaf, onRound, onBegin } = props;
  const done = items.filter(({ key }) => seen.has(key)).length;
  const choice = (id: RoundId, words: string) => (
    <button
      type="button"
      aria-pressed={round === id}
      className={`button min-h-11 px-3 ${round === id ? "border-ink bg-sunken font-bold" : ""}`}
      onClick={() => onRound(id)}
    >
      {words} <span className="figures">{counts[id]}</span>
    </button>
  );
  const other = (id: WalkLeaf, words: string) => (
    <button type="button" className="button min-h-11 px-3" aria-pressed={leaf === id} onClick={() => onLeaf(leaf === id ? "point" : id)}>
      {leaf === id ? "Back to the points" : words}
    </button>
  );
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1">
        <h2 className="text-lg">
          Walk: <span className="figures">{done}</span> of <span className="figures">{items.length}</span> points seen
        </h2>
        <div className="flex flex-wrap gap-2">
          <div role="group" aria-label="Round" className={leaf === "list" ? "flex" : "hidden desk:flex"}>
            {choice("quick", "Quick")}
            {choice("whole", "Whole")}
          </div>
          <button
            type="button"
            className="button min-h-11 px-3 desk:hidden"
            aria-pressed={leaf === "list"}
            onClick={() => onLeaf(leaf === "list" ? "point" : "list")}
          >
            {leaf === "list" ? "Back" : "All points"}
          </button>
          {other("recorded", `Recorded (${recorded})`)}
          {other("plan", "Plan")}
          {other("parts", `Parts (${parts})`)}
        </div>
      </div>
      <div className={leaf === "list" ? "" : "hidden desk:block"}>
        <Hazards caseId={caseId} brief={brief} />
        <WhoRecords />
        <button type="button" className="button button-act mb-3 w-full justify-center desk:hidden" onClick={onBegin}>
          {done === 0 ? "Begin" : "Go on"}
        </button>
      </div>
      <Ticks items={items} seen={seen} />
    </>
  );
}

/** Progress as ticks on a rule, one a point, a long one where a stop begins. */
function Ticks({ items, seen }: { items: readonly Item[]; seen: ReadonlySet<string> }) {
  return (
    <svg
      viewBox={`0 0 ${items.length} 10`}
      preserveAspectRatio="none"
      className="mb-2 block h-3.5 w-full border-b-2 border-ink"
      aria-hidden="true"
    >
      {items.map(({ key, stop }, k) => {
        const begins = items[k - 1]?.stop !== stop;
        const filled = seen.has(key);
        return (
          <line
            key={key}
            x1={k + 0.5}
            x2={k + 0.5}
            y1={begins ? 0 : 4}
            y2={10}
            stroke={filled ? "var(--ink)" : "var(--rule-strong)"}
            strokeWidth={filled ? 5 : 1.5}
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
    </svg>
  );
}

/** What the brief says of hazards and access, where one is about to go; that it says nothing is said too. */
function Hazards({ caseId, brief: { hazards, access } }: { caseId: string; brief: BriefFields }) {
  if (hazards === "" && access === "")
    return (
      <CautionLine>
        Nothing is written of hazards and access: ask before you go up, and{" "}
        <Link href={`/cases/${caseId}/brief`}>write it in the brief</Link>.
      </CautionLine>
    );
  return (
    <section aria-label="Hazards and access" className="mt-1">
      {hazards ? <CautionLine>{hazards}</CautionLine> : null}
      {access ? <p className="caption mt-1">Access: {access}</p> : null}
    </section>
  );
}

/** Asked once a device: who records here. */
function WhoRecords() {
  const { device } = useOutbox();
  const [asking, setAsking] = useState(false);
  if (device.id === "") return <p className="caption min-h-11">&nbsp;</p>;
  if (device.author && !asking) {
    return (
      <p className="caption flex min-h-11 items-center gap-3">
        Recorded as {device.author}
        <button type="button" className="min-h-11 text-act underline" onClick={() => setAsking(true)}>
          Someone else
        </button>
      </p>
    );
  }
  return (
    <form
      aria-label="Who records"
      className="my-2 flex max-w-md items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        setAsking(false);
      }}
    >
      <div className="flex-1">
        <NameField
          label="Your name, so that it's known who saw what"
          value={device.author}
          onSave={(author) => {
            setAsking(true);
            return theField().outbox.nameDevice({ author });
          }}
        />
      </div>
      {/* Only this folds the field away: were it folded as it is left, what is touched next would move under the finger. */}
      <button type="submit" className="button min-h-11">
        Done
      </button>
    </form>
  );
}
