import { z } from "zod";
import { siteFileSchema } from "../site/siteSchema";
import { SITE_WORDS } from "../site/siteWords";
import { sumSchema } from "../sums/sumKinds";
import { diagnosisSchema } from "./diagnosisFile";
import { evidenceSchema } from "./evidenceFile";
import { readingSchema } from "./readingFile";

/** The public formats that are JSON, by the name that people call them. */
export const JSON_FORMATS = {
  site: siteFileSchema,
  reading: readingSchema,
  evidence: evidenceSchema,
  sum: sumSchema,
  diagnosis: diagnosisSchema,
} as const;

/** A JSON Schema, as far as it is used here. */
export interface JsonSchema {
  type?: string;
  title?: string;
  description?: string;
  default?: unknown;
  const?: unknown;
  enum?: unknown[];
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  maxItems?: number;
  required?: string[];
  properties?: Record<string, JsonSchema>;
  items?: JsonSchema;
  prefixItems?: JsonSchema[];
  anyOf?: JsonSchema[];
}

/**
 * The JSON Schema (draft 2020-12) of a format as it is written: what has a default may be left out. It says what each value
 * may be; that names point at something and numbers fit each other only the reader checks.
 */
export function jsonSchemaOf(name: keyof typeof JSON_FORMATS): JsonSchema {
  const schema = z.toJSONSchema(JSON_FORMATS[name], { io: "input", unrepresentable: "any" }) as JsonSchema;
  if (name === "site") {
    for (const { path, schema: part } of keysOf(schema)) part.description = SITE_WORDS[path];
  }
  return { ...schema, title: `irradant-${name}/1` };
}

/** Every key of a schema with its path: `planes[].tiltDeg`. */
export function keysOf(schema: JsonSchema, at = ""): { path: string; schema: JsonSchema; required: boolean }[] {
  // What may be null is described by what it is otherwise.
  const itself = schema.anyOf?.find(({ type }) => type === "object") ?? schema;
  const own = Object.entries(itself.properties ?? {}).flatMap(([key, part]) => {
    const path = at ? `${at}.${key}` : key;
    return [{ path, schema: part, required: itself.required?.includes(key) ?? false }, ...keysOf(part, path)];
  });
  return itself.items && itself.type === "array" ? [...own, ...keysOf(itself.items, `${at}[]`)] : own;
}
