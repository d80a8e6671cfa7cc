import type { NextPart } from "@/core/register/outlook";
import type { SiteFile } from "@/core/site/siteSchema";
import { Figure } from "../marks/Figure";
import { ageWords, partTitle, partType, reasonWords, warrantyWords } from "./partWords";

/** What is likely next, gravest and likeliest first. */
export function NextList({ next, site }: { next: readonly NextPart[]; site: SiteFile }) {
  if (next.length === 0) return <p className="caption">Nothing by what was found and by age.</p>;
  return (
    <ul>
      {next.map((one) => (
        <NextRow key={one.part.id} one={one} site={site} />
      ))}
    </ul>
  );
}

function NextRow({ one, site }: { one: NextPart; site: SiteFile }) {
  const { part, age } = one;
  return (
    <li className="border-b border-rule py-2">
      <strong>{partTitle(part, site)}</strong> {partType(part)}
      <span className="block">{reasonWords(one)}.</span>
      <span className="caption block">
        {[ageWords(age), warrantyWords(part, age)].filter(Boolean).join(" · ")}
        {age.likely === null ? null : <LifeFigure one={one} />}
      </span>
    </li>
  );
}

/** What a chance comes from. */
function LifeFigure({ one: { age } }: { one: NextPart }) {
  const { earlyYears, lateYears, source } = age.life;
  return (
    <>
      {" "}
      ·{" "}
      <Figure
        inline
        label="How long they last"
        value={`half last ${Math.round(age.middleYears)} years`}
        origin={{
          formula: "1 − S(age + ahead) / S(age), with S = exp(−(age / scale)^shape)",
          inputs: [
            ["age", `${(age.years ?? 0).toFixed(1)} years`],
            ["ahead", `${age.aheadYears} years`],
            ["one in ten replaced after", `${earlyYears} years`],
            ["nine in ten replaced after", `${lateYears} years`],
          ],
          source: `Weibull (1951) through both; ${source}`,
        }}
      />
    </>
  );
}
