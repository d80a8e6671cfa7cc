"use client";

import { Moon, Sun } from "lucide-react";
import { toggleSheet } from "./sheet";

/** Changes between the light and the dark sheet. */
export function SheetSwitch() {
  return (
    <button
      type="button"
      className="grid size-11 place-items-center"
      onClick={toggleSheet}
      aria-label="Change between light and dark sheet"
      title="Light or dark sheet"
    >
      <Moon className="size-5 [[data-sheet=dark]_&]:hidden" aria-hidden="true" />
      <Sun className="hidden size-5 [[data-sheet=dark]_&]:block" aria-hidden="true" />
    </button>
  );
}
