import { z } from "zod";
import { FaultList } from "../errors/formatError";
import { MOST } from "../site/siteLimits";
import { type ModuleType, moduleTypeSchema } from "../site/siteSchema";
import { readJsonFile } from "./jsonText";
import { checkModuleType, checkOnce, type Refuse } from "./siteReferences";

/** Data sheets as a file of their own, `irradant-modules/1`. Unknown keys are kept. */
export const moduleTypesSchema = z.looseObject({
  format: z.literal("irradant-modules/1"),
  moduleTypes: z.array(moduleTypeSchema).min(1).max(MOST.libraryTypes),
});

/**
 * Reads a file of module types.
 * @param file its name, for errors
 * @throws FormatError naming every key at fault, what was found and what was expected
 */
export function readModuleTypes(text: string, file: string): ModuleType[] {
  const { moduleTypes } = readJsonFile(moduleTypesSchema, text, file, "irradant-modules/1");
  const faults = new FaultList(file);
  const refuse: Refuse = (key, found, expected) => faults.add({ key, found, expected });
  checkOnce(moduleTypes, "moduleTypes", refuse);
  for (const [k, type] of moduleTypes.entries()) checkModuleType(type, `moduleTypes.${k}`, refuse);
  faults.throwIfAny();
  return moduleTypes;
}

/** Module types as text for a file. */
export function writeModuleTypes(moduleTypes: readonly ModuleType[]): string {
  return `${JSON.stringify({ format: "irradant-modules/1", moduleTypes }, null, 2)}\n`;
}
