"use client";

import { ChevronUp } from "lucide-react";
import { Dialog } from "radix-ui";

/** The ledger in the field: a handle over the stations that pulls it up. */
export function LedgerSheet({ count, children }: { count: number; children: React.ReactNode }) {
  return (
    <Dialog.Root>
      <Dialog.Trigger className="no-print fixed inset-x-0 bottom-14 z-20 flex min-h-12 items-center justify-center gap-2 border-t border-rule bg-sunken font-semibold desk:hidden">
        <ChevronUp className="size-5" aria-hidden="true" />
        Ledger: {count} {count === 1 ? "cause" : "causes"}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 max-h-[85dvh] overflow-y-auto border-t-2 border-ink bg-paper px-5 pt-3 pb-6"
        >
          <Dialog.Title className="sr-only">Evidence ledger</Dialog.Title>
          <Dialog.Close className="button mb-3 w-full">Close the ledger</Dialog.Close>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
