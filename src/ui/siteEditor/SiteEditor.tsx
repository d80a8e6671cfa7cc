"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useState } from "react";
import { draftOf, draftTerms, emptyDraft } from "@/core/draft/draft";
import type { ModuleType, SiteFile } from "@/core/site/siteSchema";
import { send } from "../send";
import { Leaves } from "../shell/Leaves";
import { EditorProvider } from "./EditorContext";
import { EditorHead } from "./EditorHead";
import { ModulesLeaf } from "./modules/ModulesLeaf";
import { PlaceLeaf } from "./place/PlaceLeaf";
import { RoofLeaf } from "./roof/RoofLeaf";
import { EDITOR_LEAVES } from "./save/leafOf";
import { SaveLeaf } from "./save/SaveLeaf";
import { SkyLeaf } from "./sky/SkyLeaf";
import { useSiteDraft } from "./useSiteDraft";
import { WiringLeaf } from "./wiring/WiringLeaf";

/** Draws and types a site: a new one, or what is built at a known one. */
export function SiteEditor({
  site,
  version,
  validFrom = null,
  library,
  usual,
  nowMs,
}: {
  site: SiteFile | null;
  version: number | null;
  /** First day of that version, null for as long as the site stands. */
  validFrom?: string | null;
  library: ModuleType[];
  /** Zone and currency that a new site most likely has. */
  usual: { timeZone: string; currency: string | null };
  nowMs: number;
}) {
  const router = useRouter();
  const [start] = useState(() => (site ? draftOf(site) : emptyDraft(usual.timeZone)));
  const state = useSiteDraft(site?.id ?? "new site", start, version);
  const [plane, showPlane] = useState(0);
  const [naming, setNaming] = useState(false);
  const name = useCallback(() => setNaming(true), []);
  const [going, setGoing] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  useUndoKeys(state.undo, state.redo);

  async function save(drawn: SiteFile, reason: string, since: string) {
    setGoing(true);
    setRefused([]);
    const query = new URLSearchParams({ reason, ...(version === null ? {} : { base: `${version}`, since }) });
    const answer = await send<{ id: string; version: number }>(
      `/api/as-built?${query}`,
      "POST",
      new Blob([JSON.stringify(drawn)], { type: "application/json" }),
    );
    setGoing(false);
    if ("error" in answer) return setRefused(answer.lines ?? [answer.error]);
    state.saved();
    router.push(version === null ? `/sites/${encodeURIComponent(answer.id)}/import` : `/sites/${encodeURIComponent(answer.id)}`);
    router.refresh();
  }

  const isNew = version === null;
  const bodies: Record<(typeof EDITOR_LEAVES)[number]["id"], React.ReactNode> = {
    place: <PlaceLeaf isNew={isNew} currency={usual.currency} />,
    modules: <ModulesLeaf library={library} />,
    roof: <RoofLeaf isNew={isNew} />,
    wiring: <WiringLeaf isNew={isNew} />,
    sky: <SkyLeaf nowMs={nowMs} />,
    save: <SaveLeaf base={version} validFrom={validFrom} going={going} refused={refused} onSave={(...told) => void save(...told)} />,
  };
  return (
    <EditorProvider
      value={{ ...state, terms: draftTerms(state.draft), plane: Math.min(plane, state.draft.planes.length - 1), showPlane, naming, name }}
    >
      <main id="bench" className="mx-auto grid max-w-7xl gap-3 px-4 py-4 *:min-w-0 desk:px-8">
        <EditorHead siteId={site?.id ?? null} version={version} />
        <Leaves label="Leaves" leaves={EDITOR_LEAVES.map(({ id, title }) => ({ id, title, body: bodies[id] }))} />
      </main>
    </EditorProvider>
  );
}

/** Ctrl+Z takes a step back, with shift (or Ctrl+Y) forth again; within a field too, whose every key is a step. */
function useUndoKeys(undo: (() => void) | null, redo: (() => void) | null): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      const act = key === "z" && !event.shiftKey ? undo : key === "y" || key === "z" ? redo : undefined;
      if (act === undefined) return;
      event.preventDefault();
      act?.();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [undo, redo]);
}
