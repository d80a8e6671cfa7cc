import { cache } from "react";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { isTrouble, orTrouble } from "@/app/trouble";
import { siteName } from "@/core/site/lookups";
import { openSite } from "@/server/sites/openSite";
import { SitePage } from "@/ui/site/SitePage";
import { TroublePanel } from "@/ui/status/TroublePanel";

const loadSite = cache((id: string) => orTrouble(async () => openSite(await currentActor(), pathId(id, "site"))));

export const dynamic = "force-dynamic";

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  const view = await loadSite((await params).id);
  return { title: isTrouble(view) ? "A site in trouble" : siteName(view.site) };
}

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await loadSite(id);
  if (isTrouble(view)) return <TroublePanel title="This site can't be shown" what={view.trouble} where={`Site ${id}`} />;
  return <SitePage view={view} nowMs={Date.now()} />;
}
