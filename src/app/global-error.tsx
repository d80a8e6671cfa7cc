"use client";

import { TroublePanel } from "@/ui/status/TroublePanel";
import "@/ui/tokens/tokens.css";

/** The frame of all pages failed: most often the database can't be opened just now. */
export default function GlobalError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <html lang="en" data-sheet="light">
      <body>
        <TroublePanel
          title="Irradant can't show its pages just now"
          what="The server can't read its data, or failed. Nothing that you recorded is touched by it."
          where={error.digest ? `In the server's log under ${error.digest}` : "The server's log tells more"}
        >
          <button type="button" className="button button-act" onClick={reset}>
            Try again
          </button>
        </TroublePanel>
      </body>
    </html>
  );
}
