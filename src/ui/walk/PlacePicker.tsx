"use client";

import { MapPin } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { placesOf, placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { PlaneModules, placeLook } from "./PlaneModules";

interface PlacePickerProps {
  site: SiteFile;
  place: string;
  /** What is placed, for whoever hears the button. */
  of: string;
  onChoose: (scope: string) => void;
}

/** Where a finding is: chosen from what the site has, modules where they lie. */
export function PlacePicker({ site, place, of, onChoose }: PlacePickerProps) {
  const [open, setOpen] = useState(false);
  const choose = (scope: string) => {
    onChoose(scope);
    setOpen(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="button" aria-label={`Place of ${of}: ${place ? placeWords(site, place) : "not chosen"}`}>
        <MapPin className="size-5 shrink-0" aria-hidden="true" />
        {place ? placeWords(site, place) : "Place"}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 flex max-h-[92dvh] flex-col border-t-2 border-ink bg-paper sm:inset-x-auto sm:top-[6vh] sm:bottom-auto sm:left-1/2 sm:max-h-[88vh] sm:w-[min(56rem,calc(100vw-48px))] sm:-translate-x-1/2 sm:border-2"
        >
          <div className="flex items-center justify-between gap-3 border-b-2 border-ink px-5 py-3">
            <Dialog.Title className="text-xl font-semibold">Where is it?</Dialog.Title>
            <Dialog.Close className="button">Close</Dialog.Close>
          </div>
          <div className="grid gap-5 overflow-y-auto px-5 py-4">
            {placesOf(site).map(({ kind, places }) => (
              <section key={kind} aria-label={kind}>
                <h3 className="caption">{kind}</h3>
                <div className="mt-1 flex flex-wrap gap-2">
                  {places.map(({ scope, words }) => (
                    <button
                      key={scope}
                      type="button"
                      className={placeLook(scope === place)}
                      aria-pressed={scope === place}
                      onClick={() => choose(scope)}
                    >
                      {words}
                    </button>
                  ))}
                  {kind === "Site" && place ? (
                    <button type="button" className="button" onClick={() => choose("")}>
                      No place
                    </button>
                  ) : null}
                </div>
              </section>
            ))}
            {site.planes.map((plane) => (
              <PlaneModules key={plane.id} site={site} plane={plane} isChosen={(scope) => scope === place} onChoose={choose} />
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
