"use client";

import { Printer } from "lucide-react";

export function PrintButton() {
  return (
    <button type="button" className="button button-act no-print" onClick={() => window.print()}>
      <Printer className="size-5" aria-hidden="true" /> Print or save as PDF
    </button>
  );
}
