import type { Conditions, Facet } from "@/core/inspection/conditions";
import { FACET_WORDS } from "./pointWords";

const FACETS = Object.keys(FACET_WORDS) as Facet[];

/** Which sites have a point: all, or only those of certain kinds. */
export function PointBelongs({ applies, onChange }: { applies: Conditions; onChange: (applies: Conditions) => void }) {
  const present = FACETS.filter((facet) => applies[facet] !== undefined);
  const set = (facet: Facet, values: readonly string[] | undefined) => {
    const { [facet]: _, ...rest } = applies;
    onChange((values ? { ...rest, [facet]: values } : rest) as Conditions);
  };
  return (
    <fieldset className="grid gap-2">
      <legend className="caption">Which sites have it</legend>
      {present.length === 0 ? <p>Every site.</p> : null}
      {present.map((facet) => {
        const { what, values } = FACET_WORDS[facet];
        const wanted: readonly string[] = applies[facet] ?? [];
        return (
          <div key={facet} role="group" aria-label={what} className="flex flex-wrap items-center gap-2">
            <span className="w-36">{what}:</span>
            {Object.entries(values).map(([value, words]) => {
              const chosen = wanted.includes(value);
              return (
                <button
                  key={value}
                  type="button"
                  aria-pressed={chosen}
                  className={`button min-h-11 px-3 ${chosen ? "border-ink bg-sunken font-bold" : ""}`}
                  onClick={() => {
                    const next = Object.keys(values).filter((one) => (one === value ? !chosen : wanted.includes(one)));
                    // The last one taken away, or all of them wanted: then it doesn't matter.
                    set(facet, next.length === 0 ? undefined : next);
                  }}
                >
                  {words}
                </button>
              );
            })}
            <button
              type="button"
              className="min-h-11 text-act underline"
              aria-label={`${what} doesn't matter`}
              onClick={() => set(facet, undefined)}
            >
              Doesn't matter
            </button>
          </div>
        );
      })}
      <select
        className="field min-h-11 max-w-xs"
        aria-label="Only sites by"
        value=""
        onChange={(event) => {
          const facet = event.target.value as Facet;
          set(facet, [Object.keys(FACET_WORDS[facet].values)[0]]);
        }}
      >
        <option value="">Only sites by …</option>
        {FACETS.filter((facet) => !present.includes(facet)).map((facet) => (
          <option key={facet} value={facet}>
            {FACET_WORDS[facet].what}
          </option>
        ))}
      </select>
    </fieldset>
  );
}
