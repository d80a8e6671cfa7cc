import { describe, expect, it } from "vitest";
import { historyOf, redone, step, undone } from "./history";
import { valueAt, withValue } from "./paths";

describe("steps", () => {
  it("are taken back and made again, and a new one ends what could be made again", () => {
    const two = step(step(historyOf("a"), "b"), "c");
    expect(undone(two).present).toBe("b");
    expect(undone(undone(undone(two))).present).toBe("a");
    expect(redone(undone(two)).present).toBe("c");
    expect(redone(step(undone(two), "d"))).toMatchObject({ present: "d", future: [] });
  });

  it("about the same field are one; after another step they begin anew", () => {
    const typed = step(step(historyOf("a"), "ab", "name"), "abc", "name");
    expect(typed.past).toEqual(["a"]);
    expect(step(step(typed, "x"), "xy", "name").past).toEqual(["a", "abc", "x"]);
    expect(step(typed, typed.present).past).toEqual(["a"]);
  });
});

describe("paths", () => {
  const root = { planes: [{ id: "south", horizon: [[1, 2]] }], name: "Barn" };

  it("read and write, sharing what stays", () => {
    const next = withValue(root, "planes.0.tiltDeg", 30);
    expect(valueAt(next, "planes.0.tiltDeg")).toBe(30);
    expect(next.planes[0].horizon).toBe(root.planes[0].horizon);
    expect(withValue(root, "planes.0.horizon.0.1", 7).planes[0].horizon).toEqual([[1, 7]]);
    expect(valueAt(root, "planes.3.id")).toBeUndefined();
  });

  it("make what lies on the way, and take keys and entries away", () => {
    expect(withValue({}, "cable.lengthM", 12)).toEqual({ cable: { lengthM: 12 } });
    expect(withValue(root, "name", undefined)).toEqual({ planes: root.planes });
    expect(withValue({ list: ["a", "b"] }, "list.0", undefined)).toEqual({ list: ["b"] });
  });

  it("leave the order of keys as it was", () => {
    expect(Object.keys(withValue({ a: 1, b: 2, c: 3 }, "b", 5))).toEqual(["a", "b", "c"]);
  });
});
