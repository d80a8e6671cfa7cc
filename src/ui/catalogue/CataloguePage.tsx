"use client";

import { ArrowDown, ArrowUp } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { CATALOGUE, type Catalogue } from "@/core/inspection/catalogue";
import { writeCatalogueFile } from "@/core/inspection/catalogueFile";
import { STATION_WORDS, STATIONS } from "@/core/inspection/point";
import type { CatalogueView } from "@/server/catalogue/catalogue";
import { FirmPages } from "../firm/FirmPages";
import { FileButton } from "../marks/FileButton";
import { isRefusal, type Refusal, send } from "../send";
import { added, changed, moved, placeOf, without } from "./draftCatalogue";
import { PointForm } from "./PointForm";
import { useKeptDraft } from "./useKeptDraft";

const SHIPPED = new Map([...CATALOGUE.values()].flat().map((point) => [point.id, point]));

/** The catalogue of the walk: the firm adds, changes, reorders and leaves out points, and takes it out and in as a file. */
export function CataloguePage({ view }: { view: CatalogueView }) {
  const router = useRouter();
  const [stands, setStands] = useState(view);
  const { draft, steps, turn, change, undo, forget } = useKeptDraft(stands.file);
  const [picked, pick] = useState("");
  const [says, setSays] = useState<string[]>([]);
  const place = placeOf(draft, picked);
  const point = place && draft.get(place.station)?.[place.at];

  const take = async (answer: Promise<CatalogueView | Refusal>, words: string) => {
    const came = await answer;
    if (isRefusal(came)) return setSays(came.lines ?? [came.error]);
    forget();
    setStands(came);
    setSays([words]);
    router.refresh();
  };
  const keep = (catalogue: Catalogue, name: string) =>
    take(
      send<CatalogueView>(`/api/catalogue?name=${encodeURIComponent(name)}`, "PUT", new Blob([writeCatalogueFile(catalogue)])),
      "Kept. Walks are made by it from now on.",
    );

  return (
    <main id="bench" className="mx-auto max-w-6xl px-4 pt-4 pb-16 sm:px-6">
      <h1 className="border-b-2 border-ink pb-1.5 text-xl">Catalogue of the walk</h1>
      <FirmPages here="/firm/catalogue" />
      <p className="mt-2">
        What is looked at, in which order, and what good and bad look like.{" "}
        {stands.version === null ? "As shipped." : `Your own, version ${stands.version}.`}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <button type="button" className="button button-act" disabled={steps === 0} onClick={() => void keep(draft, "catalogue")}>
          Keep {steps > 0 ? `${steps} ${steps === 1 ? "change" : "changes"}` : ""}
        </button>
        <button type="button" className="button" disabled={steps === 0} onClick={undo}>
          Undo
        </button>
        <a href="/api/catalogue" className="button">
          As a file
        </a>
        <FileButton
          name="Catalogue from a file"
          accept=".json,application/json"
          onFiles={([file]) =>
            void file
              ?.text()
              .then((text) =>
                take(
                  send<CatalogueView>(`/api/catalogue?name=${encodeURIComponent(file.name)}`, "PUT", new Blob([text])),
                  "Taken in. Walks are made by it from now on.",
                ),
              )
          }
        >
          From a file
        </FileButton>
        {stands.versions[0] && !stands.versions[0].shipped ? (
          <button
            type="button"
            className="button"
            onClick={() => void take(send<CatalogueView>("/api/catalogue", "DELETE"), "The shipped one is in force.")}
          >
            As shipped again
          </button>
        ) : null}
      </div>
      {says.length > 0 ? (
        <div role="status" className="mt-3 border-l-4 border-act bg-raised p-3">
          {says.slice(0, 10).map((line) => (
            <p key={line} className="wrap-anywhere">
              {line}
            </p>
          ))}
        </div>
      ) : null}
      <div className="mt-4 grid gap-6 desk:grid-cols-[24rem_minmax(0,1fr)]">
        <nav aria-label="Points by station" className="desk:max-h-[calc(100dvh-6rem)] desk:overflow-y-auto">
          {STATIONS.map((station) => (
            <section key={station} aria-label={STATION_WORDS[station]} className="mb-4">
              <h2 className="flex items-end justify-between border-b border-ink text-base">
                {STATION_WORDS[station]}
                <button
                  type="button"
                  className="min-h-11 text-sm font-normal text-act underline"
                  aria-label={`Another point, ${STATION_WORDS[station]}`}
                  onClick={() => {
                    const { catalogue, pointId } = added(draft, station);
                    change(catalogue);
                    pick(pointId);
                  }}
                >
                  Another point
                </button>
              </h2>
              <ul>
                {(draft.get(station) ?? []).map(({ id, title }) => (
                  <li key={id} className={`border-b border-rule ${id === picked ? "bg-sunken" : ""}`}>
                    <button
                      type="button"
                      aria-pressed={id === picked}
                      className="min-h-11 w-full px-1 text-left desk:min-h-8 desk:text-sm"
                      onClick={() => pick(id)}
                    >
                      {title}
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          ))}
          <History
            stands={stands}
            onRestore={(version) => void take(send<CatalogueView>(`/api/catalogue?version=${version}`, "POST"), "In force again.")}
          />
        </nav>
        {point && place ? (
          <section
            aria-label={`Point ${point.id}`}
            className="desk:sticky desk:top-16 desk:self-start desk:max-h-[calc(100dvh-6rem)] desk:overflow-y-auto"
          >
            <div className="mb-3 flex flex-wrap items-center gap-2">
              <button type="button" className="button" disabled={place.at === 0} onClick={() => change(moved(draft, point.id, -1))}>
                <ArrowUp className="size-5" aria-hidden="true" /> Earlier
              </button>
              <button
                type="button"
                className="button"
                disabled={place.at === (draft.get(place.station)?.length ?? 0) - 1}
                onClick={() => change(moved(draft, point.id, 1))}
              >
                <ArrowDown className="size-5" aria-hidden="true" /> Later
              </button>
              <button type="button" className="button" onClick={() => change(without(draft, point.id))}>
                Leave it out
              </button>
              <span className="caption font-mono">{point.id}</span>
            </div>
            <PointForm
              key={`${point.id} ${turn}`}
              point={point}
              shipped={new Set(SHIPPED.get(point.id)?.grades.map(({ id }) => id))}
              onChange={(next) => change(changed(draft, next), next.id)}
            />
          </section>
        ) : (
          <p className="caption">Pick a point to change it.</p>
        )}
      </div>
    </main>
  );
}

function History({ stands, onRestore }: { stands: CatalogueView; onRestore: (version: number) => void }) {
  const [now, setNow] = useState(false);
  // Days are told in the reader's own zone, which the server doesn't know.
  useEffect(() => setNow(true), []);
  if (stands.versions.length === 0) return null;
  return (
    <section aria-label="Versions">
      <h2 className="border-b border-ink text-base">Versions</h2>
      <ul>
        {stands.versions.map(({ version, note, keptAt, shipped }, k) => (
          <li key={version} className="flex items-center justify-between gap-2 border-b border-rule py-1">
            <span>
              {version} {now ? new Date(keptAt).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" }) : ""}
              <span className="caption block">{shipped ? "As shipped" : note}</span>
            </span>
            {k > 0 ? (
              <button type="button" className="button" aria-label={`Version ${version} again`} onClick={() => onRestore(version)}>
                Again
              </button>
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
