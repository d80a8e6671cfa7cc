import "fake-indexeddb/auto";
import { describe, expect, it } from "vitest";
import type { Entry } from "./entry";
import { type Draft, Outbox } from "./outbox";
import type { Outcome } from "./outcome";
import { Sender } from "./sender";
import { browserStore, type FieldStore, memoryStore } from "./store";

let stores = 0;
const newStore = () => browserStore(`outbox-test-${stores++}`);
const CASE = "larch-house-2026";
const seen = (fields: object, recordId: string = crypto.randomUUID()): Draft => ({
  ...{ caseId: CASE, kind: "finding", recordId, pointId: "glass", fields },
});
const kept = (): Outcome => ({ kind: "kept", nowMs: Number.NaN });
const states = (outbox: Outbox) => outbox.state.entries.map(({ state }) => state);

/** A sender whose answers are given by entry, and a list of what it sent. */
function sending(outbox: Outbox, answer: (entry: Entry) => Outcome | Promise<Outcome>) {
  const sent: string[] = [];
  const sender = new Sender({
    outbox,
    transport: async (entry) => {
      sent.push(entry.id);
      return answer(entry);
    },
    shrink: async (picture) => picture.slice(0, Math.min(picture.size, 10)),
    alone: (work) => work(true),
  });
  return { sender, sent };
}

/** A store that can't be written any more. */
function broken(store: FieldStore, error: Error): FieldStore {
  return { ...store, add: () => Promise.reject(error) };
}

describe("what is recorded", () => {
  it("shows at once, is kept through a reload with who and what device, and in the order of recording", async () => {
    const store = newStore();
    const outbox = new Outbox(store);
    await outbox.nameDevice({ author: "Jana Moser", name: "Phone" });
    const recordId = crypto.randomUUID();
    const keeping = outbox.record(seen({ gradeId: "fix" }, recordId));
    expect(outbox.state).toMatchObject({ keeping: 1, entries: [{ change: { recordId } }] });
    await keeping;
    expect(outbox.state.keeping).toBe(0);
    await outbox.record(seen({ note: "rust" }, recordId));
    const again = new Outbox(store);
    await again.ready;
    expect(again.state.entries.map(({ change }) => change.fields)).toEqual([{ gradeId: "fix" }, { note: "rust" }]);
    expect(again.state.entries[0].change).toMatchObject({ author: "Jana Moser", deviceName: "Phone", device: outbox.state.device.id });
  });

  it("keeps its order when the clock is set back, and comes after what was seen of the record", async () => {
    let nowMs = 1_000_000;
    const store = newStore();
    const outbox = new Outbox(store, () => nowMs);
    const first = await outbox.record(seen({ gradeId: "fix" }));
    nowMs = 5000;
    const second = await outbox.record(seen({ gradeId: "stop" }));
    const third = await new Outbox(store, () => nowMs).record(seen({ gradeId: "watch" }));
    const fourth = await outbox.record(seen({ gradeId: "sound" }), 9_000_000);
    const stamps = [first, second, third, fourth].map(({ change }) => change.madeMs);
    expect(stamps).toEqual([1_000_000, 1_000_001, 1_000_002, 9_000_001]);
  });

  it("follows the server's clock from when it is heard", async () => {
    const store = newStore();
    const outbox = new Outbox(store, () => 1000);
    await outbox.ready;
    await outbox.hearClock(61_000);
    expect((await outbox.record(seen({}))).change.madeMs).toBe(61_000);
    expect((await new Outbox(store, () => 1500).record(seen({}))).change.madeMs).toBe(61_500);
  });

  it("in one tab shows in the other", async () => {
    const store = `outbox-test-tabs`;
    const [one, two] = [new Outbox(browserStore(store)), new Outbox(browserStore(store))];
    await Promise.all([one.ready, two.ready]);
    await one.record(seen({ gradeId: "fix" }));
    await expect.poll(() => two.state.entries.length).toBe(1);
    expect(two.state.device.id).toBe(one.state.device.id);
    // What one learns of the device the other neither misses nor undoes.
    await one.nameDevice({ author: "Jana Moser", name: "Phone" });
    await expect.poll(() => two.state.device.author).toBe("Jana Moser");
    expect((await two.record(seen({ note: "from the other" }))).change).toMatchObject({ author: "Jana Moser", deviceName: "Phone" });
    await two.hearClock(Date.now() + 90_000);
    const third = new Outbox(browserStore(store));
    await third.ready;
    expect(third.state.device).toMatchObject({ author: "Jana Moser", name: "Phone", id: one.state.device.id });
    expect(third.state.device.offsetMs).toBeGreaterThan(80_000);
    expect(third.state.device.lastMs).toBe(Math.max(...two.state.entries.map(({ change }) => change.madeMs)));
  });
});

describe("a device that keeps nothing", () => {
  const quota = Object.assign(new Error("no room"), { name: "QuotaExceededError" });

  it("says so, holds what is recorded in memory and sends it from there", async () => {
    const store = newStore();
    for (const [bad, words] of [
      [broken(store, quota), "no room left"],
      [{ ...store, open: () => Promise.reject(new Error("denied")) }, "keeps nothing"],
      [{ ...store, open: () => new Promise<never>(() => undefined) }, "keeps nothing"],
    ] as const) {
      const outbox = new Outbox(bad, Date.now, 50);
      await outbox.record(seen({ gradeId: "fix" }), 0, new Blob(["picture"]));
      expect(outbox.state.alarm).toContain(words);
      const { sender, sent } = sending(outbox, kept);
      expect(await sender.run()).toBe(1);
      expect(sent).toHaveLength(1);
      expect(states(outbox)).toEqual(["sent"]);
    }
  });

  it("makes room by forgetting pictures that the server has, before it gives up", async () => {
    const store = newStore();
    let room = true;
    const tight: FieldStore = {
      ...store,
      add: async (entry, picture) => (room ? store.add(entry, picture) : Promise.reject(quota)),
      remove: async (ids, what) => {
        room = true;
        return store.remove(ids, what);
      },
    };
    const outbox = new Outbox(tight);
    const first = await outbox.record(seen({}), 0, new Blob(["picture"]));
    await sending(outbox, kept).sender.run();
    room = false;
    await outbox.record(seen({ note: "more" }));
    expect(outbox.state.alarm).toBeNull();
    expect(await outbox.picture(first.id)).toBeUndefined();
  });

  it("that only slept in the middle of a write is calm again once it is done", async () => {
    const store = newStore();
    let wake = () => {};
    const asleep = new Promise<void>((resolve) => {
      wake = resolve;
    });
    const outbox = new Outbox({ ...store, add: async (...all) => asleep.then(() => store.add(...all)) }, Date.now, 30);
    await outbox.record(seen({ note: "slept" }), 0, new Blob(["picture"]));
    expect(outbox.state).toMatchObject({ alarm: expect.any(String), onPageOnly: 1 });
    wake();
    await expect.poll(() => outbox.state.alarm).toBeNull();
    expect(outbox.state).toMatchObject({ onPageOnly: 0, entries: [{ change: { fields: { note: "slept" } } }] });
    expect((await store.all()).length).toBe(1);
  });

  it("keeps what the page alone held as soon as there is room again, without a network, and each once", async () => {
    const store = newStore();
    let room = true;
    const tight: FieldStore = { ...store, add: (...all) => (room ? store.add(...all) : Promise.reject(quota)) };
    const outbox = new Outbox(tight);
    await outbox.record(seen({ note: "before" }));
    room = false;
    const held = await outbox.record(seen({ note: "full" }), 0, new Blob(["picture"]));
    await outbox.record(seen({ note: "full, second" }));
    expect(outbox.state).toMatchObject({ onPageOnly: 2, alarm: expect.stringContaining("no room left") });
    await outbox.keepHeld();
    expect(outbox.state.onPageOnly).toBe(2);
    room = true;
    await outbox.record(seen({ note: "after" }));
    await expect.poll(() => outbox.state.onPageOnly).toBe(0);
    expect(outbox.state.alarm).toBeNull();
    // The page is gone; another one opens the same device.
    const again = new Outbox(store);
    await again.ready;
    expect(again.state.entries.map(({ change }) => change.fields)).toEqual(
      ["before", "full", "full, second", "after"].map((note) => ({ note })),
    );
    expect(await (await again.picture(held.id))?.text()).toBe("picture");
    const { sender, sent } = sending(again, kept);
    await sender.run();
    expect(new Set(sent).size).toBe(4);
    expect(sent).toHaveLength(4);
  });

  it("keeps it without anything new being recorded, when sending is tried again", async () => {
    const store = newStore();
    let room = false;
    const outbox = new Outbox({ ...store, add: (...all) => (room ? store.add(...all) : Promise.reject(quota)) });
    await outbox.record(seen({ note: "full" }));
    const { sender } = sending(outbox, () => ({ kind: "unreachable", why: "no line" }));
    await sender.run();
    expect(outbox.state.onPageOnly).toBe(1);
    room = true;
    await sender.run();
    expect(outbox.state).toMatchObject({ onPageOnly: 0, alarm: null });
    expect((await store.all()).map(({ state }) => state)).toEqual(["waiting"]);
  });

  it("is no longer alarmed when there is room again and nothing is held by the page alone", async () => {
    const store = newStore();
    let room = false;
    const outbox = new Outbox({ ...store, add: (...all) => (room ? store.add(...all) : Promise.reject(quota)) });
    await outbox.record(seen({}));
    expect(outbox.state.alarm).not.toBeNull();
    await sending(outbox, kept).sender.run();
    room = true;
    await outbox.record(seen({}));
    expect(outbox.state.alarm).toBeNull();
  });
});

describe("sending", () => {
  const recorded = async (count: number, withPicture = -1) => {
    const outbox = new Outbox(memoryStore());
    const entries: Entry[] = [];
    for (let k = 0; k < count; k++)
      entries.push(await outbox.record(seen({ note: `${k}` }), 0, k === withPicture ? new Blob(["0123456789abcdef"]) : undefined));
    return { outbox, ids: entries.map(({ id }) => id) };
  };

  it("sends each once, text before pictures, in the order of recording, and nothing again", async () => {
    const { outbox, ids } = await recorded(4, 1);
    const { sender, sent } = sending(outbox, kept);
    await Promise.all([sender.run(), sender.run()]);
    await sender.run();
    expect(sent).toEqual([ids[0], ids[2], ids[3], ids[1]]);
    expect(outbox.state.entries[1]).toMatchObject({ isSmall: true, pictureBytes: 10, state: "sent" });
  });

  it("keeps what is refused, says why, sends the rest, and tries it again only when asked", async () => {
    const { outbox, ids } = await recorded(3);
    const { sender, sent } = sending(outbox, ({ id }) => (id === ids[0] ? { kind: "refused", why: "no such case", status: 404 } : kept()));
    await sender.run();
    expect(states(outbox)).toEqual(["refused", "sent", "sent"]);
    expect(outbox.state.entries[0]).toMatchObject({ why: "no such case", status: 404, tries: 1 });
    await sender.run();
    expect(sent).toHaveLength(3);
    await sender.run(true);
    expect(sent).toHaveLength(4);
    // Asked for while a run that leaves them out is under way.
    await outbox.record(seen({ note: "more" }));
    await Promise.all([sender.run(), sender.run(true)]);
    expect(sent).toHaveLength(6);
  });

  it("lets one that always fails hold up nothing", async () => {
    const { outbox, ids } = await recorded(12);
    const failing = new Set(ids.slice(0, 5));
    const { sender } = sending(outbox, ({ id }) => (failing.has(id) ? { kind: "later", why: "failed", status: 500 } : kept()));
    for (let run = 0; run < 3; run++) await sender.run();
    expect(states(outbox)).toEqual([...Array(5).fill("waiting"), ...Array(7).fill("sent")]);
  });

  it("stops at once where there is no line, and waits longer each time", async () => {
    const { outbox } = await recorded(3);
    const { sender, sent } = sending(outbox, () => ({ kind: "unreachable", why: "No connection" }));
    const pauses = [];
    for (let run = 0; run < 6; run++) {
      await sender.run();
      pauses.push(sender.pauseMs);
    }
    expect(sent).toHaveLength(6);
    expect(sender.line.state).toBe("none");
    expect(pauses).toEqual([8000, 16_000, 32_000, 60_000, 60_000, 60_000]);
    expect(states(outbox)).toEqual(["waiting", "waiting", "waiting"]);
  });

  it("waits as long as a busy server asks for", async () => {
    const { outbox } = await recorded(1);
    const { sender } = sending(outbox, () => ({ kind: "later", why: "busy", status: 503, afterS: 120 }));
    await sender.run();
    expect(sender.pauseMs).toBe(120_000);
  });

  it("leaves it to the tab that sends already", async () => {
    const { outbox } = await recorded(1);
    const sender = new Sender({ outbox, transport: async () => kept(), shrink: async (picture) => picture, alone: (work) => work(false) });
    expect(await sender.run()).toBe(0);
    expect(states(outbox)).toEqual(["waiting"]);
  });
});

describe("what was refused", () => {
  it("can be said anew: a change after it takes its place", async () => {
    const outbox = new Outbox(memoryStore());
    const old = await outbox.record(seen({ note: "x".repeat(9) }));
    await outbox.replace(old.id, { fields: { note: "short" }, caseId: "weir-barn-2026" });
    const [before, after] = outbox.state.entries;
    expect([before.id, before.state, after.state]).toEqual([old.id, "let-go", "waiting"]);
    expect(after.change).toMatchObject({ caseId: "weir-barn-2026", fields: { note: "short" }, recordId: old.change.recordId });
    expect(after.change.madeMs).toBeGreaterThan(old.change.madeMs);
  });

  it("stays let go when an answer to it comes late, unless that says that it is kept", async () => {
    const outbox = new Outbox(memoryStore());
    const entry = await outbox.record(seen({}));
    const { sender } = sending(outbox, async () => {
      await outbox.update(entry.id, { state: "let-go" });
      return { kind: "later", why: "busy" };
    });
    await sender.run();
    expect(states(outbox)).toEqual(["let-go"]);
  });

  it("is forgotten a week after it was let go, what was sent after two, what waits never", async () => {
    let nowMs = 0;
    const outbox = new Outbox(newStore(), () => nowMs);
    const entries = [];
    for (let k = 0; k < 3; k++) entries.push(await outbox.record(seen({}), 0, new Blob(["p"])));
    await outbox.update(entries[0].id, { state: "let-go" });
    await outbox.update(entries[1].id, { state: "sent" });
    nowMs += 8 * 86_400_000;
    await outbox.tidy();
    await expect.poll(() => states(outbox)).toEqual(["sent", "waiting"]);
    expect(await outbox.picture(entries[1].id)).toBeUndefined();
    nowMs += 800 * 86_400_000;
    await outbox.tidy();
    await expect.poll(() => states(outbox)).toEqual(["waiting"]);
    expect((await outbox.picture(entries[2].id))?.size).toBe(1);
  });
});
