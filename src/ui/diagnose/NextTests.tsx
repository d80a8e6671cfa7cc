import Link from "next/link";
import { CAUSES } from "@/core/causes/causes";
import type { Ledger } from "@/core/diagnosis/ledger";
import { PLACE_MINUTES } from "@/core/evidence/fieldTests";
import type { SiteFile } from "@/core/site/siteSchema";
import { Figure } from "../marks/Figure";
import { TestCautions } from "./TestCautions";
import { PLACE_WORDS } from "./testPlaces";

interface TestsProps {
  tests: Ledger["nextTests"];
  site: SiteFile;
  danger: Ledger["danger"];
  caseId: string;
  /** Points that the site's walk has. */
  points: ReadonlySet<string>;
}

/** What to look at or measure next: the most doubt taken for the least time and danger. */
export function NextTests({ tests, ...at }: TestsProps) {
  const [best, ...others] = tests;
  if (!best) return null;
  return (
    <section aria-labelledby="next-title" className="border-l-4 border-act bg-raised p-4">
      <h2 id="next-title" className="text-lg">
        Next best test
      </h2>
      <Test test={best} {...at} />
      {others.length > 0 ? (
        <details className="mt-2">
          <summary className="min-h-8 cursor-pointer text-act underline">
            {others.length === 1 ? "One more" : `${others.length} more`}
          </summary>
          <ol className="mt-2 grid gap-3" aria-label="Tests after that">
            {others.map((test) => (
              <li key={`${test.test}/${test.scope}`}>
                <Test test={test} {...at} />
              </li>
            ))}
          </ol>
        </details>
      ) : null}
    </section>
  );
}

function Test({ test, site, danger, caseId, points }: Omit<TestsProps, "tests"> & { test: TestsProps["tests"][number] }) {
  const { act, scope, point, place, minutes, separates, bits, bitsPerHour, caution } = test;
  return (
    <div className="mt-1">
      <p className="font-semibold">{act}</p>
      <div className="caption flex flex-wrap gap-x-3">
        <span>
          {minutes} min {PLACE_WORDS[place]}, for {separates.map((cause) => CAUSES[cause].title.toLowerCase()).join(" and ")}
        </span>
        <Figure
          bare
          label={`Worth of: ${act}`}
          value={`${bitsPerHour.toFixed(1)} bit an hour`}
          origin={{
            formula: "Σ (H(p) − mean of H(p after)) ÷ (minutes + what the place's danger costs)",
            inputs: [
              ["Doubt it takes", `${bits.toFixed(2)} bit`],
              ["Minutes", String(minutes)],
              ["Danger, as minutes", String(PLACE_MINUTES[place])],
            ],
            source:
              "Mutual information of cause and test (Shannon 1948) as the worth of an experiment (Lindley 1956); how often each test is right: docs/diagnosis.md.",
          }}
        />
      </div>
      <TestCautions site={site} danger={danger} scope={scope} caution={caution} />
      {point && points.has(point) ? (
        <Link href={`/cases/${caseId}/walk#${point}`} className="inline-flex min-h-9 items-center font-semibold max-desk:min-h-11">
          Record it at its point of the walk
        </Link>
      ) : null}
    </div>
  );
}
