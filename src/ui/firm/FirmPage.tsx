"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Firm, firmSchema } from "@/core/report/firm";
import { TRADES, type Trade, WORK_IDS, WORKS, workTitle } from "@/core/work/works";
import type { FirmView } from "@/server/firm/firm";
import { send } from "../send";
import { FirmPages } from "./FirmPages";

const TEXTS: { name: keyof Pick<Firm, "name" | "address" | "phone" | "email" | "registration" | "currency">; label: string }[] = [
  { name: "name", label: "Name" },
  { name: "address", label: "Address" },
  { name: "phone", label: "Phone" },
  { name: "email", label: "Email" },
  { name: "registration", label: "Registration or licence, as local rules ask for it" },
  { name: "currency", label: "Currency of your prices" },
];
const PAID = Object.keys(TRADES) as Trade[];

/** Who the reports are from, and what work costs in them. */
export function FirmPage({ view }: { view: FirmView }) {
  const router = useRouter();
  const [stands, setStands] = useState(view);
  const [said, setSaid] = useState("");
  const [faults, setFaults] = useState<string[]>([]);

  async function keep(firm: Firm, words: string) {
    const answer = await send<FirmView>("/api/firm", "PUT", firm);
    if ("error" in answer) return setFaults([answer.error]);
    setFaults([]);
    setStands(answer);
    setSaid(words);
    router.refresh();
  }

  async function submit(event: React.FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const number = (name: string) => {
      const text = String(form.get(name) ?? "").trim();
      return text === "" ? Number.NaN : Number(text.replace(",", "."));
    };
    const parsed = firmSchema.safeParse({
      ...Object.fromEntries(TEXTS.map(({ name }) => [name, form.get(name)])),
      ratePerHour: Object.fromEntries(PAID.map((trade) => [trade, number(`rate-${trade}`)])),
      callOut: number("callOut"),
      partsFactor: number("partsFactor"),
    });
    if (parsed.success) return keep(parsed.data, "Kept. Reports say it from now on.");
    setSaid("");
    setFaults(parsed.error.issues.map(({ path, message }) => `${LABELS[path.map(String).join(".")] ?? path.join(".")}: ${message}`));
  }

  const { firm, before } = stands;
  return (
    <main id="bench" className="mx-auto max-w-4xl px-4 pt-4 pb-16 sm:px-6">
      <h1 className="border-b-2 border-ink pb-1.5 text-xl">Firm and prices</h1>
      <FirmPages here="/firm" />
      <p className="mt-2">They stand at the head of every report, and give its first figures of what work costs.</p>
      {/* Made anew with what stands, so that an undo shows in the fields. */}
      <form key={JSON.stringify(firm)} onSubmit={submit} noValidate className="mt-4 grid gap-x-5 gap-y-3 sm:grid-cols-2">
        {TEXTS.map(({ name, label }) => (
          <label key={name} className="grid content-start gap-1">
            {label}
            <input name={name} defaultValue={firm[name]} className="field" autoComplete="off" />
          </label>
        ))}
        {PAID.map((trade) => (
          <NumberField key={trade} name={`rate-${trade}`} label={LABELS[`ratePerHour.${trade}`]} value={firm.ratePerHour[trade]} />
        ))}
        <NumberField name="callOut" label={LABELS.callOut} value={firm.callOut} />
        <NumberField name="partsFactor" label={LABELS.partsFactor} value={firm.partsFactor} />
        <div className="flex flex-wrap items-center gap-3 sm:col-span-2">
          <button type="submit" className="button button-act">
            Keep
          </button>
          {before ? (
            <button type="button" className="button" onClick={() => void keep(before, "As it was before.")}>
              Undo the last change
            </button>
          ) : null}
          <p role="status">{said}</p>
        </div>
        {faults.length > 0 ? (
          <ul role="alert" className="border-l-4 border-fix bg-raised p-3 sm:col-span-2">
            {faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        ) : null}
      </form>
      <h2 className="mt-8 text-lg">What the first figures are made from</h2>
      <p className="caption">
        Hours of everybody together, and parts in euro without tax. In each report every figure can be written over.
      </p>
      <div className="mt-2 overflow-x-auto">
        <table className="figures w-full min-w-[40rem] border-t-2 border-ink text-left">
          <thead>
            <tr className="caption">
              <th className="py-1 font-normal">Work</th>
              <th className="font-normal">Who</th>
              <th className="text-right font-normal">Hours</th>
              <th className="text-right font-normal">Parts</th>
            </tr>
          </thead>
          <tbody>
            {WORK_IDS.map((id) => {
              const { who, hours, parts, why } = WORKS[id];
              return (
                <tr key={id} className="border-t border-rule align-top">
                  <td className="py-1.5 pr-3">
                    {workTitle(id, "a place")}
                    <span className="caption block">{why}</span>
                  </td>
                  <td className="py-1.5 pr-3">{TRADES[who]}</td>
                  <td className="py-1.5 pr-3 text-right whitespace-nowrap">{hours.join(" to ")}</td>
                  <td className="py-1.5 text-right whitespace-nowrap">{parts.join(" to ")}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </main>
  );
}

const LABELS: Record<string, string> = {
  ...Object.fromEntries(TEXTS.map(({ name, label }) => [name, label])),
  ...Object.fromEntries(PAID.map((trade) => [`ratePerHour.${trade}`, `An hour of a ${TRADES[trade]}`])),
  callOut: "The way there and back, once a visit",
  partsFactor: "What a part listed at 1 euro costs you",
};

function NumberField({ name, label, value }: { name: string; label: string; value: number }) {
  return (
    <label className="grid content-start gap-1">
      {label}
      <input name={name} defaultValue={value} inputMode="decimal" className="field figures" autoComplete="off" />
    </label>
  );
}
