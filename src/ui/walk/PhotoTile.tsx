"use client";

import { useEffect, useState } from "react";
import type { StandingPhoto } from "@/core/changes/caseRecords";
import type { Entry } from "@/field/entry";
import { theField } from "@/field/field";

/** A photo small, with how it fares while it isn't the server's, and the way to remove it. */
export function PhotoTile({
  photo,
  entry,
  name,
  onRemove,
}: {
  photo: StandingPhoto;
  /** What brings it, where this device does. */
  entry: Entry | undefined;
  name: string;
  onRemove: () => void;
}) {
  const own = useOwnPicture(photo.picture ? undefined : entry?.id);
  const url = photo.picture ? `/api/photos/${photo.id}?small` : own;
  const fares = photo.picture || entry?.state === "sent" ? "kept" : entry?.state === "refused" ? `refused: ${entry.why}` : "waiting";
  return (
    <figure className="w-32">
      {url ? (
        // biome-ignore lint/performance/noImgElement: pictures come from this server or from the device, small already
        <img src={url} alt={name} className="h-24 w-32 border border-rule-strong object-cover" />
      ) : (
        <div
          role="img"
          aria-label={name}
          className="grid h-24 w-32 place-items-center border border-rule-strong bg-sunken p-1 text-center caption"
        >
          {entry ? "Picture on this device" : "On its way from another device"}
        </div>
      )}
      <figcaption className="flex items-start justify-between gap-1">
        <span className={`caption wrap-anywhere ${entry?.state === "refused" ? "font-bold text-fix" : ""}`}>{fares}</span>
        <button type="button" className="min-h-11 px-1 text-sm text-act underline" onClick={onRemove} aria-label={`Remove ${name}`}>
          Remove
        </button>
      </figcaption>
    </figure>
  );
}

/** The address of a picture that is on this device, for as long as it is shown. */
function useOwnPicture(id: string | undefined): string | undefined {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    if (id === undefined) return setUrl(undefined);
    let made: string | undefined;
    let gone = false;
    void theField()
      .outbox.picture(id)
      .then((picture) => {
        if (!picture || gone) return;
        made = URL.createObjectURL(picture);
        setUrl(made);
      });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [id]);
  return url;
}
