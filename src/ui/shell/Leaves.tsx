"use client";

import { useSearchParams } from "next/navigation";
import { choose } from "../selection/useSelection";

/** A leaf of a bench, with an address of its own. */
export interface Leaf {
  id: string;
  title: string;
  body: React.ReactNode;
}

/** Leaves of a bench, one of them open: the first where the address names none. */
export function Leaves({ leaves, label }: { leaves: readonly Leaf[]; label: string }) {
  const asked = useSearchParams().get("leaf");
  const open = leaves.find(({ id }) => id === asked) ?? leaves[0];
  return (
    <div className="min-w-0">
      <nav aria-label={label} className="no-print mb-2 border-b border-rule-strong">
        <ul className="-mb-px flex overflow-x-auto">
          {leaves.map(({ id, title }, k) => (
            <li key={id}>
              <a
                href={k === 0 ? "?" : `?leaf=${id}`}
                aria-current={id === open.id ? "page" : undefined}
                className={`flex min-h-9 items-center px-3 whitespace-nowrap text-ink no-underline max-desk:min-h-11 ${
                  id === open.id
                    ? "border-x border-t-2 border-b border-rule-strong border-t-ink border-b-paper bg-paper font-semibold"
                    : "hover:underline"
                }`}
                onClick={(event) => {
                  if (event.metaKey || event.ctrlKey || event.shiftKey) return;
                  event.preventDefault();
                  choose("leaf", k === 0 ? null : id);
                }}
              >
                {title}
              </a>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-label={`Leaf: ${open.title}`}>{open.body}</section>
    </div>
  );
}
