"use client";

import { Copy } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import type { SiteFile } from "@/core/site/siteSchema";
import { PlaceSheet } from "./PlaceSheet";

interface AlsoAtProps {
  site: SiteFile;
  /** Where it stands already. */
  place: string;
  /** What was found, for whoever hears the button. */
  of: string;
  onRecord: (scopes: readonly string[]) => void;
}

/** The same at several places at once: each becomes a finding of its own. */
export function AlsoAt({ site, place, of, onRecord }: AlsoAtProps) {
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const toggle = (scope: string) => {
    if (scope === place) return;
    const next = new Set(chosen);
    if (!next.delete(scope)) next.add(scope);
    setChosen(next);
  };
  const show = (now: boolean) => {
    setOpen(now);
    setChosen(new Set());
  };
  return (
    <Dialog.Root open={open} onOpenChange={show}>
      <Dialog.Trigger className="button" aria-label={`The same at other places: ${of}`}>
        <Copy className="size-5 shrink-0" aria-hidden="true" /> The same at…
      </Dialog.Trigger>
      <PlaceSheet
        title="The same at which?"
        site={site}
        whole={false}
        isChosen={(scope) => chosen.has(scope) || scope === place}
        onChoose={toggle}
        act={
          <button
            type="button"
            className="button button-act"
            disabled={chosen.size === 0}
            onClick={() => {
              onRecord([...chosen]);
              show(false);
            }}
          >
            Record at {chosen.size === 1 ? "1 place" : `${chosen.size} places`}
          </button>
        }
      />
    </Dialog.Root>
  );
}
