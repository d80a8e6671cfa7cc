"use client";

import { ArrowUp, Check, Ellipsis, OctagonAlert, TriangleAlert } from "lucide-react";
import { Dialog } from "radix-ui";
import { isOnItsWay } from "@/field/entry";
import type { OutboxState } from "@/field/outbox";
import { FieldPanel } from "./FieldPanel";
import { useOutbox } from "./useOutbox";
import { useSending } from "./useSending";

/** The one thing that a strip says, worst first. */
interface Standing {
  kind: "unknown" | "alarm" | "look" | "waiting" | "kept";
  text: string;
}

/** What stands of everything that was recorded on this device. */
function standing({ entries, device, alarm, keeping, onPageOnly }: OutboxState): Standing {
  // Nothing is claimed before the device has been asked.
  if (device.id === "") return { kind: "unknown", text: "Checking" };
  const onTheirWay = entries.filter(isOnItsWay);
  if (alarm !== null) return { kind: "alarm", text: onPageOnly > 0 ? `${onPageOnly} only on this page` : "Keeps nothing" };
  const refused = onTheirWay.filter(({ state }) => state === "refused").length;
  if (refused > 0) return { kind: "look", text: refused === 1 ? "1 needs a look" : `${refused} need a look` };
  if (onTheirWay.length > 0 || keeping > 0) return { kind: "waiting", text: `${Math.max(onTheirWay.length, keeping)} waiting` };
  return { kind: "kept", text: "All kept" };
}

const LOOKS = {
  alarm: { Icon: OctagonAlert, className: "border-stop bg-stop text-paper font-bold" },
  look: { Icon: TriangleAlert, className: "border-fix text-fix font-bold" },
  waiting: { Icon: ArrowUp, className: "border-ink font-semibold" },
  unknown: { Icon: Ellipsis, className: "border-transparent text-quiet" },
  kept: { Icon: Check, className: "border-transparent text-quiet" },
} as const;

/** On every page: whether all that was recorded here is kept, how much waits, what needs a look. Opens to the list. */
export function FieldStrip() {
  useSending();
  const state = useOutbox();
  const { kind, text } = standing(state);
  const { Icon, className } = LOOKS[kind];
  return (
    <Dialog.Root>
      <Dialog.Trigger
        className={`flex min-h-11 items-center gap-1.5 rounded-[3px] border-2 px-2 whitespace-nowrap sm:px-3 ${className}`}
        aria-label={`What was recorded on this device: ${text}`}
      >
        <Icon className="size-5 shrink-0" aria-hidden="true" />
        <span role="status">{text}</span>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-50 flex w-full max-w-xl flex-col border-l-2 border-ink bg-paper"
        >
          <FieldPanel state={state} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
