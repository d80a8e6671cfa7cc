"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { Catalogue } from "@/core/inspection/catalogue";
import { readCatalogueFile, writeCatalogueFile } from "@/core/inspection/catalogueFile";

const NAME = "irradant:catalogue-draft";

interface Draft {
  /** The file that was changed. */
  base: string;
  file: string;
  steps: number;
}

/** A catalogue that is being changed: kept in this browser with every step, so that nothing is lost by a reload, until the server has it. */
export function useKeptDraft(file: string) {
  const [draft, setDraft] = useState<Catalogue>(() => readCatalogueFile(file, "catalogue"));
  const [before, setBefore] = useState<readonly Catalogue[]>([]);
  const [steps, setSteps] = useState(0);
  const [turn, setTurn] = useState(0);
  const lastPoint = useRef<string | null>(null);

  // What was left here last time goes on, unless another catalogue stands now.
  useEffect(() => {
    const kept = readKept();
    setBefore([]);
    setTurn((turns) => turns + 1);
    lastPoint.current = null;
    if (kept?.base === file) {
      setDraft(readCatalogueFile(kept.file, "catalogue"));
      setSteps(kept.steps);
    } else {
      setDraft(readCatalogueFile(file, "catalogue"));
      setSteps(0);
    }
  }, [file]);

  const put = useCallback(
    (next: Catalogue, count: number) => {
      setDraft(next);
      setSteps(count);
      writeKept(count > 0 ? { base: file, file: writeCatalogueFile(next), steps: count } : null);
    },
    [file],
  );
  return {
    draft,
    /** How many changes aren't kept by the server yet. */
    steps,
    /** @param pointId of the point whose words are typed: letters of one point are one step */
    change(next: Catalogue, pointId: string | null = null) {
      if (next === draft) return;
      const goesOn = pointId !== null && lastPoint.current === pointId;
      lastPoint.current = pointId;
      if (!goesOn) setBefore([...before, draft]);
      put(next, goesOn ? steps : steps + 1);
    },
    /** Counts whatever wasn't typed by hand, so that forms are made anew. */
    turn,
    undo() {
      setTurn((turns) => turns + 1);
      lastPoint.current = null;
      put(before[before.length - 1] ?? readCatalogueFile(file, "catalogue"), before.length === 0 ? 0 : steps - 1);
      setBefore(before.slice(0, -1));
    },
    forget() {
      writeKept(null);
    },
  };
}

function readKept(): Draft | null {
  try {
    const text = window.localStorage.getItem(NAME);
    return text ? (JSON.parse(text) as Draft) : null;
  } catch {
    return null;
  }
}

function writeKept(draft: Draft | null): void {
  try {
    if (draft) window.localStorage.setItem(NAME, JSON.stringify(draft));
    else window.localStorage.removeItem(NAME);
  } catch {
    // A browser that keeps nothing has it until the page is left.
  }
}
