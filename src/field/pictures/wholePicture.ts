/** What a file turns out to be. */
export type PictureCheck = "whole" | "truncated" | "foreign";

/**
 * Whether bytes are a whole picture of a kind that is taken (JPEG, PNG, WebP, AVIF, TIFF), by their marks alone: a file that
 * broke off on its way from the camera or the card lacks its end. What only a decoder can tell is left to the server.
 */
export function checkPicture(bytes: Uint8Array): PictureCheck {
  if (starts(bytes, [0xff, 0xd8, 0xff])) return hasJpegEnd(bytes) ? "whole" : "truncated";
  if (starts(bytes, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return hasText(bytes, "IEND", -8) ? "whole" : "truncated";
  if (hasText(bytes, "RIFF", 0) && hasText(bytes, "WEBP", 8)) return bytes.length >= 8 + word(bytes, 4) ? "whole" : "truncated";
  if (hasText(bytes, "ftypavif", 4) || hasText(bytes, "ftypavis", 4)) return "whole";
  if (starts(bytes, [0x49, 0x49, 0x2a, 0x00]) || starts(bytes, [0x4d, 0x4d, 0x00, 0x2a])) return "whole";
  return "foreign";
}

/** Walks the segments to the picture's data (ISO/IEC 10918-1, B.1) and looks for its end: earlier pictures inside, as thumbnails are, don't count. */
function hasJpegEnd(bytes: Uint8Array): boolean {
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1];
    if (marker === 0xd9) return true;
    if (marker === 0xff) at++;
    else if (marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7)) at += 2;
    else {
      at += 2 + bytes[at + 2] * 256 + bytes[at + 3];
      if (marker === 0xda) at = endOfScan(bytes, at);
    }
  }
  return at + 2 <= bytes.length && bytes[at] === 0xff && bytes[at + 1] === 0xd9;
}

/** The next marker after a scan's data: in these 0xFF is followed by 0 or a restart mark. */
function endOfScan(bytes: Uint8Array, from: number): number {
  for (let at = from; at + 1 < bytes.length; at++) {
    if (bytes[at] !== 0xff) continue;
    const next = bytes[at + 1];
    if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return at;
  }
  return bytes.length;
}

function starts(bytes: Uint8Array, marks: readonly number[]): boolean {
  return marks.every((mark, k) => bytes[k] === mark);
}

/** @param from counted from the end where negative */
function hasText(bytes: Uint8Array, text: string, from: number): boolean {
  const at = from < 0 ? bytes.length + from : from;
  return at >= 0 && [...text].every((letter, k) => bytes[at + k] === letter.charCodeAt(0));
}

function word(bytes: Uint8Array, at: number): number {
  return (bytes[at] | (bytes[at + 1] << 8) | (bytes[at + 2] << 16) | (bytes[at + 3] << 24)) >>> 0;
}
