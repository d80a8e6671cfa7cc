import fc from "fast-check";
import { describe, expect, it, vi } from "vitest";
import {
  BusyError,
  CancelledError,
  ConflictError,
  FailedError,
  ForbiddenError,
  FullError,
  NotFoundError,
  RefusedError,
  shown,
  TooLargeError,
  UnavailableError,
} from "./errors";
import { FaultList, FormatError, MOST_FAULTS } from "./formatError";
import { fromPlainError, toPlainError } from "./plainError";

const ALL = [
  new NotFoundError("site", "barn"),
  new ForbiddenError("no"),
  new RefusedError("a number is needed", "tiltDeg"),
  new RefusedError("not like this"),
  new TooLargeError("over 3 MB", "picture"),
  new ConflictError("there already", { version: 3 }),
  new CancelledError(),
  new BusyError("later"),
  new FailedError("it broke"),
  new FullError("the disk is full"),
  new UnavailableError("the database is damaged"),
  new FormatError([
    { file: "a.csv", line: 3, key: "ghi", found: '"x"', expected: "a number" },
    { file: "a.csv", found: "nothing", expected: "rows" },
  ]),
];

describe("errors that Irradant throws", () => {
  it.each(ALL.map((error) => [error.name, error] as const))("%s crosses a border as plain data and is itself again", (_, error) => {
    const plain = toPlainError(error);
    const back = fromPlainError(structuredClone(plain as NonNullable<typeof plain>));
    expect(back).toBeInstanceOf(error.constructor);
    expect({ ...back, message: back.message, kind: back.kind }).toEqual({ ...error, message: error.message, kind: error.kind });
  });

  it("are told apart from defects, which cross as they are", () => {
    expect(toPlainError(new TypeError("x is undefined"))).toBeNull();
    expect(toPlainError(new RangeError("a"))).toBeNull();
    expect(toPlainError("a text")).toBeNull();
    expect(toPlainError(null)).toBeNull();
  });

  it("know their kinds across copies of their module, as a bundler makes them", async () => {
    vi.resetModules();
    const copy = (await import("./errors")) as typeof import("./errors");
    expect(copy.RefusedError).not.toBe(RefusedError);
    const foreign = new copy.TooLargeError("too much");
    expect(foreign).toBeInstanceOf(RefusedError);
    expect(foreign).toBeInstanceOf(TooLargeError);
    expect(foreign).not.toBeInstanceOf(NotFoundError);
    expect(new Error("x")).not.toBeInstanceOf(RefusedError);
  });
});

describe("a file's faults", () => {
  it("are one line with the file named once", () => {
    expect(ALL[11].message).toBe('a.csv, line 3, ghi: found "x", expected a number; found nothing, expected rows');
  });

  it("are collected up to a number, and counted beyond it", () => {
    const faults = new FaultList("roof.csv");
    expect(() => faults.throwIfAny()).not.toThrow();
    for (let k = 1; k <= MOST_FAULTS + 7; k++) faults.add({ line: k, found: "x", expected: "y" });
    expect(faults.full).toBe(true);
    const error = (() => {
      try {
        faults.throwIfAny();
      } catch (thrown) {
        return thrown as FormatError;
      }
    })();
    expect(error?.faults).toHaveLength(MOST_FAULTS);
    expect(error?.lines.at(-1)).toBe("and 7 more");
  });
});

it("shows any value in one short line, whatever it is", () => {
  fc.assert(
    fc.property(fc.anything({ withBigInt: true, withNullPrototype: true }), (value) => {
      const text = shown(value);
      expect(text.length).toBeLessThanOrEqual(60);
      expect(text).not.toMatch(/[\n\r]/);
    }),
  );
  const round: { self?: unknown } = {};
  round.self = round;
  expect(shown(round)).toBe("[object Object]");
});
