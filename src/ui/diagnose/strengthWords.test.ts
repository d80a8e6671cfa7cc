import { expect, it } from "vitest";
import { strengthWords } from "./strengthWords";

it("says how strong evidence is, for and against alike", () => {
  expect([0.5, 1.2, -1.2, 3.1, 5.2, -6].map(strengthWords)).toEqual(
    ["weak", "some", "some", "strong", "very strong", "very strong"].map((word) => `${word} evidence`),
  );
});
