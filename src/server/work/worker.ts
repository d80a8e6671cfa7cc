// The workers' file, bundled into dist/worker.mjs. Its exports are the tasks, by the names of `taskTypes.ts`.

import { asTask } from "./asTask";
import { runAnalyse } from "./tasks/analyse";
import { runGoOn } from "./tasks/goOn";
import { runModuleShade } from "./tasks/moduleShade";
import { runPackIntake } from "./tasks/packIntake";
import { runPreviewIntake } from "./tasks/previewIntake";
import { runReadImport } from "./tasks/readImport";
import { runReadIntake } from "./tasks/readIntake";
import { runWhatIf } from "./tasks/whatIf";

export const analyse = asTask<"analyse">(runAnalyse);
export const goOn = asTask<"goOn">(runGoOn);
export const moduleShade = asTask<"moduleShade">(runModuleShade);
export const packIntake = asTask<"packIntake">(runPackIntake);
export const previewIntake = asTask<"previewIntake">(runPreviewIntake);
export const readIntake = asTask<"readIntake">(runReadIntake);
export const readImport = asTask<"readImport">(runReadImport);
export const whatIf = asTask<"whatIf">(runWhatIf);
