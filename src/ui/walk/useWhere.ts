"use client";

import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import type { CaseMatter } from "@/core/inspection/matter";
import type { Stop } from "@/core/inspection/point";
import { quickRound } from "@/core/inspection/quickRound";
import { useOutbox } from "../field/useOutbox";
import { type Item, itemOf, itemsOf, type RoundId, seenOf } from "./rounds";
import { setHash, useHash } from "./useHash";
import { useRound } from "./useRound";
import type { WalkLeaf } from "./WalkHead";

/** The address of the parts, after its #. */
const PARTS = "parts";

/** From this width on the list stands beside the point (`--breakpoint-desk`). */
const DESK_PX = 1120;

/** Where one is in a walk: the leaf, the round and the point that are open, and the ways on from there. */
export interface Where {
  leaf: WalkLeaf;
  setLeaf: (leaf: WalkLeaf) => void;
  rounds: Record<RoundId, Item[]>;
  round: RoundId;
  chooseRound: (round: RoundId) => void;
  /** Points of the round that is walked. */
  items: Item[];
  current: Item;
  /** Of the open point in its round, from 0. */
  place: number;
  /** Keys of the points that were answered. */
  seen: ReadonlySet<string>;
  /** The point that waits for the open one, a condition; going on leads back to it. */
  back: Item | undefined;
  goTo: (place: number) => void;
  /** Begins, or goes on with what nobody has looked at yet. */
  begin: () => void;
  /** Goes on or back; a condition that was opened from a point leads back to it. */
  goOn: (place: number) => void;
  /** Opens a point of whichever round. */
  open: (pointId: string) => void;
  /** Opens a condition of the open point. */
  openCondition: (pointId: string) => void;
  /** The open point's name, to which whoever goes on is taken. */
  heading: RefObject<HTMLHeadingElement | null>;
}

/**
 * @param stops of the whole walk, in the order of this case
 * @param quickPoints how many a quick round has
 */
export function useWhere(
  caseId: string,
  stops: readonly Stop[],
  matter: CaseMatter,
  standing: readonly StandingFinding[],
  quickPoints: number,
): Where {
  const [leaf, setLeaf] = useState<WalkLeaf | null>(null);
  /** The point that a condition was opened from: once it is answered the walk goes on there. */
  const [backTo, setBackTo] = useState<string | null>(null);
  const heading = useRef<HTMLHeadingElement>(null);
  const hash = useHash();
  const [arrived, setArrived] = useState(0);
  useEffect(() => {
    const arrive = () => {
      if (window.location.hash === "") return;
      if (window.location.hash === `#${PARTS}`) return setLeaf("parts");
      setLeaf("point");
      setArrived((times) => times + 1);
    };
    arrive();
    window.addEventListener("hashchange", arrive);
    return () => window.removeEventListener("hashchange", arrive);
  }, []);
  const [chosenRound, keepRound] = useRound(caseId);
  const rounds = useMemo(
    () => ({ quick: itemsOf(quickRound(stops, matter, quickPoints)), whole: itemsOf(stops) }),
    [stops, matter, quickPoints],
  );
  // A point that is asked for by its address is shown, in whichever round it is.
  const round: RoundId = (chosenRound ?? "quick") === "whole" || (hash && !itemOf(rounds.quick, hash)) ? "whole" : "quick";
  const items = rounds[round];
  const seen = useMemo(() => seenOf(rounds.whole, standing), [rounds, standing]);
  const firstUnseen = (list: readonly Item[]) => list.find(({ key }) => !seen.has(key)) ?? list[0];
  // What was said of the plant may have taken the point that was open out of the walk: then it goes on from there.
  const lastPlace = useRef(-1);
  const current =
    itemOf(items, hash) ?? (lastPlace.current < 0 ? undefined : items[Math.min(lastPlace.current, items.length - 1)]) ?? firstUnseen(items);
  const place = items.indexOf(current);
  // A quick round has the condition and may lack the point that waits for it.
  const back = backTo && current.point.condition ? itemOf(rounds.whole, backTo) : undefined;
  useEffect(() => {
    if (hash !== "") lastPlace.current = place;
  }, [hash, place]);

  const [moved, setMoved] = useState(0);
  /** Whoever goes on by key, thumb or ear is taken to the next point's name. */
  const show = useCallback((item: Item) => {
    setLeaf("point");
    setHash(item.key);
    setMoved((times) => times + 1);
  }, []);
  const goTo = useCallback((to: number) => show(items[Math.max(0, Math.min(items.length - 1, to))]), [items, show]);
  const open = (pointId: string) => {
    const item = itemOf(items, pointId) ?? itemOf(rounds.whole, pointId);
    if (item) show(item);
    // What stands at no station is told at the head of the page.
    else window.scrollTo({ top: 0 });
  };
  useEffect(() => {
    if (moved === 0) return;
    heading.current?.focus({ preventScroll: true });
    heading.current?.closest("article")?.scrollIntoView({ block: "start" });
  }, [moved]);
  useEffect(() => {
    if (arrived > 0 && window.innerWidth < DESK_PX) heading.current?.closest("article")?.scrollIntoView({ block: "start" });
  }, [arrived]);
  // The first point that is open stands in the address, so that a reload comes back to it: once the device has told what was answered on it.
  const hasTold = useOutbox().device.id !== "";
  useEffect(() => {
    if (hasTold && window.location.hash === "" && current) setHash(current.key);
  }, [hasTold, current]);

  // In the field a walk begins with its list: which round, what is dangerous here, who records. An address leads to its point.
  const shown = leaf ?? "list";
  return {
    ...{ leaf: shown, setLeaf, rounds, round, items, current, place, seen, back, goTo, open, heading },
    begin: () => show(seen.has(current.key) ? firstUnseen(items) : current),
    chooseRound(to) {
      keepRound(to);
      // Before it has begun, and where the round lacks the point that is open, it begins with what wasn't looked at yet.
      if (shown === "list" || !itemOf(rounds[to], current.key)) setHash(firstUnseen(rounds[to]).key);
    },
    goOn(to) {
      setBackTo(null);
      if (back && to > place) open(back.key);
      else goTo(to);
    },
    openCondition(pointId) {
      setBackTo(current.key);
      open(pointId);
    },
  };
}
