"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { FileDrop } from "../intake/FileDrop";
import { useBringing } from "../intake/useBringing";
import { GoingOn } from "../job/GoingOn";

/** Where a site's data come in: what is chosen here is looked at on a page of its own before it is taken in. */
export function ImportPanel({ siteId, caseId, demoFiles }: { siteId: string; caseId: string; demoFiles: string[] }) {
  const { going, refused, bring, cancel } = useBringing(siteId);
  const router = useRouter();
  const page = `/sites/${encodeURIComponent(siteId)}/import?case=${encodeURIComponent(caseId)}`;
  return (
    <section aria-labelledby="import-title" className="grid gap-3 *:min-w-0">
      <h2 id="import-title" className="text-lg">
        Bring data in
      </h2>
      <FileDrop
        busy={going !== null}
        onFiles={(files) =>
          void bring(files).then((id) => {
            if (id) router.push(`${page}&intake=${id}`);
          })
        }
      />
      <GoingOn going={going} refused={refused} onCancel={cancel} />
      <p className="caption">
        <Link href={page}>What was brought and waits</Link>
        {demoFiles.length > 0 ? "; the demonstration's files for this site, a whole year: " : ""}
        {demoFiles.map((name, k) => (
          <span key={name}>
            {k > 0 ? ", " : ""}
            <a href={`/api/demo-files/${name}`} download>
              {name}
            </a>
          </span>
        ))}
      </p>
    </section>
  );
}
