import Link from "next/link";

/** What is wrong with a page, where, and what to do. */
export function TroublePanel({ title, what, where, children }: { title: string; what: string; where: string; children?: React.ReactNode }) {
  return (
    <main id="bench" data-trouble="" className="mx-auto max-w-3xl px-4 py-10">
      <h1 className="border-b-2 border-ink pb-3 text-2xl">{title}</h1>
      <p role="alert" className="mt-4 border-l-4 border-stop bg-raised py-2 pr-3 pl-3 font-semibold wrap-anywhere">
        {what}
      </p>
      <p className="caption mt-3 wrap-anywhere">{where}</p>
      <div className="mt-6 flex flex-wrap gap-3">
        {children}
        <Link href="/" className="button no-underline">
          All sites
        </Link>
      </div>
    </main>
  );
}
