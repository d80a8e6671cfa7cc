"use client";

import { DropdownMenu } from "radix-ui";
import { type RefObject, useState } from "react";
import { type ChartTable, chartFileName, tableCsv } from "./chartTable";
import { download, drawingPng, drawingSvg } from "./takeAlong";

/** Ways to take a chart along: as a picture, as a drawing, as its values. */
export function ChartExports({ name, table, drawing }: { name: string; table: ChartTable; drawing: RefObject<HTMLElement | null> }) {
  const [trouble, setTrouble] = useState("");
  const svg = () => drawing.current?.querySelector("svg") ?? null;
  const ways: readonly [string, string, () => Promise<Blob> | Blob | null][] = [
    ["Picture (PNG)", "png", () => (svg() ? drawingPng(svg() as SVGSVGElement) : null)],
    ["Drawing (SVG)", "svg", () => (svg() ? new Blob([drawingSvg(svg() as SVGSVGElement)], { type: "image/svg+xml" }) : null)],
    ["Values (CSV)", "csv", () => new Blob([tableCsv(table)], { type: "text/csv" })],
  ];
  async function take(ending: string, make: () => Promise<Blob> | Blob | null) {
    try {
      const content = await make();
      if (content) download(content, chartFileName(name, ending));
      setTrouble("");
    } catch {
      setTrouble("The picture could not be made; the drawing (SVG) still can.");
    }
  }
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="min-h-8 underline max-desk:min-h-11" aria-label={`Take along ${name}`}>
          Take along
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content sideOffset={4} collisionPadding={12} className="z-50 border-2 border-ink bg-raised p-1 text-ink shadow-lg">
            {ways.map(([words, ending, make]) => (
              <DropdownMenu.Item
                key={ending}
                className="cursor-pointer px-3 py-2 data-highlighted:bg-sunken"
                onSelect={() => void take(ending, make)}
              >
                {words}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {trouble ? <span role="alert">{trouble}</span> : null}
    </>
  );
}
