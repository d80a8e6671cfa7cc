import { TriangleAlert } from "lucide-react";
import type { Ledger } from "@/core/diagnosis/ledger";

/** Where someone can be hurt: first of all, whatever the data say. */
export function DangerList({ danger }: { danger: Ledger["danger"] }) {
  if (danger.length === 0) return null;
  return (
    <ul className="grid gap-2" aria-label="Danger">
      {danger.map(({ scope, why, do: act }) => (
        <li key={`${scope}/${why}`} className="border-l-4 border-stop bg-raised p-2.5">
          <p className="flex gap-2 font-semibold">
            <TriangleAlert className="mt-0.5 size-5 shrink-0 text-stop" aria-hidden="true" />
            <span className="wrap-anywhere">{why}</span>
          </p>
          <p className="mt-1 wrap-anywhere">{act}</p>
        </li>
      ))}
    </ul>
  );
}

/** What can't both be true, with the usual reasons. */
export function ContradictionList({ contradictions }: { contradictions: Ledger["contradictions"] }) {
  if (contradictions.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Contradictions">
      <h3 className="font-semibold">Can't both be true</h3>
      <ul className="mt-1 grid gap-3">
        {contradictions.map(({ between, likely }) => (
          <li key={between.join("/")} className="border-l-4 border-watch pl-2.5">
            {between.map((text) => (
              <p key={text} className="wrap-anywhere">
                {text}
              </p>
            ))}
            <p className="caption mt-1">Perhaps {likely.join(", or ")}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}
