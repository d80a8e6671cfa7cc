import { describe, expect, it } from "vitest";
import { isPicked, NOTHING_SELECTED, readSelection, type Selection, selectionQuery } from "./selection";

const read = (query: string) => readSelection(new URLSearchParams(query));

describe("what is picked", () => {
  it("stands in an address and comes back from it", () => {
    const picked: Selection = {
      period: { from: "2025-12-01", to: "2026-01-31" },
      day: "2026-01-15",
      part: "s2.07",
      cause: { cause: "string-open", scope: "south.roof-1" },
    };
    const query = selectionQuery(picked, { leaf: "sky" });
    expect(query).toBe("?leaf=sky&period=2025-12-01..2026-01-31&day=2026-01-15&part=s2.07&cause=string-open@south.roof-1");
    expect(read(query)).toEqual(picked);
  });

  it("is nothing in an address without it", () => {
    expect(read("")).toEqual(NOTHING_SELECTED);
    expect(selectionQuery(NOTHING_SELECTED)).toBe("");
  });

  it("takes what can't be meant for nothing", () => {
    expect(read("?day=2026-13-40&period=2026-02-01..2026-01-01&part=<b>&cause=no-such@s1")).toEqual(NOTHING_SELECTED);
    expect(read("?cause=constructor@s1&period=2026-01-01").cause).toBeNull();
  });

  it("marks a string's modules with it", () => {
    expect(isPicked("s2", "s2.07")).toBe(true);
    expect(isPicked("s2", "s21")).toBe(false);
    expect(isPicked("s2.07", "s2")).toBe(false);
    expect(isPicked(null, "s2")).toBe(false);
  });
});
