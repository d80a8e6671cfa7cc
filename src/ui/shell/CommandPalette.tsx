"use client";

import { Command } from "cmdk";
import { useParams, useRouter } from "next/navigation";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { toggleLedger } from "../ledger/fold";
import { readSelection, selectionQuery } from "../selection/selection";
import { toggleSheet } from "./sheet";
import { STATIONS } from "./stations";

/** Where a digit is text and not a command. */
const TYPING = "input:not([type=radio], [type=range], [type=checkbox]), textarea, select, [role=dialog]";

/** A station with what is picked in the address now. */
function stationPath(caseId: string, station: string): string {
  return `/cases/${caseId}/${station}${selectionQuery(readSelection(new URLSearchParams(window.location.search)))}`;
}

/** A place to jump to. */
export interface Destination {
  title: string;
  href: string;
  /** Of a case: its site's name and its own id, for its stations. */
  ofCase?: { id: string; site: string };
}

/** Keys at the desk: Ctrl K for every command; in an open case 1 to 8 for its stations, L to fold its ledger. */
export function CommandPalette({ destinations }: { destinations: Destination[] }) {
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState("");
  const router = useRouter();
  const { id, station } = useParams<{ id?: string; station?: string }>();
  const caseId = station ? id : undefined;

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
        event.preventDefault();
        setOpen((was) => !was);
        return;
      }
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || target.closest(TYPING)) return;
      if (caseId && event.key.toLowerCase() === "l") return toggleLedger();
      const chosen = STATIONS[Number(event.key) - 1];
      if (caseId && chosen) router.push(stationPath(caseId, chosen.id));
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [caseId, router]);

  const go = (act: () => void) => () => {
    setOpen(false);
    setAsked("");
    act();
  };
  const item = "flex min-h-11 cursor-pointer items-center px-4 data-[selected=true]:bg-sunken";
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="button no-print min-h-11 whitespace-nowrap">
        Go to
        <kbd className="caption hidden font-mono desk:inline">Ctrl K</kbd>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(34rem,calc(100vw-24px))] -translate-x-1/2 border-2 border-ink bg-raised"
        >
          <Dialog.Title className="sr-only">Go to</Dialog.Title>
          <Command label="Commands">
            <Command.Input
              autoFocus
              value={asked}
              onValueChange={setAsked}
              placeholder="Station, site or command"
              className="w-full border-b border-rule bg-transparent px-4 py-3 outline-none"
            />
            <Command.List className="max-h-[50vh] overflow-auto py-2">
              <Command.Empty className="px-4 py-3 text-quiet">Nothing of that name</Command.Empty>
              {caseId
                ? STATIONS.map((entry) => (
                    <Command.Item key={entry.id} className={item} onSelect={go(() => router.push(stationPath(caseId, entry.id)))}>
                      Station: {entry.title}
                    </Command.Item>
                  ))
                : null}
              {destinations.map(({ title, href }) => (
                <Command.Item key={href} className={item} onSelect={go(() => router.push(href))}>
                  {title}
                </Command.Item>
              ))}
              {asked.trim() === ""
                ? null
                : destinations.flatMap(({ ofCase }) =>
                    ofCase
                      ? STATIONS.filter(({ ready }) => ready).map(({ id, title }) => (
                          <Command.Item
                            key={`${ofCase.id}/${id}`}
                            className={item}
                            onSelect={go(() => router.push(`/cases/${ofCase.id}/${id}`))}
                          >
                            {ofCase.site}: {title}
                          </Command.Item>
                        ))
                      : [],
                  )}
              {caseId ? (
                <Command.Item className={item} onSelect={go(toggleLedger)}>
                  Fold or unfold the ledger
                </Command.Item>
              ) : null}
              <Command.Item className={item} onSelect={go(toggleSheet)}>
                Change between light and dark sheet
              </Command.Item>
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
