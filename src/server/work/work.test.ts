import { join } from "node:path";
import { afterAll, describe, expect, it, vi } from "vitest";
import { FormatError } from "@/core/errors/formatError";
import { WorkPool } from "./pool";
import { shareRun } from "./sharedRuns";

const FILE = join(import.meta.dirname, "fixtures", "tasks.mjs");
const pool = new WorkPool(FILE, 2, 64);
afterAll(() => pool.close());

describe("the pool of workers", () => {
  it("runs tasks and hears how far they are", async () => {
    expect(await pool.run("twice", 21)).toBe(42);
    const shares: number[] = [];
    expect(await pool.run("report", null, { onProgress: (share) => shares.push(share) })).toBe("done");
    expect(shares).toEqual([0.25, 0.5, 1]);
  });

  it("hands on what a task refused as what it was, and a defect as a defect", async () => {
    await expect(pool.run("refuse", null)).rejects.toThrow(FormatError);
    await expect(pool.run("refuse", null)).rejects.toThrow("a.csv, line 3: found x, expected y");
    await expect(pool.run("defect", null)).rejects.toThrow("x is undefined");
  });

  it("outlives a worker that dies, and one that wants all the memory", async () => {
    const beside = pool.run("twice", 1);
    await expect(pool.run("die", null)).rejects.toMatchObject({ kind: "failed", message: "The calculation broke off" });
    await expect(pool.run("swell", null)).rejects.toMatchObject({ kind: "failed", message: expect.stringContaining("more memory") });
    expect(await beside).toBe(2);
    expect(await pool.run("twice", 4)).toBe(8);
  });

  it("calls a task off that is at work, and one that still waits", async () => {
    const caller = new AbortController();
    const working = pool.run("spin", 600_000, { signal: caller.signal });
    setTimeout(() => caller.abort(), 100);
    await expect(working).rejects.toMatchObject({ kind: "cancelled" });
    await expect(pool.run("twice", 1, { signal: AbortSignal.abort() })).rejects.toMatchObject({ kind: "cancelled" });
    expect(await pool.run("twice", 3)).toBe(6);
  });

  it("turns away what would wait for too many others", async () => {
    const caller = new AbortController();
    const runs = Array.from({ length: 600 }, () => pool.run("spin", 600_000, { signal: caller.signal }).catch((error) => error.kind));
    const first = await Promise.race(runs);
    expect(first).toBe("busy");
    caller.abort();
    const ends = await Promise.all(runs);
    expect(new Set(ends)).toEqual(new Set(["busy", "cancelled"]));
  });
});

describe("a run that is shared", () => {
  /** A run that ends when the test says so, and how often it was begun. */
  function openRun() {
    let finish: (value: string) => void = () => {};
    let fail: (error: Error) => void = () => {};
    let called: AbortSignal | undefined;
    const start = vi.fn((signal: AbortSignal) => {
      called = signal;
      return new Promise<string>((resolve, reject) => {
        finish = resolve;
        fail = reject;
      });
    });
    return { start, finish: (value: string) => finish(value), fail: (error: Error) => fail(error), signal: () => called };
  }

  it("is begun once for all who ask while it lasts", async () => {
    const { start, finish } = openRun();
    const both = [shareRun("a", start), shareRun("a", start)];
    finish("once");
    expect(await Promise.all(both)).toEqual(["once", "once"]);
    expect(start).toHaveBeenCalledTimes(1);
    const again = shareRun("a", start);
    finish("twice");
    expect(await again).toBe("twice");
    expect(start).toHaveBeenCalledTimes(2);
  });

  it("goes on though one of them leaves, and is called off once all have", async () => {
    const { start, finish, signal } = openRun();
    const [one, two] = [new AbortController(), new AbortController()];
    const first = shareRun("b", start, one.signal);
    const second = shareRun("b", start, two.signal);
    one.abort();
    await expect(first).rejects.toMatchObject({ kind: "cancelled" });
    expect(signal()?.aborted).toBe(false);
    two.abort();
    await expect(second).rejects.toMatchObject({ kind: "cancelled" });
    expect(signal()?.aborted).toBe(true);
    // Whoever comes now doesn't join what is being called off.
    const third = shareRun("b", start);
    expect(start).toHaveBeenCalledTimes(2);
    finish("anew");
    expect(await third).toBe("anew");
  });

  it("that one caller can't leave isn't called off by those who can", async () => {
    const { start, finish, signal } = openRun();
    const stays = shareRun("c", start);
    const caller = new AbortController();
    const leaves = shareRun("c", start, caller.signal);
    caller.abort();
    await expect(leaves).rejects.toMatchObject({ kind: "cancelled" });
    expect(signal()?.aborted).toBe(false);
    finish("kept");
    expect(await stays).toBe("kept");
  });

  it("fails for all, and is begun anew by the next", async () => {
    const { start, fail, finish } = openRun();
    const both = [shareRun("d", start), shareRun("d", start)];
    fail(new Error("broke"));
    for (const one of both) await expect(one).rejects.toThrow("broke");
    const next = shareRun("d", start);
    finish("mended");
    expect(await next).toBe("mended");
  });
});
