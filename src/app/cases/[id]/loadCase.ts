import { notFound } from "next/navigation";
import { cache } from "react";
import { type CaseView, openCase } from "@/server/cases/openCase";

/** The case of a page, read once a request. */
export const loadCase = cache(async (id: string): Promise<CaseView> => (await openCase(decodeURIComponent(id))) ?? notFound());
