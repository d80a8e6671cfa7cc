import { RIBBON, type RibbonCells } from "@/core/dayBook/ribbon";
import { mix, ramp, sheetColour, sheetRamp } from "@/ui/tokens/sheetColours";

/** Of the most that is expected from here on a cell has its full colour: weaker light matters less, and fades into the paper. */
const [FAINTEST, GAIN] = [0.25, 3] as const;

/** Draws a ribbon's cells, one pixel each; the page stretches them. */
export function paintRibbon(canvas: HTMLCanvasElement, { columns, slots, share, strength }: RibbonCells): void {
  const context = canvas.getContext("2d");
  if (!context) return;
  const stops = sheetRamp();
  const [paper, missing] = [sheetColour("--raised"), sheetColour("--rule")];
  [canvas.width, canvas.height] = [columns, slots];
  const image = context.createImageData(columns, slots);
  for (let column = 0; column < columns; column++) {
    for (let slot = 0; slot < slots; slot++) {
      const at = column * slots + slot;
      const code = share[at];
      const full = Math.min(1, FAINTEST + strength[at] * GAIN);
      const colour = code === RIBBON.night ? paper : code === RIBBON.missing ? missing : mix(paper, ramp(stops, Math.min(1, code)), full);
      image.data.set([...colour, 255], 4 * (slot * columns + column));
    }
  }
  context.putImageData(image, 0, 0);
}
