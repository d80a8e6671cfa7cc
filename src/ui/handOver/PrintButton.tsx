"use client";

import { Printer } from "lucide-react";

/** Prints the report; what it is saved as is offered by the document's title. */
export function PrintButton({ fileName }: { fileName: string }) {
  return (
    <button
      type="button"
      className="button button-act no-print min-h-9 max-desk:min-h-11"
      onClick={() => {
        const before = document.title;
        document.title = fileName;
        // Where printing doesn't hold the script, the title has to outlast the dialog.
        window.addEventListener(
          "afterprint",
          () => {
            document.title = before;
          },
          { once: true },
        );
        window.print();
      }}
    >
      <Printer className="size-5" aria-hidden="true" /> Print or save as PDF
    </button>
  );
}
