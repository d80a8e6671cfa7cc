import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { isTrouble, orTrouble } from "@/app/trouble";
import { moduleLibrary } from "@/server/modules/moduleLibrary";
import { presentSite } from "@/server/sites/asBuilt";
import { SiteEditor } from "@/ui/siteEditor/SiteEditor";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "What is built" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const loaded = await orTrouble(async () => {
    const actor = await currentActor();
    const { site, version } = await presentSite(pathId(id, "site"));
    const usual = { timeZone: site.location.timeZone, currency: site.tariff?.currency ?? null };
    return { site, version, usual, library: await moduleLibrary(actor) };
  });
  if (isTrouble(loaded)) return <TroublePanel title="This site can't be drawn" what={loaded.trouble} where={`Site ${id}`} />;
  return <SiteEditor {...loaded} nowMs={Date.now()} />;
}
