/** How many device pixels a picture has for each of the drawing's. */
const PIXELS = 2;

/** A drawing as it stands, as a file of its own: colours as they are on the sheet, on its ground. */
export function drawingSvg(drawing: SVGSVGElement): string {
  const style = getComputedStyle(drawing);
  const { width, height } = drawing.getBoundingClientRect();
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(Math.round(width)));
  copy.setAttribute("height", String(Math.round(height)));
  copy.setAttribute("style", `background:${style.getPropertyValue("--paper")};font-family:${style.fontFamily.replaceAll('"', "'")}`);
  const text = new XMLSerializer().serializeToString(copy);
  return text.replace(/var\((--[a-z-]+)\)/g, (_, name: string) => style.getPropertyValue(name).trim());
}

/** A drawing as a picture. @throws Error where the browser can't draw it */
export async function drawingPng(drawing: SVGSVGElement): Promise<Blob> {
  const { width, height } = drawing.getBoundingClientRect();
  const address = URL.createObjectURL(new Blob([drawingSvg(drawing)], { type: "image/svg+xml" }));
  try {
    const picture = new Image();
    picture.src = address;
    await picture.decode();
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [Math.round(PIXELS * width), Math.round(PIXELS * height)];
    canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/png"));
    if (!blob) throw new Error("this browser made no picture of the chart");
    return blob;
  } finally {
    URL.revokeObjectURL(address);
  }
}

/** Hands a file to the browser's downloads. */
export function download(content: Blob, fileName: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(content);
  link.download = fileName;
  link.click();
  // After the browser has taken it.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
