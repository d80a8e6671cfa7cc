import Link from "next/link";
import { FieldStrip } from "../field/FieldStrip";
import { CommandPalette, type Destination } from "./CommandPalette";
import { SheetSwitch } from "./SheetSwitch";

/** Name, way home and the commands. */
export function TopBar({ destinations }: { destinations: Destination[] }) {
  return (
    <header className="no-print sticky top-0 z-20 flex h-12 items-center gap-2 border-b border-rule bg-paper px-4 sm:gap-3 desk:px-6">
      <Link href="/" className="flex min-h-12 items-center gap-2.5 text-lg font-bold tracking-tight text-ink no-underline">
        <svg viewBox="0 0 28 20" className="h-5 w-7" aria-hidden="true">
          <path d="M1 19 L9 5 H27 L19 19 Z" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="M5 12 H23" stroke="currentColor" strokeWidth="1.4" />
          <path d="M4 1 H24" stroke="currentColor" strokeWidth="2" strokeDasharray="4 3" />
        </svg>
        <span className="sr-only sm:not-sr-only">Irradant</span>
      </Link>
      <Link href="/" className="ml-2 hidden min-h-12 items-center text-ink sm:flex">
        Triage
      </Link>
      <span className="flex-1" />
      <FieldStrip />
      <CommandPalette destinations={destinations} />
      <SheetSwitch />
    </header>
  );
}
