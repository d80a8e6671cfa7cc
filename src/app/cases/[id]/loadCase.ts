import { cache } from "react";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { orTrouble, type Trouble } from "@/app/trouble";
import { type CaseView, openCase } from "@/server/cases/openCase";

/** The case of a page, read once a request, or what stands in its way. */
export const loadCase = cache(
  async (id: string): Promise<CaseView | Trouble> => orTrouble(async () => openCase(await currentActor(), pathId(id, "case"))),
);
