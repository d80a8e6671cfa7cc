"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { siteName } from "@/core/site/lookups";
import type { SiteFile } from "@/core/site/siteSchema";
import type { IntakeView } from "@/server/intake/intake";
import { GoingOn } from "../job/GoingOn";
import { send } from "../send";
import { FileDrop } from "./FileDrop";
import { type Answers, TableLook } from "./TableLook";
import { useBringing } from "./useBringing";

/** Brings a site's data in: files are chosen, looked at on the clear sky, and taken in. */
export function IntakePage({
  site,
  view,
  waiting,
  caseId,
}: {
  site: SiteFile;
  view: IntakeView | null;
  waiting: { id: string; files: string[]; createdAt: string }[];
  caseId: string | null;
}) {
  const router = useRouter();
  const bringing = useBringing(site.id);
  const [taken, setTaken] = useState<string | null>(null);
  const here = (intake?: string) => {
    const query = new URLSearchParams({ ...(intake ? { intake } : {}), ...(caseId ? { case: caseId } : {}) });
    return `/sites/${encodeURIComponent(site.id)}/import${query.size > 0 ? `?${query}` : ""}`;
  };
  const back = caseId ? `/cases/${encodeURIComponent(caseId)}/compare` : `/sites/${encodeURIComponent(site.id)}`;

  async function bring(files: File[]) {
    setTaken(null);
    const id = await bringing.bring(files);
    if (id) router.push(here(id));
  }

  async function take(intakeId: string, choice: object) {
    const said = await bringing.take(intakeId, choice);
    if (said === null) return;
    setTaken(said);
    router.push(here());
    router.refresh();
  }

  async function drop(intakeId: string) {
    await send(`/api/intakes/${intakeId}`, "DELETE");
    router.push(here());
    router.refresh();
  }

  const busy = bringing.going !== null;
  return (
    <main id="bench" className="mx-auto grid max-w-6xl gap-5 px-4 py-5 *:min-w-0 desk:px-8">
      <header className="flex flex-wrap items-baseline justify-between gap-x-6 border-b-2 border-ink pb-2">
        <h1 className="text-2xl">Bring data in</h1>
        <Link href={back}>{caseId ? "Back to Compare" : siteName(site)}</Link>
      </header>
      {taken ? (
        <p role="status" className="border-l-4 border-act bg-raised px-3 py-2">
          {taken}. <Link href={back}>See what it says</Link>
        </p>
      ) : null}
      <GoingOn going={bringing.going} refused={bringing.refused} onCancel={bringing.cancel} />
      {view?.tables ? (
        <Tables
          key={view.id}
          view={view}
          site={site}
          busy={busy}
          onTake={(choice) => void take(view.id, choice)}
          onDrop={() => void drop(view.id)}
        />
      ) : (
        <>
          <FileDrop busy={busy} onFiles={(files) => void bring(files)} />
          {waiting.length > 0 ? (
            <section aria-labelledby="waiting-title">
              <h2 id="waiting-title" className="text-lg">
                Brought and not taken in yet
              </h2>
              <ul className="border-t-2 border-ink">
                {waiting.map(({ id, files }) => (
                  <li key={id} className="flex flex-wrap items-center justify-between gap-3 border-t border-rule py-1.5">
                    <Link href={here(id)}>{files.length === 1 ? files[0] : `${files[0]} and ${files.length - 1} more`}</Link>
                    <button type="button" className="button" onClick={() => void drop(id)}>
                      Let go
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
        </>
      )}
    </main>
  );
}

/** The tables of an intake, each looked at by itself, taken in together. */
function Tables({
  view,
  site,
  busy,
  onTake,
  onDrop,
}: {
  view: IntakeView;
  site: SiteFile;
  busy: boolean;
  onTake: (choice: object) => void;
  onDrop: () => void;
}) {
  const tables = view.tables ?? [];
  const [answers, setAnswers] = useState<Record<number, Answers | null>>({});
  const ready = tables.map((_, place) => place).filter((place) => answers[place]);
  const act = (
    <span className="flex flex-wrap gap-2">
      <button
        type="button"
        className="button button-act"
        disabled={busy || ready.length < tables.length}
        onClick={() =>
          onTake({
            tables: ready,
            overlaps: ready.map((place) => answers[place]?.overlaps).find(Boolean),
            clockAsIs: ready.some((place) => answers[place]?.clockAsIs),
          })
        }
      >
        Take in
      </button>
      <button type="button" className="button" disabled={busy} onClick={onDrop}>
        Let go
      </button>
    </span>
  );
  return (
    <div className="grid gap-10 *:min-w-0">
      {tables.map((table, place) => (
        <TableLook
          // biome-ignore lint/suspicious/noArrayIndexKey: tables have no other identity than their place
          key={place}
          intakeId={view.id}
          place={place}
          table={table}
          start={view.mappings[place] ?? table.mapping}
          site={site}
          busy={busy}
          act={place === 0 ? act : null}
          onReady={(told) => setAnswers((before) => (before[place] === told ? before : { ...before, [place]: told }))}
        />
      ))}
    </div>
  );
}
