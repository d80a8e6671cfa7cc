import Link from "next/link";

const PAGES = [
  ["/firm", "Firm and prices"],
  ["/firm/practice", "How you work"],
  ["/firm/catalogue", "Catalogue of the walk"],
] as const;

/** The pages on which a firm says what is its own. */
export function FirmPages({ here }: { here: (typeof PAGES)[number][0] }) {
  return (
    <nav aria-label="Of the firm" className="mt-2 flex flex-wrap gap-x-5">
      {PAGES.map(([href, title]) =>
        href === here ? (
          <span key={href} aria-current="page" className="min-h-11 content-center font-semibold">
            {title}
          </span>
        ) : (
          <Link key={href} href={href} className="min-h-11 content-center">
            {title}
          </Link>
        ),
      )}
    </nav>
  );
}
