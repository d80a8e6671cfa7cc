"use client";

import { Copy } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { placesOf } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { PlaneModules, placeLook } from "./PlaneModules";

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
    const next = new Set(chosen);
    if (!next.delete(scope)) next.add(scope);
    setChosen(next);
  };
  const show = (now: boolean) => {
    setOpen(now);
    setChosen(new Set());
  };
  const others = placesOf(site).filter(({ kind }) => kind !== "Site");
  return (
    <Dialog.Root open={open} onOpenChange={show}>
      <Dialog.Trigger className="button" aria-label={`The same at other places: ${of}`}>
        <Copy className="size-5 shrink-0" aria-hidden="true" /> The same at…
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 flex max-h-[92dvh] flex-col border-t-2 border-ink bg-paper sm:inset-x-auto sm:top-[6vh] sm:bottom-auto sm:left-1/2 sm:max-h-[88vh] sm:w-[min(56rem,calc(100vw-48px))] sm:-translate-x-1/2 sm:border-2"
        >
          <div className="flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink px-5 py-3">
            <Dialog.Title className="text-xl font-semibold">The same at which?</Dialog.Title>
            <div className="flex gap-2">
              <Dialog.Close className="button">Close</Dialog.Close>
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
            </div>
          </div>
          <div className="grid gap-5 overflow-y-auto px-5 py-4">
            {site.planes.map((plane) => (
              <PlaneModules
                key={plane.id}
                site={site}
                plane={plane}
                isChosen={(scope) => chosen.has(scope) || scope === place}
                onChoose={toggle}
              />
            ))}
            {others.map(({ kind, places }) => (
              <section key={kind} aria-label={kind}>
                <h3 className="caption">{kind}</h3>
                <div className="mt-1 flex flex-wrap gap-2">
                  {places.map(({ scope, words }) => (
                    <button
                      key={scope}
                      type="button"
                      className={placeLook(chosen.has(scope))}
                      aria-pressed={chosen.has(scope)}
                      onClick={() => toggle(scope)}
                    >
                      {words}
                    </button>
                  ))}
                </div>
              </section>
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
