"use client";

import { useEffect, useState } from "react";

/** A picture once it is there, with its size as it stands upright; null before, and where it can't be had. */
export function useImage(url: string | undefined): HTMLImageElement | null {
  const [image, setImage] = useState<HTMLImageElement | null>(null);
  useEffect(() => {
    setImage(null);
    if (!url) return;
    let gone = false;
    const one = new window.Image();
    one.onload = () => !gone && setImage(one);
    one.src = url;
    return () => {
      gone = true;
    };
  }, [url]);
  return image;
}
