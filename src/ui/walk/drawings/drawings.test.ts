import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";
import { CATALOGUE } from "@/core/inspection/catalogue";
import { DRAWINGS, PointDrawing } from "./PointDrawing";

it("draws good and bad at points of the walk, each in words too, and no two bad ones alike", () => {
  const walked = new Set([...CATALOGUE.values()].flat().map(({ id }) => id));
  expect(Object.keys(DRAWINGS).length).toBeGreaterThanOrEqual(40);
  const bad = new Set<string>();
  for (const [id, { shows }] of Object.entries(DRAWINGS)) {
    expect(walked.has(id), id).toBe(true);
    expect(shows.good, id).not.toBe(shows.bad);
    const markup = renderToStaticMarkup(createElement(PointDrawing, { pointId: id }));
    const [good, other] = [...markup.matchAll(/<svg[^>]*role="img" aria-label="([^"]*)".*?<\/svg>/g)].filter(
      ([, label]) => label !== "Sound" && label !== "Fix",
    );
    expect(good[0], id).not.toBe(other[0].replace(other[1], good[1]));
    // Where to look is ringed in the bad one.
    expect(other[0], id).toContain('stroke-dasharray="5 3"');
    bad.add(other[0]);
    // Nothing leaves its field by more than a line's width.
    for (const [, x] of markup.matchAll(/ c?x="(-?[\d.]+)"/g)) expect(Number(x), id).toBeGreaterThanOrEqual(-2);
  }
  expect(bad.size).toBe(Object.keys(DRAWINGS).length);
  expect(renderToStaticMarkup(createElement(PointDrawing, { pointId: "nothing" }))).toBe("");
});
