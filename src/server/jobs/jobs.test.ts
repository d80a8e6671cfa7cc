import { afterEach, expect, it, vi } from "vitest";
import { CancelledError, RefusedError } from "@/core/errors/errors";
import { cancelJob, findJob, type JobControl, startJob } from "./jobs";

/** Work that ends when the test says so. */
function openWork() {
  let control: JobControl | undefined;
  let finish: (message: string) => void = () => {};
  let fail: (error: unknown) => void = () => {};
  const job = startJob("Reading june.csv", (given) => {
    control = given;
    return new Promise<string>((resolve, reject) => {
      finish = resolve;
      fail = reject;
      given.signal.addEventListener("abort", () => reject(new CancelledError("Cancelled")));
    });
  });
  if (!control) throw new Error("the work was not begun");
  return { id: job.id, job, control, finish: (message: string) => finish(message), fail: (error: unknown) => fail(error) };
}
const settled = () => new Promise((resolve) => setImmediate(resolve));

afterEach(() => vi.restoreAllMocks());

it("answers at once, tells how far it is, and closes with what came out", async () => {
  const { id, job, control, finish } = openWork();
  expect(job).toMatchObject({ title: "Reading june.csv", state: "running", progress: 0 });
  control.report(0.4, "Row 4000");
  expect(findJob(id)).toMatchObject({ state: "running", progress: 0.4, message: "Row 4000" });
  finish("10 000 rows");
  await settled();
  expect(findJob(id)).toMatchObject({ state: "done", progress: 1, message: "10 000 rows" });
});

it("is called off once, while it runs", async () => {
  const { id } = openWork();
  expect(cancelJob(id)).toBe(true);
  await settled();
  expect(findJob(id)).toMatchObject({ state: "cancelled" });
  expect(cancelJob(id)).toBe(false);
  expect(cancelJob("none")).toBe(false);
});

it("hands a refusal to the person, and a fault to the log as well", async () => {
  const log = vi.spyOn(console, "error").mockImplementation(() => {});
  const refused = openWork();
  refused.fail(new RefusedError("june.csv, line 3: expected a number"));
  await settled();
  expect(findJob(refused.id)).toMatchObject({ state: "failed", message: "june.csv, line 3: expected a number" });
  expect(log).not.toHaveBeenCalled();
  const broken = openWork();
  broken.fail(new TypeError("x is undefined"));
  await settled();
  expect(findJob(broken.id)).toMatchObject({ state: "failed" });
  expect(log).toHaveBeenCalledTimes(1);
});

it("gives out copies: a caller can't reach into running work", () => {
  const { id } = openWork();
  const seen = findJob(id);
  if (!seen) throw new Error("no job");
  seen.state = "done";
  expect(findJob(id)?.state).toBe("running");
  expect(findJob(id)).not.toHaveProperty("cancel");
});
