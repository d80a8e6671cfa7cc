import { notFound } from "next/navigation";
import { openSite } from "@/server/sites/openSite";
import { SitePage } from "@/ui/site/SitePage";

export const dynamic = "force-dynamic";

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  const view = await openSite((await params).id);
  return { title: view?.site.name ?? "Site" };
}

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const view = await openSite((await params).id);
  if (!view) notFound();
  return <SitePage view={view} nowMs={Date.now()} />;
}
