import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { catalogueView } from "@/server/catalogue/catalogue";
import { CataloguePage } from "@/ui/catalogue/CataloguePage";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "Catalogue of the walk" };

export default async function Page() {
  const view = await orTrouble(async () => catalogueView(await currentActor()));
  if (isTrouble(view)) return <TroublePanel title="The catalogue can't be shown" what={view.trouble} where="Catalogue of the walk" />;
  return <CataloguePage view={view} />;
}
