import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { forgetDraft, recordDrafts, type Typed, writeDraft } from "./drafts";
import { Outbox } from "./outbox";
import { memoryStore } from "./store";

let kept: Record<string, string>;
beforeEach(() => {
  kept = {};
  // Its keys are its own, as a browser's store has them.
  const store = Object.defineProperties(kept, {
    getItem: { value: (key: string) => kept[key] ?? null },
    setItem: { value: (key: string, text: string) => (kept[key] = text) },
    removeItem: { value: (key: string) => delete kept[key] },
  });
  vi.stubGlobal("localStorage", store);
});
afterEach(() => vi.unstubAllGlobals());

const typed = (text: string, typedMs: number): Typed => ({
  said: { caseId: "c", kind: "brief", recordId: "c", fields: { hazards: text } },
  ...{ seenMs: 0, typedMs },
});

it("records what earlier pages left behind, from when it was typed, and forgets it", async () => {
  writeDraft("a", typed("steep", 5000));
  writeDraft("b", typed("icy", 4000));
  kept["irradant-draft-old"] = "no such thing";
  kept.other = "left alone";
  const outbox = new Outbox(memoryStore(), () => 90_000);
  await recordDrafts(outbox);
  expect(outbox.state.entries.map(({ change }) => [change.madeMs, change.fields])).toEqual([
    [5000, { hazards: "steep" }],
    [5001, { hazards: "icy" }],
  ]);
  expect(Object.keys(kept).sort()).toEqual(["irradant-draft-old", "other"]);
  await recordDrafts(outbox);
  expect(outbox.state.entries).toHaveLength(2);
});

it("keeps what was typed since", () => {
  writeDraft("a", typed("steep", 1));
  writeDraft("a", typed("steep and icy", 2));
  forgetDraft("a", typed("steep", 1));
  expect(kept["irradant-draft-a"]).toContain("steep and icy");
  forgetDraft("a", typed("steep and icy", 2));
  expect(kept["irradant-draft-a"]).toBeUndefined();
});

it("does without a store where it is denied", async () => {
  vi.stubGlobal("localStorage", undefined);
  writeDraft("a", typed("steep", 1));
  forgetDraft("a", typed("steep", 1));
  await recordDrafts(new Outbox(memoryStore()));
});
