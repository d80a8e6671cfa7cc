import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import { currentActor } from "@/app/actor";
import { isTrouble, orTrouble } from "@/app/trouble";
import { firmCatalogue } from "@/server/catalogue/catalogue";
import { destinations } from "@/server/destinations";
import { KnowCatalogue } from "@/ui/catalogue/KnowCatalogue";
import { KeptAge } from "@/ui/field/KeptAge";
import { LEDGER_COOKIE } from "@/ui/ledger/fold";
import { SHEET_COOKIE } from "@/ui/shell/sheet";
import { TopBar } from "@/ui/shell/TopBar";
import "@/ui/tokens/tokens.css";

export const metadata: Metadata = {
  title: { default: "Irradant", template: "%s · Irradant" },
  description: "Inspection and performance diagnosis for solar service technicians",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function Layout({ children }: { children: React.ReactNode }) {
  const kept = await cookies();
  const sheet = kept.get(SHEET_COOKIE)?.value === "dark" ? "dark" : "light";
  const ledger = kept.get(LEDGER_COOKIE)?.value === "folded" ? "folded" : "open";
  const places = await orTrouble(async () => destinations(await currentActor()));
  const catalogue = await orTrouble(async () => firmCatalogue(await currentActor()));
  return (
    <html lang="en" data-sheet={sheet} data-ledger={ledger}>
      <body>
        <a href="#bench" className="sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50 focus:bg-raised focus:p-3">
          Skip to the bench
        </a>
        <TopBar destinations={isTrouble(places) ? [] : places} />
        <KeptAge />
        <KnowCatalogue delta={isTrouble(catalogue) ? null : catalogue.delta}>{children}</KnowCatalogue>
      </body>
    </html>
  );
}
