import { z } from "zod";
import { siteFileSchema } from "../site/siteSchema";
import { diagnosisSchema } from "./diagnosisFile";

/** The public formats that are JSON, by the name that people call them. */
export const JSON_FORMATS = { site: siteFileSchema, diagnosis: diagnosisSchema } as const;

/**
 * The JSON Schema (draft 2020-12) of a format as it is written: what has a default may be left out. It says what each value
 * may be; that names point at something and numbers fit each other only the reader checks.
 */
export function jsonSchemaOf(name: keyof typeof JSON_FORMATS): Record<string, unknown> {
  return { title: `irradant-${name}/1`, ...z.toJSONSchema(JSON_FORMATS[name], { io: "input", unrepresentable: "any" }) };
}
