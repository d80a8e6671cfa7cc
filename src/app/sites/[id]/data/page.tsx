import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { isTrouble, orTrouble } from "@/app/trouble";
import { monthOf, monthSchema } from "@/server/series/monthOf";
import { presentSite } from "@/server/sites/asBuilt";
import { TroublePanel } from "@/ui/status/TroublePanel";
import { StoredMonth } from "@/ui/stored/StoredMonth";

export const dynamic = "force-dynamic";
export const metadata = { title: "What is stored" };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ month?: string }> };

export default async function Page({ params, searchParams }: Props) {
  const { id } = await params;
  const { month } = await searchParams;
  const loaded = await orTrouble(async () => {
    const actor = await currentActor();
    const siteId = pathId(id, "site");
    const { site } = await presentSite(siteId);
    // A month that can't be is none: the last one is shown.
    return { site, view: await monthOf(actor, siteId, monthSchema.safeParse(month).data ?? null) };
  });
  if (isTrouble(loaded)) return <TroublePanel title="What is stored can't be shown" what={loaded.trouble} where={`Site ${id}`} />;
  return <StoredMonth {...loaded} />;
}
