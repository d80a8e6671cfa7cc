"use client";

import { useState } from "react";

/** A part that folds: how it begins is told once, then it is as a person leaves it. */
export function Fold({
  summary,
  begins,
  className,
  children,
}: {
  summary: React.ReactNode;
  begins: boolean;
  className?: string;
  children: React.ReactNode;
}) {
  const [open, setOpen] = useState(begins);
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)} className={className}>
      <summary className="figures min-h-9 content-center max-desk:min-h-11">{summary}</summary>
      {children}
    </details>
  );
}
