import { readJsonFile } from "@/core/formats/jsonText";
import { answerTo, sumSchema } from "@/core/sums/sumKinds";
import type { CommandEntry } from "../command";
import { readText, writeLines } from "../files";
import { readOptions } from "../options";

/** `sum`: one calculation of the trade, as `irradant-sum-answer/1`. */
export const sumCommand: CommandEntry = {
  name: "sum",
  does: "one calculation of the trade with its formula and whether it holds, as irradant-sum-answer/1",
  options: [],
  input: "one calculation, irradant-sum/1",
  example: "irradant sum < overhang.json",
  run: async (args) => {
    readOptions(args, []);
    const sum = readJsonFile(sumSchema, await readText("-"), "standard input", "irradant-sum/1");
    await writeLines([`${JSON.stringify(answerTo(sum), null, 2)}\n`]);
  },
};
