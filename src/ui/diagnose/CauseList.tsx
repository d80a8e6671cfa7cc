"use client";

import { useSearchParams } from "next/navigation";
import type { CauseId } from "@/core/causes/causes";
import { HatchSwatch } from "../marks/causeHatch";
import { choose, useSelection } from "../selection/useSelection";

/** A cause in the list, and what is to be said of it. */
export interface CauseRow {
  key: string;
  cause: CauseId;
  scope: string;
  title: string;
  /** Where it is, in words. */
  place: string;
  /** When, in a few words. */
  when: string;
  /** What it took, and how sure it is. */
  energy: string;
  sure: string;
  stands: boolean;
  overruled: boolean;
  body: React.ReactNode;
}

/** Another thing to open from the list, beside causes. */
export interface OtherRow {
  id: string;
  title: string;
  words: string;
  body: React.ReactNode;
}

/** Causes at the left, what stands above what is over; the one that is picked at the right, another beside it where that is asked for. */
export function CauseList({ rows, others }: { rows: readonly CauseRow[]; others: readonly OtherRow[] }) {
  const { selection, select } = useSelection();
  const params = useSearchParams();
  const other = others.find(({ id }) => id === params.get("leaf"));
  const picked = rows.find(({ cause, scope }) => cause === selection.cause?.cause && scope === selection.cause.scope) ?? rows[0];
  const beside = rows.find(({ key }) => key === params.get("beside") && key !== picked?.key);
  const pick = ({ cause, scope }: CauseRow) => {
    if (other) choose("leaf", null);
    select({ cause: { cause, scope } });
  };
  const isOpen = (row: CauseRow) => !other && row.key === picked?.key;
  const [standing, over] = [rows.filter(({ stands }) => stands), rows.filter(({ stands }) => !stands)];
  const list = (some: readonly CauseRow[], label: string) => (
    <ol aria-label={label}>
      {some.map((row, k) => (
        <li key={row.key} className="border-b border-rule">
          <button
            type="button"
            aria-current={isOpen(row) ? "true" : undefined}
            className={`flex w-full items-center gap-2.5 border-l-4 py-1.5 pr-1 pl-2 text-left max-desk:min-h-11 ${isOpen(row) ? "border-act bg-raised" : "border-transparent hover:bg-raised"}`}
            onClick={() => pick(row)}
          >
            <HatchSwatch cause={row.cause} id={`list-${label.length}-${k}`} />
            <span className="min-w-0 flex-1">
              <span className={`block leading-tight font-semibold ${row.overruled ? "line-through" : ""}`}>{row.title}</span>
              <span className="caption block leading-tight">
                {row.place} · {row.when}
              </span>
            </span>
            <span className="figures text-right text-sm leading-tight">
              {row.energy}
              <span className="block text-quiet">{row.sure}</span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
  return (
    <div className={`grid gap-x-6 gap-y-4 ${beside ? "" : "desk:grid-cols-[17.5rem_minmax(0,1fr)]"}`}>
      <nav aria-label="Causes" className={`content-start border-t-2 border-ink ${beside ? "hidden" : "grid"}`}>
        {standing.length > 0 ? list(standing, "Causes that stand") : <p className="border-b border-rule py-2">Nothing stands.</p>}
        {over.length > 0 ? <p className="caption mt-2 border-b border-rule-strong">Over: they ask for nothing now</p> : null}
        {list(over, "Causes that are over")}
        <ul className="mt-2" aria-label="Besides">
          {others.map(({ id, title, words }) => (
            <li key={id} className="border-b border-rule">
              <button
                type="button"
                aria-current={other?.id === id ? "true" : undefined}
                className={`w-full border-l-4 py-1.5 pl-2 text-left max-desk:min-h-11 ${other?.id === id ? "border-act bg-raised" : "border-transparent hover:bg-raised"}`}
                onClick={() => choose("leaf", other?.id === id ? null : id)}
              >
                {title} <span className="caption">{words}</span>
              </button>
            </li>
          ))}
        </ul>
      </nav>
      {beside && picked ? (
        <div>
          <button type="button" className="button mb-3 min-h-9 max-desk:min-h-11" onClick={() => choose("beside", null)}>
            Back to one
          </button>
          <div className="grid gap-6 md:grid-cols-2">
            {[picked, beside].map(({ key, title, place, body }) => (
              <article key={key} aria-label={`${title}, ${place}`} className="min-w-0">
                {body}
              </article>
            ))}
          </div>
        </div>
      ) : other ? (
        <section aria-label={other.title} className="min-w-0">
          {other.body}
        </section>
      ) : picked ? (
        <article key={picked.key} aria-label={`${picked.title}, ${picked.place}`} className="min-w-0">
          {picked.body}
          {rows.length > 1 ? (
            <p className="mt-4 flex flex-wrap items-center gap-2">
              <label className="flex min-w-0 flex-1 items-center gap-2">
                <span className="whitespace-nowrap">Lay beside it</span>
                <select
                  className="field min-h-9 max-w-80 min-w-0 py-1 max-desk:min-h-11"
                  value=""
                  onChange={(event) => choose("beside", event.target.value || null)}
                >
                  <option value="">choose a cause</option>
                  {rows
                    .filter(({ key }) => key !== picked.key)
                    .map(({ key, title, place }) => (
                      <option key={key} value={key}>
                        {title}, {place}
                      </option>
                    ))}
                </select>
              </label>
            </p>
          ) : null}
        </article>
      ) : null}
    </div>
  );
}
