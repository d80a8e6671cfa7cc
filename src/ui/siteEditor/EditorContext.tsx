"use client";

import { createContext, useContext } from "react";
import type { Terms } from "@/core/site/terms";
import type { DraftState } from "./useSiteDraft";

/** The draft that is open, and the plane that is drawn. */
export interface Editor extends DraftState {
  plane: number;
  /** Words and units of the site that is drawn. */
  terms: Terms;
  showPlane: (plane: number) => void;
  /** Whether every gap is named at its field, not only what was typed wrongly. */
  naming: boolean;
  /** Names them from now on. */
  name: () => void;
}

const EditorContext = createContext<Editor | null>(null);

export const EditorProvider = EditorContext.Provider;

/** The open draft. @throws Error outside of an editor */
export function useEditor(): Editor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error("no site is being edited here");
  return editor;
}
