import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { triage } from "@/server/triage";
import { RefreshWhile } from "@/ui/status/RefreshWhile";
import { TroublePanel } from "@/ui/status/TroublePanel";
import { AddSite } from "@/ui/triage/AddSite";
import { TriageList } from "@/ui/triage/TriageList";

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
    <main id="bench" className="mx-auto max-w-6xl px-4 py-6 desk:px-8">
      <h1 className="text-2xl">Triage</h1>
      <p className="mt-1 max-w-3xl text-quiet">All sites: danger first, then by what each loses a day at present.</p>
      <TriageList rows={rows} />
      {rows.some(({ working }) => working) ? <RefreshWhile /> : null}
      <AddSite />
    </main>
  );
}
