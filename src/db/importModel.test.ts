import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { expect, it } from "vitest";
import { SiteRecord } from "./models/records";
import { ChannelRecord, DaySumRecord, ImportRecord, ReplacedDayRecord } from "./models/series";
import { openDatabase } from "./open";
import { packDays } from "./packedDays";
import { loadSeries, storeImport, undoImport } from "./seriesStore";

const STEP_MS = 21_600_000;
const START = Date.parse("2025-03-01T00:00:00Z");
const CELLS = 24;

/** What a person would expect: the newest value of each interval, and the one before it once that import is taken back. */
class Paper {
  readonly layers: { id: string; values: (number | null)[] }[] = [];

  value(cell: number): number | null {
    return this.layers.reduce<number | null>((below, { values }) => values[cell] ?? below, null);
  }
}

type Step = { do: "import"; from: number; values: (number | null)[]; fails: boolean } | { do: "undo" };

const steps: fc.Arbitrary<Step[]> = fc.array(
  fc.oneof(
    fc.record({
      do: fc.constant("import" as const),
      from: fc.integer({ min: 0, max: CELLS - 3 }),
      values: fc.array(fc.option(fc.integer({ min: 1, max: 999 })), { minLength: 2, maxLength: 12 }),
      fails: fc.boolean(),
    }),
    fc.constant({ do: "undo" as const }),
  ),
  { minLength: 1, maxLength: 8 },
);

it("imports are whole or nothing, and taking them back in turn leads to what was before, whatever the order", async () => {
  const folder = mkdtempSync(join(tmpdir(), "irradant-model-"));
  const sequelize = await openDatabase(folder);
  let site = 0;
  await fc.assert(
    fc.asyncProperty(steps, async (todo) => {
      const siteId = `s${site++}`;
      await SiteRecord.create({ id: siteId, name: siteId });
      const paper = new Paper();
      for (const [k, step] of todo.entries()) {
        if (step.do === "undo") {
          const last = paper.layers.pop();
          if (last) expect(await undoImport(sequelize, last.id)).toBe(true);
        } else {
          const id = `${siteId}-${k}`;
          const values = step.values.slice(0, CELLS - step.from);
          const grid = { startMs: START + step.from * STEP_MS, stepMs: STEP_MS, count: values.length };
          const days = packDays(
            Float64Array.from(values, (value) => value ?? Number.NaN),
            grid,
            "inv1.ac_w",
          );
          const channels = [{ name: "inv1.ac_w", days }];
          const packed = {
            id,
            siteId,
            kind: "production" as const,
            fileName: id,
            rows: values.length,
            grid,
            channels,
            actorId: "built-in",
          };
          const stored = storeImport(sequelize, packed, () => {
            if (step.fails) throw new Error("the disk is full");
          });
          if (step.fails) await expect(stored).rejects.toThrow("the disk is full");
          else {
            await stored;
            paper.layers.push({ id, values: Array.from({ length: CELLS }, (_, cell) => values[cell - step.from] ?? null) });
          }
        }
        const series = await loadSeries(siteId, "production");
        for (let cell = 0; cell < CELLS; cell++) {
          const at = series ? (START + cell * STEP_MS - series.grid.startMs) / STEP_MS : -1;
          const value = series?.channels.get("inv1.ac_w")?.[at] ?? Number.NaN;
          expect(Number.isNaN(value) ? null : value).toBe(paper.value(cell));
        }
        // What the days add up to goes with them, whatever was replaced or taken back.
        const channel = await ChannelRecord.findOne({ where: { siteId }, include: [{ model: DaySumRecord, as: "sums" }] });
        const told = paper.layers.length > 0 ? Array.from({ length: CELLS }, (_, cell) => paper.value(cell) ?? 0) : [0];
        expect((channel?.sums ?? []).reduce((total, { sum }) => total + sum, 0)).toBe(told.reduce((total, value) => total + value, 0));
        expect(await ImportRecord.count({ where: { siteId, undoneAt: null } })).toBe(paper.layers.length);
      }
      while (paper.layers.length > 0) await undoImport(sequelize, paper.layers.pop()?.id as string);
      expect(await loadSeries(siteId, "production")).toBeNull();
      expect(await ReplacedDayRecord.count({ where: {} })).toBe(0);
    }),
    { numRuns: 40 },
  );
  await sequelize.close();
  rmSync(folder, { recursive: true });
});
