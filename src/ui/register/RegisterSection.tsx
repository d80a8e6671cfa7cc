"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ageOfPart, nextParts, type OutlookBy } from "@/core/register/outlook";
import { type Part, presentParts } from "@/core/register/parts";
import { dayName, localDay } from "@/core/series/localDay";
import type { SiteFile } from "@/core/site/siteSchema";
import type { TakenRegister } from "@/server/register/register";
import { FileButton } from "../marks/FileButton";
import { SeverityMark } from "../marks/SeverityMark";
import { isRefusal, send } from "../send";
import { NextList } from "./NextList";
import { ageWords, MAKER_WORDS, partTitle, partType, warrantyWords } from "./partWords";

interface RegisterSectionProps {
  site: SiteFile;
  parts: readonly Part[];
  /** The newest case, in which parts are recorded; null where there is none. */
  caseId: string | null;
  nowMs: number;
  /** By what it is told what is likely next. */
  by: OutlookBy;
}

/** The register at the desk: what is next, every part with its age and guarantee, and the file in and out. */
export function RegisterSection({ site, parts, caseId, nowMs, by }: RegisterSectionProps) {
  const today = dayName(localDay(nowMs, site.location.timeZone));
  const present = presentParts(parts);
  return (
    <div className="grid gap-4">
      {present.length > 0 ? (
        <div>
          <h3 className="caption">Likely next</h3>
          <NextList next={nextParts(parts, site, today, by)} site={site} />
        </div>
      ) : (
        <p className="caption border-t-2 border-ink pt-2">None recorded yet.</p>
      )}
      {present.length > 0 ? <PartsTable {...{ present, site, today }} /> : null}
      <div className="flex flex-wrap items-start gap-2">
        {caseId ? (
          <Link href={`/cases/${caseId}/walk#parts`} className="button">
            Record parts
          </Link>
        ) : null}
        {present.length > 0 ? (
          <a href={`/api/sites/${site.id}/register`} className="button">
            As a file
          </a>
        ) : null}
        <RegisterFile siteId={site.id} />
      </div>
    </div>
  );
}

function PartsTable({ present, site, today }: { present: readonly Part[]; site: SiteFile; today: string }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a part that scrolls has to be reached by keyboard
    <div className="max-h-96 overflow-auto" tabIndex={0} role="region" aria-label="Parts of the plant">
      <table className="w-full border-t-2 border-ink text-left text-sm [&_td]:pr-3 [&_th]:pr-3">
        <thead>
          <tr className="caption">
            <th className="py-1 font-normal">Part</th>
            <th className="font-normal">Type and serial</th>
            <th className="font-normal">Age</th>
            <th className="font-normal">Guarantee, maker</th>
            <th className="font-normal">Condition</th>
          </tr>
        </thead>
        <tbody>
          {present.map((part) => {
            const age = ageOfPart(part, site, today);
            return (
              <tr key={part.id} className="border-t border-rule align-baseline">
                <td className="py-1">{partTitle(part, site)}</td>
                <td className="wrap-anywhere">{partType(part)}</td>
                <td className="whitespace-nowrap">{ageWords(age)}</td>
                <td>{[warrantyWords(part, age), part.makerState ? MAKER_WORDS[part.makerState] : ""].filter(Boolean).join(", ")}</td>
                <td>{part.condition ? <SeverityMark severity={part.condition} /> : ""}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Takes a file in and says what came of it; one step back. */
function RegisterFile({ siteId }: { siteId: string }) {
  const router = useRouter();
  const [says, setSays] = useState<{ lines: string[]; canUndo: boolean } | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const answer = await send<TakenRegister>(`/api/sites/${siteId}/register?name=${encodeURIComponent(file.name)}`, "POST", file);
    if (isRefusal(answer)) return setSays({ lines: answer.lines ?? [answer.error], canUndo: false });
    setSays({
      lines: [
        `${answer.added} ${answer.added === 1 ? "part" : "parts"} new, ${answer.changed} changed, ${answer.kept} others as they were.`,
      ],
      canUndo: true,
    });
    router.refresh();
  };
  const undo = async () => {
    const answer = await send<object>(`/api/sites/${siteId}/register`, "DELETE");
    setSays({ lines: [isRefusal(answer) ? answer.error : "The register is as it was before the file."], canUndo: false });
    router.refresh();
  };
  return (
    <>
      <FileButton name="Register from a file" accept=".csv,text/csv" onFiles={([file]) => void take(file)}>
        From a file
      </FileButton>
      {says ? (
        <div role="status" className="w-full border-l-4 border-act bg-raised p-3">
          {says.lines.map((line) => (
            <p key={line} className="wrap-anywhere">
              {line}
            </p>
          ))}
          {says.canUndo ? (
            <button type="button" className="button mt-2" onClick={() => void undo()}>
              Undo
            </button>
          ) : null}
        </div>
      ) : null}
    </>
  );
}
