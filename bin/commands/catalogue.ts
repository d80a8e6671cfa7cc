import { CATALOGUE } from "@/core/inspection/catalogue";
import { writeCatalogueFile } from "@/core/inspection/catalogueFile";
import type { CommandEntry } from "../command";
import { writeLines } from "../files";
import { readOptions } from "../options";

/** `catalogue`: what Irradant looks at on a walk, as `irradant-catalogue/1`, to be changed and given to `route`. */
export const catalogueCommand: CommandEntry = {
  name: "catalogue",
  does: "what is looked at on a walk, as irradant-catalogue/1, for a firm to change",
  options: [],
  example: "irradant catalogue > our-walk.json",
  run: async (args) => {
    readOptions(args, []);
    await writeLines([writeCatalogueFile(CATALOGUE)]);
  },
};
