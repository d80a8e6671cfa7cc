import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { moduleLibrary } from "@/server/modules/moduleLibrary";
import { usualPlace } from "@/server/sites/asBuilt";
import { SiteEditor } from "@/ui/siteEditor/SiteEditor";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "A new site" };

export default async function Page() {
  const loaded = await orTrouble(async () => {
    const actor = await currentActor();
    return { library: await moduleLibrary(actor), usual: await usualPlace(actor) };
  });
  if (isTrouble(loaded)) return <TroublePanel title="A new site can't be drawn" what={loaded.trouble} where="What is stored" />;
  return <SiteEditor site={null} version={null} {...loaded} nowMs={Date.now()} />;
}
