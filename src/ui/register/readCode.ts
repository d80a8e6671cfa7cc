/**
 * Reads a barcode or QR code from a photo.
 * @returns what it says, or null where none is found
 */
export async function readCode(picture: Blob): Promise<string | null> {
  // Loaded when it is asked for: it is larger than the walk.
  const { BrowserMultiFormatReader } = await import("@zxing/browser");
  const { DecodeHintType } = await import("@zxing/library");
  const reader = new BrowserMultiFormatReader(new Map([[DecodeHintType.TRY_HARDER, true]]));
  const url = URL.createObjectURL(picture);
  try {
    return (await reader.decodeFromImageUrl(url)).getText().trim() || null;
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(url);
  }
}
