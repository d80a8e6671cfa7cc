import { layOutPlane } from "@/core/plane/layout";
import { edgesOf, moduleScope } from "@/core/site/places";
import type { Plane, SiteFile } from "@/core/site/siteSchema";

/** A place to choose, chosen or not. */
export const placeLook = (chosen: boolean) => `button min-w-11 px-2 ${chosen ? "border-ink bg-sunken font-bold" : ""}`;

/** The modules of a plane as they lie, seen square on. */
export function PlaneModules({
  site,
  plane,
  isChosen,
  onChoose,
}: {
  site: SiteFile;
  plane: Plane;
  isChosen: (scope: string) => boolean;
  onChoose: (scope: string) => void;
}) {
  const layout = layOutPlane(site, plane);
  if (!layout) return null;
  return (
    <section aria-label={`Modules of plane ${plane.id}`} className="min-w-0">
      <h3 className="caption">
        Modules of plane {plane.id}, the {edgesOf(plane).upper} above
      </h3>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a wide plane is scrolled by keyboard too */}
      <div className="mt-1 overflow-x-auto pb-2" tabIndex={0} role="group" aria-label={`Plan of plane ${plane.id}`}>
        <div className="grid w-max gap-1" style={{ gridTemplateColumns: `repeat(${layout.columns}, minmax(3.25rem, 1fr))` }}>
          {layout.places.map(({ stringId, place, row, column }) => {
            const scope = moduleScope(stringId, place);
            return (
              <button
                key={scope}
                type="button"
                aria-label={`module ${scope}`}
                aria-pressed={isChosen(scope)}
                className={`${placeLook(isChosen(scope))} flex-col gap-0 py-1 font-mono text-sm`}
                style={{ gridRow: row + 1, gridColumn: column + 1 }}
                onClick={() => onChoose(scope)}
              >
                <span className="text-quiet">{stringId}</span>
                <span>{String(place).padStart(2, "0")}</span>
              </button>
            );
          })}
        </div>
      </div>
    </section>
  );
}
