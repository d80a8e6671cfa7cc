import type { Overview } from "@/core/diagnosis/overview";
import type { ModelOptions } from "@/core/expected/options";
import type { Diagnosis } from "@/core/formats/diagnosisFile";
import type { Series } from "@/core/series/grid";
import type { SiteFile } from "@/core/site/siteSchema";

/** What the diagnosis worker is given. */
export interface DiagnosisRequest {
  site: SiteFile;
  weather: Series;
  production: Series;
}

/** The same with other choices of model and losses, for the cascade alone. */
export interface WhatIfRequest extends DiagnosisRequest {
  options: ModelOptions;
}

/** What the diagnosis worker gives back. */
export interface DiagnosisReply {
  diagnosis: Diagnosis;
  overview: Overview;
  ribbon: Uint8Array;
}
