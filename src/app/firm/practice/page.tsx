import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { practiceOf } from "@/server/firm/practice";
import { PracticePage } from "@/ui/firm/PracticePage";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "How you work" };

export default async function Page() {
  const view = await orTrouble(async () => practiceOf(await currentActor()));
  if (isTrouble(view)) return <TroublePanel title="How you work can't be shown" what={view.trouble} where="How you work" />;
  return <PracticePage view={view} />;
}
