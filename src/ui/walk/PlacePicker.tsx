"use client";

import { MapPin } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { layOutPlane } from "@/core/plane/layout";
import { edgesOf, moduleScope, placesOf, placeWords } from "@/core/site/places";
import type { Plane, SiteFile } from "@/core/site/siteSchema";

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
  const chip = (scope: string) => `button min-w-11 px-2 ${scope === place ? "border-ink bg-sunken font-bold" : ""}`;
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
                    <button key={scope} type="button" className={chip(scope)} aria-pressed={scope === place} onClick={() => choose(scope)}>
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
              <Modules key={plane.id} site={site} plane={plane} chip={chip} place={place} onChoose={choose} />
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The modules of a plane as they lie, seen square on. */
function Modules({
  site,
  plane,
  place: chosen,
  chip,
  onChoose,
}: {
  site: SiteFile;
  plane: Plane;
  place: string;
  chip: (scope: string) => string;
  onChoose: (scope: string) => void;
}) {
  const layout = layOutPlane(site, plane);
  if (!layout) return null;
  return (
    <section aria-label={`Modules of plane ${plane.id}`} className="min-w-0">
      <h3 className="caption">
        Modules of plane {plane.id}, the {edgesOf(plane).upper} above
      </h3>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a wide plane is scrolled by keyboard too */}
      <div className="mt-1 overflow-x-auto pb-2" tabIndex={0} role="group" aria-label={`Plan of plane ${plane.id}`}>
        <div className="grid w-max gap-1" style={{ gridTemplateColumns: `repeat(${layout.columns}, minmax(3.25rem, 1fr))` }}>
          {layout.places.map(({ stringId, place, row, column }) => {
            const scope = moduleScope(stringId, place);
            return (
              <button
                key={scope}
                type="button"
                aria-label={`module ${scope}`}
                aria-pressed={scope === chosen}
                className={`${chip(scope)} flex-col gap-0 py-1 font-mono text-sm`}
                style={{ gridRow: row + 1, gridColumn: column + 1 }}
                onClick={() => onChoose(scope)}
              >
                <span className="text-quiet">{stringId}</span>
                <span>{String(place).padStart(2, "0")}</span>
              </button>
            );
          })}
        </div>
      </div>
    </section>
  );
}
