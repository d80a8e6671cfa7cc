import { JSON_FORMATS, jsonSchemaOf } from "@/core/formats/jsonSchema";
import type { CommandEntry } from "../command";
import { writeLines } from "../files";
import { UsageError } from "../options";

/** `schema`: the JSON Schema of one of the public formats, for editors and other programs. */
export const schemaCommand: CommandEntry = {
  name: "schema",
  does: `write the JSON Schema of a format: ${Object.keys(JSON_FORMATS).join(", ")}`,
  options: [],
  example: "irradant schema site > irradant-site.schema.json",
  run: async (args) => {
    const [name, ...more] = args;
    if (name === undefined || more.length > 0 || !(name in JSON_FORMATS)) {
      const found = args.length === 0 ? "no name" : JSON.stringify(args.join(" "));
      throw new UsageError(`schema: found ${found}, expected one of ${Object.keys(JSON_FORMATS).join(", ")}`);
    }
    await writeLines([`${JSON.stringify(jsonSchemaOf(name as keyof typeof JSON_FORMATS), null, 2)}\n`]);
  },
};
