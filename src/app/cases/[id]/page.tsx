import { redirect } from "next/navigation";

export default async function CasePage({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/cases/${(await params).id}/brief`);
}
