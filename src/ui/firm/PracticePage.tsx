"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { PART_KINDS, type PartKind } from "@/core/changes/partFields";
import { DECISION_IDS, DECISIONS, type Practice, practiceSchema, USUAL_PRACTICE } from "@/core/practice/practice";
import { LIVES } from "@/core/register/lives";
import type { PracticeView } from "@/server/firm/practice";
import { KIND_WORDS } from "../register/partWords";
import { send } from "../send";
import { FirmPages } from "./FirmPages";
import { draftOf, practiceFrom } from "./practiceDraft";

/** What the firm does its own way: how long an answer holds, how long a round is, how long parts last. */
export function PracticePage({ view }: { view: PracticeView }) {
  const router = useRouter();
  const [stands, setStands] = useState(view);
  const [draft, setDraft] = useState(() => draftOf(view.practice));
  const [said, setSaid] = useState("");
  const [faults, setFaults] = useState<string[]>([]);

  async function keep(practice: Practice, words: string) {
    const answer = await send<PracticeView>("/api/firm/practice", "PUT", practice);
    if ("error" in answer) return setFaults([answer.error]);
    setFaults([]);
    setStands(answer);
    setDraft(draftOf(answer.practice));
    setSaid(words);
    router.refresh();
  }
  function submit(event: React.FormEvent) {
    event.preventDefault();
    const parsed = practiceSchema.safeParse(practiceFrom(draft));
    if (parsed.success) return void keep(parsed.data, "Kept. Walks and parts go by it from now on.");
    setSaid("");
    setFaults(parsed.error.issues.map(({ path, message }) => `${faultPlace(path.map(String))}: ${message}`));
  }
  const field = (name: string, label: string, usual: number) => (
    <input
      aria-label={label}
      value={draft[name] ?? ""}
      placeholder={String(usual)}
      inputMode="decimal"
      className="field figures min-h-11 w-24 placeholder:text-quiet"
      autoComplete="off"
      onChange={(event) => {
        setSaid("");
        setDraft({ ...draft, [name]: event.target.value });
      }}
    />
  );
  return (
    <main id="bench" className="mx-auto max-w-4xl px-4 pt-4 pb-16 sm:px-6">
      <h1 className="border-b-2 border-ink pb-1.5 text-xl">How you work</h1>
      <FirmPages here="/firm/practice" />
      <p className="mt-2">An empty field is as shipped, as it shows there; what you write in goes by you.</p>
      <form onSubmit={submit} noValidate className="mt-4 grid gap-6">
        <ul aria-label="On the walk and after it">
          {DECISION_IDS.map((id) => {
            const { what, unit, why, usual, from, to } = DECISIONS[id];
            return (
              <li key={id} className="grid gap-x-4 gap-y-1 border-t border-rule py-2 sm:grid-cols-[minmax(0,1fr)_14rem] sm:items-center">
                <span>
                  {what}
                  <span className="caption block">
                    {why} From {from} to {to}.
                  </span>
                </span>
                <span className="flex items-center gap-2">
                  {field(id, `${what}, ${unit}`, usual)} {unit}
                </span>
              </li>
            );
          })}
        </ul>
        <section aria-labelledby="lives-title">
          <h2 id="lives-title" className="text-lg">
            How long parts last
          </h2>
          <p className="caption">Years until one in ten of a kind has been replaced, and nine in ten. Both, or neither.</p>
          <table className="mt-2 w-full border-t-2 border-ink text-left">
            <thead>
              <tr className="caption">
                <th className="py-1 font-normal">Kind</th>
                <th className="font-normal">One in ten</th>
                <th className="font-normal">Nine in ten</th>
                <th className="hidden font-normal sm:table-cell">As shipped, and why</th>
              </tr>
            </thead>
            <tbody>
              {PART_KINDS.map((kind) => {
                const { earlyYears, lateYears, source } = LIVES[kind];
                const name = KIND_WORDS[kind][1];
                return (
                  <tr key={kind} className="border-t border-rule *:py-1.5">
                    <td className="pr-3">
                      {name}
                      <span className="caption block sm:hidden">{source}</span>
                    </td>
                    <td className="pr-3">{field(`${kind}.earlyYears`, `${name}, years until one in ten`, earlyYears)}</td>
                    <td className="pr-3">{field(`${kind}.lateYears`, `${name}, years until nine in ten`, lateYears)}</td>
                    <td className="caption hidden sm:table-cell">
                      {earlyYears} to {lateYears}: {source}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
        {faults.length > 0 ? (
          <ul role="alert" className="border-l-4 border-fix bg-raised p-3">
            {faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        ) : null}
        <div className="flex flex-wrap items-center gap-3">
          <button type="submit" className="button button-act">
            Keep
          </button>
          {stands.before ? (
            <button type="button" className="button" onClick={() => void keep(stands.before as Practice, "As it was before.")}>
              Undo the last change
            </button>
          ) : null}
          <button type="button" className="button" onClick={() => void keep(USUAL_PRACTICE, "As shipped.")}>
            All as shipped
          </button>
          <p role="status">{said}</p>
        </div>
      </form>
    </main>
  );
}

/** "Isolators, years until nine in ten" for where a fault is. */
function faultPlace(path: readonly string[]): string {
  if (path[0] !== "lives") return DECISIONS[path[0] as keyof typeof DECISIONS]?.what ?? path.join(".");
  const kind = KIND_WORDS[path[1] as PartKind]?.[1] ?? path[1];
  const which = path[2] === "earlyYears" ? ", one in ten" : path[2] === "lateYears" ? ", nine in ten" : "";
  return `${kind}${which}`;
}
