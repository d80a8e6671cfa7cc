import { readJsonFile } from "@/core/formats/jsonText";
import { readingSchema } from "@/core/formats/readingFile";
import { verdictOf } from "@/core/readings/readingKinds";
import type { CommandEntry } from "../command";
import { readText, writeLines } from "../files";
import { readOptions } from "../options";

/** `verdict`: what a field measurement is worth, as `irradant-verdict/1`. */
export const verdictCommand: CommandEntry = {
  name: "verdict",
  does: "what a field measurement is worth: pass, fail or inconclusive, as irradant-verdict/1",
  options: [],
  input: "one measurement, irradant-reading/1",
  example: "irradant verdict < reading.json",
  run: async (args) => {
    readOptions(args, []);
    const reading = readJsonFile(readingSchema, await readText("-"), "standard input", "irradant-reading/1");
    await writeLines([`${JSON.stringify(verdictOf(reading), null, 2)}\n`]);
  },
};
