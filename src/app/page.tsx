import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { triage } from "@/server/triage";
import { TakeArchive } from "@/ui/archive/TakeArchive";
import { RefreshWhile } from "@/ui/status/RefreshWhile";
import { TroublePanel } from "@/ui/status/TroublePanel";
import { AddSite } from "@/ui/triage/AddSite";
import { TriageSheet } from "@/ui/triage/TriageSheet";

export const dynamic = "force-dynamic";
export const metadata = { title: "Triage" };

export default async function TriagePage() {
  const rows = await orTrouble(async () => triage(await currentActor()));
  if (isTrouble(rows)) {
    return (
      <TroublePanel title="The sites can't be shown" what={rows.trouble} where="Triage; it comes by itself once the reason is gone">
        <RefreshWhile />
      </TroublePanel>
    );
  }
  return (
    <main id="bench" className="mx-auto max-w-[96rem] px-4 pt-2 pb-6 desk:px-6">
      <h1 className="sr-only">Triage: all sites, danger first, then by what each loses a day</h1>
      <TriageSheet rows={rows} today={new Date().toISOString()} />
      {rows.some(({ working }) => working) ? <RefreshWhile /> : null}
      <AddSite />
      <TakeArchive />
    </main>
  );
}
