import { parentPort, workerData } from "node:worker_threads";
import { diagnose } from "@/core/diagnosis/diagnose";
import { overviewOf, ribbonOf } from "@/core/diagnosis/overview";
import { FormatError } from "@/core/errors/formatError";
import type { DiagnosisReply, DiagnosisRequest } from "./diagnosisMessages";

const { site, weather, production } = workerData as DiagnosisRequest;
try {
  const run = diagnose(site, weather, production, { weather: "the weather data", production: "the production data" });
  const done: DiagnosisReply = { diagnosis: run.diagnosis, overview: overviewOf(run), ribbon: ribbonOf(run) };
  parentPort?.postMessage({ done });
} catch (error) {
  if (!(error instanceof FormatError)) throw error;
  parentPort?.postMessage({ refused: error.message });
}
