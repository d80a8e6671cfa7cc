import type { z } from "zod";
import { shown } from "../errors/errors";
import type { FaultList } from "../errors/formatError";

/**
 * Adds every issue that a schema found as a fault with its key, what stood there and what was expected.
 * @param raw what was parsed
 */
export function addIssues(faults: FaultList, error: z.ZodError, raw: unknown): void {
  for (const issue of error.issues) {
    const value = issue.path.reduce<unknown>((at, key) => (at as Record<PropertyKey, unknown> | null | undefined)?.[key], raw);
    faults.add({ key: issue.path.map(String).join(".") || "(whole file)", found: foundIn(value), expected: expectedBy(issue) });
  }
}

/** A long list is counted, not printed. */
function foundIn(value: unknown): string {
  if (Array.isArray(value) && value.length > 0) return `${value.length} entries`;
  if (typeof value === "string" && value.length > 200) return `a text of ${value.length} characters`;
  return shown(value);
}

/** What a schema's issue asks for, in words. */
export function expectedBy(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case "invalid_type":
      return `a value of type ${issue.expected}`;
    case "invalid_value":
      return issue.values.map((value) => JSON.stringify(value)).join(" or ");
    case "too_small":
      return `${issue.inclusive ? "at least" : "more than"} ${issue.minimum}${sizeUnit(issue.origin)}`;
    case "too_big":
      return `${issue.inclusive ? "at most" : "less than"} ${issue.maximum}${sizeUnit(issue.origin)}`;
    case "invalid_union":
      return issue.message
        .replace(/^Invalid discriminator value\. Expected /, "")
        .replaceAll("'", '"')
        .replaceAll(" | ", " or ");
    default:
      return issue.message;
  }
}

function sizeUnit(origin: string): string {
  if (origin === "array") return " entries";
  return origin === "string" ? " characters" : "";
}
