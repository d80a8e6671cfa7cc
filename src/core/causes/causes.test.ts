import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { CAUSE_IDS, CAUSES, nextTestOf, sentenceOf } from "./causes";
import { ENGINES, engineOf } from "./engines";

const folders = readdirSync(import.meta.dirname, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []));
const all = CAUSE_IDS.map((id) => CAUSES[id]);

describe("the catalogue", () => {
  it("has every folder, and a folder for each", () => {
    const named = CAUSE_IDS.map((id) => id.replace(/-(.)/g, (_, letter) => letter.toUpperCase()));
    expect([...named].sort()).toEqual([...folders].sort());
    expect(ENGINES.map(({ cause }) => cause)).toEqual(CAUSE_IDS);
  });

  it.each(["id", "title", "owner", "technician", "hatch", "nextTest"] as const)("has no %s twice", (key) => {
    expect(new Set(all.map((cause) => cause[key])).size).toBe(all.length);
  });

  it("names the place in a next test, the site in words", () => {
    expect(nextTestOf("snow", "roof")).toBe("Look at roof from the ground");
    expect(nextTestOf("snow", "site")).toBe("Look at the site from the ground");
  });

  it.each(["owner", "technician"] as const)("tells the %s where it is, once, in one sentence", (to) => {
    for (const id of CAUSE_IDS) {
      expect(sentenceOf(id, to, "string s2"), id).toMatch(/^(?=[A-Z])[^.]*[Ss]tring s2[^.]*\.$/);
      expect(sentenceOf(id, to, "whole site")).toMatch(/[Tt]he whole site/);
    }
  });

  it("has a way on over new days for all that is fitted, or tells it in days", () => {
    const fitted = ENGINES.filter(({ propose }) => propose);
    expect(fitted.length).toBeGreaterThan(8);
    for (const { cause, resume, inDays } of fitted) expect(Boolean(resume) || inDays === true, cause).toBe(true);
  });

  it.each(CAUSE_IDS)("%s can be told: it has a way of its own, or is one of design that the sums hold", (id) => {
    const { cause, paper, fault, ...ways } = engineOf(id);
    const own = Object.keys(ways);
    if (own.length === 0) expect(CAUSES[id].kind).toBe("design");
    expect(fault).toMatchObject({ cause });
    expect(fault.scopes.length).toBeGreaterThan(0);
    expect(paper.toldFrom).not.toBe("");
  });
});
