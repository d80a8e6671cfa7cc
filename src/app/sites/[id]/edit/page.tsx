import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { isTrouble, orTrouble } from "@/app/trouble";
import { moduleLibrary } from "@/server/modules/moduleLibrary";
import { presentSite, versionOf } from "@/server/sites/asBuilt";
import { SiteEditor } from "@/ui/siteEditor/SiteEditor";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "What is built" };

const asked = z.coerce.number().int().min(1).max(999_999);

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ version?: string }> };

/** Draws the present as-built, or an older one that is asked for. */
export default async function Page({ params, searchParams }: Props) {
  const { id } = await params;
  const which = asked.safeParse((await searchParams).version).data;
  const loaded = await orTrouble(async () => {
    const actor = await currentActor();
    const siteId = pathId(id, "site");
    const { site, version, validFrom } = await (which ? versionOf(siteId, which) : presentSite(siteId));
    const usual = { timeZone: site.location.timeZone, currency: site.tariff?.currency ?? null };
    return { site, version, validFrom, usual, library: await moduleLibrary(actor) };
  });
  if (isTrouble(loaded)) return <TroublePanel title="This site can't be drawn" what={loaded.trouble} where={`Site ${id}`} />;
  return <SiteEditor {...loaded} nowMs={Date.now()} />;
}
