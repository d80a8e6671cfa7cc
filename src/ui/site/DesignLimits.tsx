import { checkSite } from "@/core/design/checkSite";
import type { DesignLimit } from "@/core/design/rule";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { inTerms, termsOf } from "@/core/site/terms";
import { Figure } from "../marks/Figure";
import { SeverityMark } from "../marks/SeverityMark";

/** What the site's design holds and doesn't, with the numbers: what is broken first, the rest in a list of its own. */
export function DesignLimits({ site }: { site: SiteFile }) {
  const { limits } = checkSite(site);
  const broken = limits.filter(({ ok }) => !ok);
  const held = limits.filter(({ ok }) => ok);
  return (
    <>
      <p>
        {broken.length === 0
          ? `All ${held.length} limits that the description tells enough for are held.`
          : `${broken.length} of ${limits.length} limits ${broken.length === 1 ? "isn't" : "aren't"} held.`}
      </p>
      {broken.length > 0 ? (
        <ul className="mt-1 border-t border-rule" aria-label="Limits that aren't held">
          <Rows limits={broken} site={site} />
        </ul>
      ) : null}
      <details className="mt-1">
        <summary className="min-h-9 content-center text-act underline max-desk:min-h-11">What is held ({held.length})</summary>
        <ul className="border-t border-rule" aria-label="Limits that are held">
          <Rows limits={held} site={site} />
        </ul>
      </details>
      <p className="caption mt-1">Local codes and a licensed person decide.</p>
    </>
  );
}

/** As many as a person reads; of a farm the command lists all. */
const MOST_ROWS = 60;

function Rows({ limits, site }: { limits: readonly DesignLimit[]; site: SiteFile }) {
  const more = limits.length - MOST_ROWS;
  return (
    <>
      {limits.slice(0, MOST_ROWS).map((limit) => (
        <Row key={`${limit.id}/${limit.scope}`} limit={limit} site={site} />
      ))}
      {more > 0 ? <li className="caption py-1.5">and {more} more: the headless command check lists them all</li> : null}
    </>
  );
}

function Row({
  limit: { ok, concerns, scope, value, limit, unit, reason, formula, source },
  site,
}: {
  limit: DesignLimit;
  site: SiteFile;
}) {
  const place = placeWords(site, scope);
  const digits = (number: number) => `${Number(number.toPrecision(3))}${unit ? ` ${unit}` : ""}`;
  return (
    <li className="flex flex-wrap items-baseline justify-between gap-x-3 border-b border-rule py-1.5">
      <span className="min-w-0 flex-1 basis-48">
        {ok ? null : <SeverityMark severity={concerns === "safety" ? "fix" : "watch"} />} <span className="text-quiet">{place}:</span>{" "}
        {inTerms(reason, termsOf(site))}
      </span>
      <Figure
        bare
        label={`${place}: value and limit`}
        value={`${digits(value)} / ${digits(limit)}`}
        origin={{
          formula,
          inputs: [
            ["Value", digits(value)],
            ["Limit", digits(limit)],
          ],
          source,
        }}
      />
    </li>
  );
}
