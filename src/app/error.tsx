"use client";

import { usePathname } from "next/navigation";
import { TroublePanel } from "@/ui/status/TroublePanel";

/** A page that failed by a defect of ours: says where, keeps the way out open, and names the mark under which the log has it. */
export default function ErrorPage({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const path = usePathname();
  return (
    <TroublePanel
      title="This page failed"
      what="Something went wrong while this page was made. Nothing that you recorded is touched by it."
      where={`${path}${error.digest ? `, in the server's log under ${error.digest}` : ""}`}
    >
      <button type="button" className="button button-act" onClick={reset}>
        Try again
      </button>
    </TroublePanel>
  );
}
