import { describe, expect, it } from "vitest";
import { diagnose } from "../diagnosis/diagnose";
import { simulatedCase } from "../simulator/simulatedCase";
import { DayBook } from "./dayBook";
import { episodesOf } from "./episodes";
import { dayBookShapeOf, writeDayBook } from "./writeDayBook";

function bookOf(faults: object[]) {
  const { site, weather, production } = simulatedCase({ days: 60, faults });
  const run = diagnose(site, weather, production, { weather: "w", production: "p" });
  const shape = dayBookShapeOf(run);
  return { run, book: new DayBook(shape, writeDayBook(run, shape)) };
}

const day = (k: number) => new Date(Date.parse("2025-04-01T00:00:00Z") + k * 86_400_000).toISOString();

describe("when a cause acted", () => {
  const { run, book } = bookOf([{ cause: "inverter-outage", scope: "inv1", from: day(20), to: day(24) }]);
  const at = book.shape.causes.findIndex(({ cause }) => cause === "inverter-outage");
  const told = run.diagnosis.causes.find(({ cause }) => cause === "inverter-outage");
  const due = Array.from({ length: book.shape.rows }, () => 0);

  it("is told day by day, and comes to what it took in all", () => {
    const sum = due.reduce((total, _, row) => total + book.causeKwh(row, at), 0);
    expect(sum).toBeCloseTo(told?.lossKwh ?? 0, 1);
  });

  it("is one episode while it lasts", () => {
    const [episode, ...others] = episodesOf(book, at, due);
    expect(others).toEqual([]);
    expect(episode.last - episode.first).toBeGreaterThanOrEqual(3);
    expect(episode.last - episode.first).toBeLessThanOrEqual(5);
    expect(episode.kwh).toBeCloseTo(told?.lossKwh ?? 0, 1);
  });

  it("leaves out days on which it took next to nothing, and bridges some between", () => {
    const some = new DayBook(
      { ...book.shape, rows: book.shape.rows },
      writeDayBook(
        {
          ...run,
          causeDays: run.causeDays.map((one) => ({ ...one, lossKwh: one.lossKwh.map((_, row) => [0, 5, 0, 0, 5, 0.001][row] ?? 0) })),
        },
        book.shape,
      ),
    );
    const dues = due.map(() => 20);
    expect(episodesOf(some, at, dues)).toEqual([
      { first: 1, last: 1, kwh: 5 },
      { first: 4, last: 4, kwh: 5 },
    ]);
    expect(episodesOf(some, at, dues, 2)).toEqual([{ first: 1, last: 4, kwh: 10 }]);
  });
});
