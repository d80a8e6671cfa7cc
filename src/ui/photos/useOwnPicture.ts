"use client";

import { useEffect, useState } from "react";
import { theField } from "@/field/field";

/** The address of a picture that is on this device, for as long as it is shown. @param id of the entry that brings it */
export function useOwnPicture(id: string | undefined): string | undefined {
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
