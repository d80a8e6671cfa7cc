import { Dialog } from "radix-ui";
import { placesOf } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { PlaneModules, placeLook } from "./PlaneModules";

interface PlaceSheetProps {
  title: string;
  site: SiteFile;
  /** Whether the site as a whole can be chosen too. */
  whole: boolean;
  isChosen: (scope: string) => boolean;
  onChoose: (scope: string) => void;
  /** Beside the title. */
  act?: React.ReactNode;
  /** Beside the whole site. */
  none?: React.ReactNode;
}

/** The places of a site to choose from, modules where they lie: a sheet from below in the field, a dialog at the desk. */
export function PlaceSheet({ title, site, whole, isChosen, onChoose, act, none }: PlaceSheetProps) {
  return (
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed inset-x-0 bottom-0 z-50 flex max-h-[92dvh] flex-col border-t-2 border-ink bg-paper sm:inset-x-auto sm:top-[6vh] sm:bottom-auto sm:left-1/2 sm:max-h-[88vh] sm:w-[min(56rem,calc(100vw-48px))] sm:-translate-x-1/2 sm:border-2"
      >
        <div className="flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink px-5 py-3">
          <Dialog.Title className="text-xl font-semibold">{title}</Dialog.Title>
          <div className="flex gap-2">
            <Dialog.Close className="button">Close</Dialog.Close>
            {act}
          </div>
        </div>
        <div className="grid gap-5 overflow-y-auto px-5 py-4">
          {placesOf(site)
            .filter(({ kind }) => whole || kind !== "Site")
            .map(({ kind, places }) => (
              <section key={kind} aria-label={kind}>
                <h3 className="caption">{kind}</h3>
                <div className="mt-1 flex flex-wrap gap-2">
                  {places.map(({ scope, words }) => (
                    <button
                      key={scope}
                      type="button"
                      className={placeLook(isChosen(scope))}
                      aria-pressed={isChosen(scope)}
                      onClick={() => onChoose(scope)}
                    >
                      {words}
                    </button>
                  ))}
                  {kind === "Site" ? none : null}
                </div>
              </section>
            ))}
          {site.planes.map((plane) => (
            <PlaneModules key={plane.id} site={site} plane={plane} isChosen={isChosen} onChoose={onChoose} />
          ))}
        </div>
      </Dialog.Content>
    </Dialog.Portal>
  );
}
