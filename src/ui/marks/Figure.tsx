"use client";

import Link from "next/link";
import { Popover } from "radix-ui";
import type { Shows } from "../selection/shows";

/** Where a number comes from. */
export interface Origin {
  formula: string;
  inputs: [name: string, value: string][];
  source: string;
  /** Where in the data it shows. */
  shows?: Shows;
}

const SIZES = { small: "text-lg", usual: "text-xl", large: "text-3xl" } as const;

/** A number that opens to its formula, inputs and source. */
export function Figure({
  label,
  value,
  unit,
  origin,
  size = "usual",
  bare = false,
  inline = false,
}: {
  label: string;
  value: string;
  unit?: string;
  origin: Origin;
  size?: keyof typeof SIZES;
  /** Without its label, where a row names it already. */
  bare?: boolean;
  /** Within a sentence. */
  inline?: boolean;
}) {
  const Root = inline ? "span" : "div";
  return (
    <Root className={inline ? undefined : "min-w-0"}>
      {bare || inline ? null : <div className="caption">{label}</div>}
      <Popover.Root>
        <Popover.Trigger
          className={`figures text-left ${inline ? "text-quiet" : "font-semibold"} underline decoration-dotted decoration-1 underline-offset-4 print:no-underline ${inline ? "text-sm" : bare ? "text-base" : SIZES[size]}`}
          aria-label={`${label}: ${value}${unit ? ` ${unit}` : ""}. Show where it comes from`}
        >
          {value}
          {unit ? <span className={`ml-1 ${size === "small" ? "text-sm" : "text-base"} font-normal text-quiet`}>{unit}</span> : null}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={6}
            collisionPadding={12}
            aria-label={`Where ${label} comes from`}
            className="z-50 w-80 max-w-[calc(100vw-24px)] border-2 border-ink bg-raised p-4 text-sm text-ink shadow-lg"
          >
            <p className="font-mono text-[0.8125rem]">{origin.formula}</p>
            <dl className="my-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 border-y border-rule py-2">
              {origin.inputs.map(([name, text]) => (
                <div key={name} className="contents">
                  <dt className="text-quiet">{name}</dt>
                  <dd className="figures text-right">{text}</dd>
                </div>
              ))}
            </dl>
            <p className="text-quiet">{origin.source}</p>
            {origin.shows ? (
              <Popover.Close asChild>
                <Link href={origin.shows.href} className="mt-2 flex min-h-9 items-center font-semibold max-desk:min-h-11">
                  Show it in the data: {origin.shows.words}
                </Link>
              </Popover.Close>
            ) : null}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </Root>
  );
}
