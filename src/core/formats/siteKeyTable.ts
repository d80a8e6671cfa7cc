import { SITE_WORDS } from "../site/siteWords";
import { type JsonSchema, jsonSchemaOf, keysOf } from "./jsonSchema";

/** Every key of a site file as the table of docs/formats.md, so that the page can't say anything else. */
export function siteKeyTable(): string {
  const rows = keysOf(jsonSchemaOf("site")).map(({ path, schema, required }) => {
    const usual = schema.default === undefined ? (required ? "**needed**" : "") : `\`${JSON.stringify(schema.default)}\``;
    return `| \`${path}\` | ${SITE_WORDS[path] ?? ""} | ${rangeOf(schema)} | ${usual} |`;
  });
  return ["| key | what it is | may be | if left out |", "| --- | --- | --- | --- |", ...rows].join("\n");
}

/** What a value may be, in words. */
function rangeOf(schema: JsonSchema): string {
  if (schema.const !== undefined) return String(schema.const);
  if (schema.enum) return schema.enum.map(String).join(", ");
  if (schema.anyOf) return [...new Set(schema.anyOf.map(rangeOf))].join(" or ");
  const { minimum, exclusiveMinimum, maximum, type } = schema;
  if (type === "number" || type === "integer") return numberRange(exclusiveMinimum, minimum, maximum, type === "integer" ? "whole, " : "");
  if (type === "array") return schema.maxItems === undefined ? "list" : `list, at most ${schema.maxItems}`;
  return { string: "text", boolean: "true, false", object: "object", null: "null" }[type ?? ""] ?? "";
}

/** Bounds that only a machine has are none. */
function numberRange(over: number | undefined, from: number | undefined, to: number | undefined, kind: string): string {
  const [low, high] = [
    from !== undefined && from > Number.MIN_SAFE_INTEGER ? from : undefined,
    to !== undefined && to < Number.MAX_SAFE_INTEGER ? to : undefined,
  ];
  const bounds = [
    ...(over !== undefined ? [`over ${over}`] : low !== undefined ? [`${low}`] : []),
    ...(high !== undefined ? [`to ${high}`] : []),
  ];
  return `${kind}${bounds.join(" ")}` || "number";
}
