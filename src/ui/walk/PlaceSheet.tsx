import { Dialog } from "radix-ui";
import { placesOf } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { SheetDialog } from "../marks/SheetDialog";
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
    <SheetDialog
      title={title}
      acts={
        <>
          <Dialog.Close className="button">Close</Dialog.Close>
          {act}
        </>
      }
    >
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
    </SheetDialog>
  );
}
