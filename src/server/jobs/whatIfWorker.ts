import { parentPort, workerData } from "node:worker_threads";
import { cascadeWith } from "@/core/diagnosis/whatIf";
import { FormatError } from "@/core/errors/formatError";
import type { WhatIfRequest } from "./diagnosisMessages";

const { site, weather, production, options } = workerData as WhatIfRequest;
try {
  parentPort?.postMessage({
    done: cascadeWith(site, weather, production, { weather: "the weather data", production: "the production data" }, options),
  });
} catch (error) {
  if (!(error instanceof FormatError)) throw error;
  parentPort?.postMessage({ refused: error.message });
}
