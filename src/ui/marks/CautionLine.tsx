import { TriangleAlert } from "lucide-react";

/** What can hurt someone, where the act is. */
export function CautionLine({ children }: { children: React.ReactNode }) {
  return (
    <p className="mt-2 flex gap-2 font-semibold">
      <TriangleAlert className="mt-0.5 size-5 shrink-0 text-stop" aria-hidden="true" />
      <span>
        <span className="sr-only">Caution: </span>
        {children}
      </span>
    </p>
  );
}
