import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { firmOf } from "@/server/firm/firm";
import { FirmPage } from "@/ui/firm/FirmPage";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "Firm and prices" };

export default async function Page() {
  const view = await orTrouble(async () => firmOf(await currentActor()));
  if (isTrouble(view)) return <TroublePanel title="The firm can't be shown" what={view.trouble} where="Firm and prices" />;
  return <FirmPage view={view} />;
}
