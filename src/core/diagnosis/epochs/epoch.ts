import type { SiteFile } from "../../site/siteSchema";
import type { Frozen } from "../onward/frozen";
import type { Overview } from "../overviewSchema";
import type { ToldSite } from "../standing";

/** A stretch of time with the as-built that held in it. */
export interface Epoch {
  version: number;
  site: SiteFile;
  /** First instant, and the one after the last; the first epoch begins and the last ends at infinity. */
  fromMs: number;
  untilMs: number;
}

/** An epoch with what was told of it. */
export interface ToldEpoch {
  epoch: Epoch;
  run: ToldSite & { frozen: Frozen };
  overview: Overview;
}
