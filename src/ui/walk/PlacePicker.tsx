"use client";

import { MapPin } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { PlaceSheet } from "./PlaceSheet";

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
      <PlaceSheet
        title="Where is it?"
        site={site}
        whole
        isChosen={(scope) => scope === place}
        onChoose={choose}
        none={
          place ? (
            <button type="button" className="button" onClick={() => choose("")}>
              No place
            </button>
          ) : null
        }
      />
    </Dialog.Root>
  );
}
