import fc from "fast-check";
import { expect, it } from "vitest";
import { readSpot, writeSpot } from "./spot";

it("comes back as it was put down, to a centimetre", () => {
  const metres = fc.double({ min: -200, max: 200, noNaN: true });
  fc.assert(
    fc.property(fc.constantFrom("south", "p1", "east_wing-2"), metres, metres, (plane, rightM, upM) => {
      const read = readSpot(writeSpot({ plane, rightM, upM }));
      expect(read?.plane).toBe(plane);
      expect(read?.rightM).toBeCloseTo(rightM, 1);
      expect(read?.upM).toBeCloseTo(upM, 1);
    }),
  );
});

it("is none where it isn't written like one", () => {
  for (const text of ["", "south", "south@", "south@1", "south@1,x", "@1,2", "south@1,2,3", "a b@1,2", "south@1e3,2", "south@1001,2"])
    expect(readSpot(text)).toBeNull();
});
