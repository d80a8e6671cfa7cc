"use client";

import { useMemo } from "react";
import { sheetColour } from "../../tokens/sheetColours";
import { useSheet } from "../../tokens/useSheet";

const NAMES = {
  ink: "--ink",
  quiet: "--quiet",
  paper: "--paper",
  raised: "--raised",
  rule: "--rule",
  strong: "--rule-strong",
  act: "--act",
  lost: "--lost",
} as const;

export type DrawingColours = Record<keyof typeof NAMES, string>;

/** The sheet's colours for a canvas, which knows no tokens. */
export function useDrawingColours(): DrawingColours {
  const sheet = useSheet();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another sheet has other colours
  return useMemo(
    () =>
      Object.fromEntries(Object.entries(NAMES).map(([name, token]) => [name, `rgb(${sheetColour(token).join(" ")})`])) as DrawingColours,
    [sheet],
  );
}
