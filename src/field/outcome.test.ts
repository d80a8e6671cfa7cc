import { expect, it } from "vitest";
import { readAnswer } from "./outcome";

const ours = (error: string) => JSON.stringify({ error });

it("takes an entry as kept only from an answer that names it", () => {
  expect(readAnswer("a", 200, '{"kept":"a","nowMs":5}')).toEqual({ kind: "kept", nowMs: 5 });
  for (const body of ["<html>Sign in</html>", "", "{}", '{"kept":"b"}', '{"id":"a"}', "null", '"a"', "[]"])
    expect(readAnswer("a", 200, body), body).toMatchObject({ kind: "unreachable", status: 200 });
});

it.each([
  ...[400, 403, 404, 409, 413, 422].map((status) => [status, "refused"]),
  ...[401, 408, 429, 500, 502, 503, 507].map((status) => [status, "later"]),
])("reads Irradant's own %i as %s, with its words", (status, kind) => {
  expect(readAnswer("a", status as number, ours("why not"))).toEqual({ kind, why: "why not", status });
});

it("takes whatever else answers, whatever its status, for the network's doing", () => {
  for (const status of [302, 400, 401, 403, 404, 413, 502, 503, 511])
    expect(readAnswer("a", status, "<html>Blocked</html>")).toMatchObject({ kind: "unreachable", status });
});

it("hears how long to wait", () => {
  expect(readAnswer("a", 503, ours("busy"), "5")).toMatchObject({ kind: "later", afterS: 5 });
  expect(readAnswer("a", 503, ours("busy"), "Thu, 01 Jan 2026 00:00:00 GMT")).not.toHaveProperty("afterS");
});
