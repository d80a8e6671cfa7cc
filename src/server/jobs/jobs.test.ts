import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, beforeAll, expect, it, vi } from "vitest";
import { CancelledError, RefusedError } from "@/core/errors/errors";
import { JobRecord } from "@/db/models/series";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { closeDatabase, inTransaction } from "../database";
import { cancelJob, findJob, type Job, type JobControl, startJob } from "./jobs";

const folder = mkdtempSync(join(tmpdir(), "irradant-jobs-"));
beforeAll(() => {
  process.env.IRRADANT_DATA = folder;
});
afterAll(async () => {
  await closeDatabase();
  rmSync(folder, { recursive: true });
});
afterEach(() => vi.restoreAllMocks());

/** Work that ends when the test says so. */
async function openWork() {
  let finish: (message: string) => void = () => {};
  let fail: (error: unknown) => void = () => {};
  let control: JobControl | undefined;
  const job = await startJob(ME, "Reading june.csv", (given) => {
    control = given;
    return new Promise<string>((resolve, reject) => {
      finish = resolve;
      fail = reject;
      given.signal.addEventListener("abort", () => reject(new CancelledError()));
    });
  });
  if (!control) throw new Error("the work was not begun");
  return { id: job.id, job, control, finish: (message: string) => finish(message), fail: (error: unknown) => fail(error) };
}

/** The job once it has ended. */
async function ended(id: string): Promise<Job> {
  return vi.waitFor(async () => {
    const job = await findJob(ME, id);
    expect(job.state).not.toBe("running");
    return job;
  });
}

it("answers at once, tells how far it is, and closes with what came out", async () => {
  const { id, job, control, finish } = await openWork();
  expect(job).toMatchObject({ title: "Reading june.csv", state: "running", progress: 0 });
  control.report(0.4, "Row 4000");
  expect(await findJob(ME, id)).toMatchObject({ state: "running", progress: 0.4, message: "Row 4000" });
  finish("10 000 rows");
  expect(await ended(id)).toMatchObject({ state: "done", progress: 1, message: "10 000 rows" });
});

it("is called off once, while it runs", async () => {
  const { id } = await openWork();
  expect(await cancelJob(ME, id)).toBe(true);
  expect(await ended(id)).toMatchObject({ state: "cancelled" });
  await expect(cancelJob(ME, id)).rejects.toMatchObject({ kind: "conflict" });
  await expect(cancelJob(ME, "none")).rejects.toMatchObject({ kind: "not-found" });
});

it("can't be called off any more once what it does will stand", async () => {
  const { id, control, finish } = await openWork();
  control.noReturn();
  await expect(cancelJob(ME, id)).rejects.toThrow("It is being stored already; undo it afterwards");
  finish("stored");
  expect(await ended(id)).toMatchObject({ state: "done", message: "stored" });
});

it("doesn't pass the point of no return once it was called off", async () => {
  const { id, control } = await openWork();
  await cancelJob(ME, id);
  expect(() => control.noReturn()).toThrow(CancelledError);
});

it("hands a refusal to the person, and a fault to the log as well, which alone has its words", async () => {
  const log = vi.spyOn(console, "error").mockImplementation(() => {});
  const refused = await openWork();
  refused.fail(new RefusedError("june.csv, line 3: expected a number"));
  expect(await ended(refused.id)).toMatchObject({ state: "failed", message: "june.csv, line 3: expected a number" });
  expect(log).not.toHaveBeenCalled();
  const broken = await openWork();
  broken.fail(new TypeError("x is undefined"));
  expect((await ended(broken.id)).message).not.toContain("undefined");
  expect(log).toHaveBeenCalledTimes(1);
});

it("gives out copies: a caller can't reach into running work", async () => {
  const { id } = await openWork();
  const seen = await findJob(ME, id);
  seen.state = "done";
  expect((await findJob(ME, id)).state).toBe("running");
  expect(await findJob(ME, id)).not.toHaveProperty("abort");
});

it("is known to other processes, and told as broken off where its own has died", async () => {
  const row = { title: "Import", state: "running", progress: 0.3, message: "Reading", actorId: "built-in" } as const;
  await inTransaction(async (transaction) => {
    await JobRecord.create({ ...row, id: "elsewhere", updatedAt: new Date() }, { transaction });
    await JobRecord.create({ ...row, id: "dead", updatedAt: new Date(Date.now() - 60_000) }, { transaction });
  });
  expect(await findJob(ME, "elsewhere")).toMatchObject({ state: "running", progress: 0.3 });
  expect(await findJob(ME, "dead")).toMatchObject({ state: "failed", message: expect.stringContaining("nothing was changed") });
  expect(await cancelJob(ME, "elsewhere")).toBe(false);
  expect((await JobRecord.findByPk("elsewhere"))?.cancelAskedAt).toBeInstanceOf(Date);
});
