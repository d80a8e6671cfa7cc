/// <reference lib="webworker" />
import { PHOTO } from "@/core/changes/pictureLimits";

// Makes a picture smaller, away from the page: upright, without metadata. Answers with the small one, or null where this
// browser can't decode it; the server then takes it as it is, or says why not.
self.onmessage = async ({ data }: MessageEvent<{ picture: Blob }>) => {
  self.postMessage({ small: await shrunk(data.picture).catch(() => null) });
};

async function shrunk(picture: Blob): Promise<Blob | null> {
  const upright = await createImageBitmap(picture, { imageOrientation: "from-image" });
  const scale = Math.min(1, PHOTO.longestPx / Math.max(upright.width, upright.height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(upright.width * scale)), Math.max(1, Math.round(upright.height * scale)));
  canvas.getContext("2d")?.drawImage(upright, 0, 0, canvas.width, canvas.height);
  upright.close();
  const small = await canvas.convertToBlob({ type: "image/jpeg", quality: PHOTO.quality });
  return small.size < picture.size ? small : null;
}
