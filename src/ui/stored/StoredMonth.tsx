import Link from "next/link";
import { siteName } from "@/core/site/lookups";
import type { SiteFile } from "@/core/site/siteSchema";
import { type Terms, termsOf, unitIn, valueIn } from "@/core/site/terms";
import type { ChannelMonth, MonthView } from "@/server/series/monthOf";
import { Figure } from "../marks/Figure";
import { amount, percent } from "../marks/words";

/** Px: a day's mark, and how high a whole day is. */
const [DAY_WIDTH, DAY_HEIGHT] = [9, 20] as const;

/** A month of what is stored of a site: each channel's days with how much of them is there, and what they add up to. */
export function StoredMonth({ site, view }: { site: SiteFile; view: MonthView }) {
  const { month, months, channels } = view;
  const here = (to: string) => `/sites/${encodeURIComponent(site.id)}/data?month=${to}`;
  const shown = channels.filter(({ total }) => total !== null);
  return (
    <main id="bench" className="mx-auto max-w-6xl px-4 py-5 desk:px-8">
      <header className="flex flex-wrap items-baseline justify-between gap-x-6 border-b-2 border-ink pb-2">
        <h1 className="text-2xl">What is stored: {monthWords(month)}</h1>
        <Link href={`/sites/${encodeURIComponent(site.id)}`}>{siteName(site)}</Link>
      </header>
      {months ? (
        <nav aria-label="Months" className="mt-3 flex flex-wrap items-center gap-2">
          <Month words="Earlier" to={shifted(month, -1)} within={months} here={here} />
          <Month words="Later" to={shifted(month, 1)} within={months} here={here} />
          <span className="caption figures ml-2">
            Data from {monthWords(months.first)} to {monthWords(months.last)}
          </span>
          <span className="ml-auto flex flex-wrap gap-x-3">
            {yearsOf(months).map((year) => (
              <Link
                key={year}
                href={here(clamped(`${year}-${month.slice(5)}`, months))}
                aria-current={month.startsWith(year) ? "page" : undefined}
                className="flex min-h-9 items-center aria-[current]:font-semibold aria-[current]:no-underline max-desk:min-h-11"
              >
                {year}
              </Link>
            ))}
          </span>
        </nav>
      ) : null}
      {shown.length === 0 ? (
        <p className="mt-4 border-l-4 border-watch bg-raised p-3">
          Nothing is stored of {monthWords(month)}. <Link href={`/sites/${encodeURIComponent(site.id)}/import`}>Bring data in</Link>
        </p>
      ) : (
        <div className="mt-3 overflow-x-auto">
          <table className="figures w-full border-t-2 border-ink text-left [&_td]:py-1 [&_td:not(:last-child)]:pr-4">
            <thead>
              <tr className="caption">
                <th className="py-1 font-normal">Channel</th>
                <th className="font-normal">Days 1 to {channels[0].shares.length}, by universal time</th>
                <th className="text-right font-normal">There</th>
                <th className="text-right font-normal">In the month</th>
                <th className="text-right font-normal">Least</th>
                <th className="text-right font-normal">Most</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((channel) => (
                <Row key={`${channel.kind}/${channel.name}`} channel={channel} terms={termsOf(site)} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </main>
  );
}

function Month({
  words,
  to,
  within,
  here,
}: {
  words: string;
  to: string;
  within: { first: string; last: string };
  here: (to: string) => string;
}) {
  if (to < within.first || to > within.last) {
    return (
      <span className="button opacity-55" aria-hidden="true">
        {words}
      </span>
    );
  }
  return (
    <Link href={here(to)} className="button">
      {words}
    </Link>
  );
}

const TOLD: Record<ChannelMonth["told"], { words: string; formula: string }> = {
  energy: { words: "energy", formula: "Σ power × interval" },
  sum: { words: "sum", formula: "Σ values" },
  growth: { words: "grew by", formula: "last reading − first reading" },
  mean: { words: "mean", formula: "Σ values / their number" },
};

function Row({ channel: { name, shares, total, told, least, most }, terms }: { channel: ChannelMonth; terms: Terms }) {
  const there = shares.reduce((sum, share) => sum + share, 0) / shares.length;
  const stored = told === "energy" ? "kWh" : unitOf(name);
  const turns = stored === "°C" || stored === "mm" || stored === "cm" ? stored : null;
  const unit = turns ? unitIn(terms, turns) : stored;
  const shown = (value: number | null) => {
    if (value === null) return "";
    const own = turns ? valueIn(terms, value, turns) : value;
    return amount(own, digitsOf(own));
  };
  const days = shares.filter((share) => share > 0).length;
  return (
    <tr className="border-t border-rule">
      <td className="font-mono">{name}</td>
      <td>
        <svg
          width={shares.length * DAY_WIDTH}
          height={DAY_HEIGHT + 2}
          role="img"
          aria-label={`${name}: values on ${days} of ${shares.length} days`}
          className="block"
        >
          <line x1="0" x2={shares.length * DAY_WIDTH} y1={DAY_HEIGHT + 1} y2={DAY_HEIGHT + 1} stroke="var(--rule-strong)" />
          {shares.map((share, k) => (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: a day is known by its place
              key={k}
              x={k * DAY_WIDTH + 1}
              y={DAY_HEIGHT + 1 - share * DAY_HEIGHT}
              width={DAY_WIDTH - 2}
              height={share * DAY_HEIGHT}
              fill="var(--measured)"
            />
          ))}
        </svg>
      </td>
      <td className="text-right">{percent(there)}</td>
      <td className="text-right whitespace-nowrap">
        <span className="inline-flex items-baseline gap-2">
          <span className="caption">{TOLD[told].words}</span>
          <Figure
            bare
            label={`${name}, ${TOLD[told].words} in the month`}
            value={shown(total ?? 0)}
            unit={unit}
            origin={{
              formula: TOLD[told].formula,
              inputs: [
                ["Days with values", `${days}`],
                ["Intervals that are there", percent(there)],
              ],
              source: "What each stored day adds up to; missing intervals add nothing",
            }}
          />
        </span>
      </td>
      <td className="text-right">{shown(least)}</td>
      <td className="text-right">{shown(most)}</td>
    </tr>
  );
}

function digitsOf(value: number): number {
  return Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 2;
}

/** The unit of a channel's values, by its name in the public format. */
function unitOf(name: string): string {
  const units: [RegExp, string][] = [
    [/_w$/, "W"],
    [/\.dc_a$/, "A"],
    [/\.dc_v$/, "V"],
    [/\.wh$/, "Wh"],
    [/\.kwh$/, "kWh"],
    [/_pct$/, "%"],
    [/^(ghi|dni|dhi|poa\.)/, "W/m²"],
    [/temp_c$|^t_/, "°C"],
    [/^wind$/, "m/s"],
    [/_mm$/, "mm"],
    [/_cm$/, "cm"],
    [/_lux$/, "lx"],
  ];
  return units.find(([pattern]) => pattern.test(name))?.[1] ?? "";
}

function monthWords(month: string): string {
  return new Date(`${month}-01T00:00:00Z`).toLocaleDateString("en-GB", { month: "long", year: "numeric", timeZone: "UTC" });
}

function shifted(month: string, by: number): string {
  const [year, number] = month.split("-").map(Number);
  return new Date(Date.UTC(year, number - 1 + by, 1)).toISOString().slice(0, 7);
}

function clamped(month: string, { first, last }: { first: string; last: string }): string {
  return month < first ? first : month > last ? last : month;
}

function yearsOf({ first, last }: { first: string; last: string }): string[] {
  const [from, to] = [first, last].map((month) => Number(month.slice(0, 4)));
  return from === to ? [] : Array.from({ length: to - from + 1 }, (_, k) => `${from + k}`);
}
