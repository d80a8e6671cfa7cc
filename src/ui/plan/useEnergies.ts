"use client";

import { useMemo } from "react";
import { type EarlierSite, PartEnergies, type PartEnergy } from "@/core/dayBook/partEnergies";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import type { SiteFile } from "@/core/site/siteSchema";
import { useDayBook } from "../dayBook/useDayBook";

/** What the plan has to know to tell what each module gave. */
export interface EnergySource {
  dayBook: Overview["dayBook"];
  /** Mark of the analysis, so that a kept day book of an older one isn't taken for it. */
  revision: string;
  earlier: readonly EarlierSite[];
}

/** Strings and modules by scope, over all known days; null while they are fetched, or where nothing is told of them. */
export function useEnergies(site: SiteFile, { dayBook, revision, earlier }: EnergySource): ReadonlyMap<string, PartEnergy> | null {
  const { book } = useDayBook(site.id, dayBook, revision);
  return useMemo(() => {
    if (!book) return null;
    const parts = new PartEnergies(book, site, earlier).over(0, book.shape.rows);
    return new Map(parts.map((part) => [part.scope, part]));
  }, [book, site, earlier]);
}
