import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { isTrouble, orTrouble } from "@/app/trouble";
import { NotFoundError } from "@/core/errors/errors";
import { openIntake, waitingIntakes } from "@/server/intake/intake";
import { siteWithGhosts } from "@/server/sites/asBuilt";
import { IntakePage } from "@/ui/intake/IntakePage";
import { TroublePanel } from "@/ui/status/TroublePanel";

export const dynamic = "force-dynamic";
export const metadata = { title: "Bring data in" };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ intake?: string; case?: string }> };

export default async function Page({ params, searchParams }: Props) {
  const { id } = await params;
  const { intake, case: caseId } = await searchParams;
  const loaded = await orTrouble(async () => {
    const actor = await currentActor();
    const siteId = pathId(id, "site");
    const site = await siteWithGhosts(siteId);
    // One that was taken in or let go since is no trouble: the page begins anew.
    const view = intake
      ? await openIntake(actor, pathId(intake, "intake")).catch((error: unknown) =>
          error instanceof NotFoundError ? null : Promise.reject(error),
        )
      : null;
    return { site, view: view?.siteId === siteId ? view : null, waiting: await waitingIntakes(actor, siteId) };
  });
  if (isTrouble(loaded)) return <TroublePanel title="Data can't be brought in" what={loaded.trouble} where={`Site ${id}`} />;
  return <IntakePage site={loaded.site} view={loaded.view} waiting={loaded.waiting} caseId={caseId ?? null} />;
}
