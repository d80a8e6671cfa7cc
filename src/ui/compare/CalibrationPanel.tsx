"use client";

import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import type { CalibrationOffer } from "@/core/diagnosis/overviewSchema";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import type { CalibrationView } from "@/server/calibrations/calibrations";
import { Figure, type Origin } from "../marks/Figure";
import { amount, dayText } from "../marks/words";
import { send } from "../send";

/** The units' own healthy weeks against the model: what they offer, and what somebody has kept. Never mixed into the expected figures. */
export function CalibrationPanel({ site, offers, kept }: { site: SiteFile; offers: CalibrationOffer[]; kept: CalibrationView[] }) {
  const [said, setSaid] = useState("");
  const [withdrawn, setWithdrawn] = useState<CalibrationView | null>(null);
  const router = useRouter();

  async function set(calibration: CalibrationView, back: boolean) {
    const answer = await send<object>(`/api/calibrations/${calibration.id}/withdraw`, "POST", { withdrawn: back });
    if ("error" in answer) return setSaid(answer.error as string);
    setSaid(
      back
        ? `The calibration of ${placeWords(site, calibration.scope)} is taken back`
        : `The calibration of ${placeWords(site, calibration.scope)} stands again`,
    );
    setWithdrawn(back ? calibration : null);
    router.refresh();
  }

  return (
    <section aria-labelledby="calibration-title">
      <h2 id="calibration-title" className="text-lg">
        Calibration by the array&rsquo;s own healthy weeks
      </h2>
      <p className="mt-1 text-quiet">
        Kept apart: the expected figures above stay uncalibrated, so that a slow loss can&rsquo;t hide in a factor.
      </p>
      <ul className="mt-2 border-t-2 border-ink">
        {offers.map((offer) => {
          const mine = kept.find(({ scope }) => scope === offer.scope);
          return (
            <li
              key={offer.scope}
              className="grid gap-x-6 gap-y-2 border-b border-rule py-3 md:grid-cols-[9rem_minmax(0,1fr)_minmax(0,1fr)]"
            >
              <h3 className="font-semibold">{placeWords(site, offer.scope)}</h3>
              <div>
                <Figure
                  label="Measured ÷ expected"
                  value={offer.weeks > 0 ? offer.factor.toFixed(3) : "none"}
                  unit={offer.weeks > 1 ? `±${(2 * offer.errorPct).toFixed(1)} %` : undefined}
                  origin={offerOrigin(offer)}
                />
                {offer.refusal ? <p className="mt-1 text-quiet">{offer.refusal}</p> : null}
              </div>
              <div>
                {mine ? (
                  <>
                    <p className="figures">
                      Kept: <strong>{mine.factor.toFixed(3)}</strong> from {mine.weeks} weeks, {dayText(mine.fromDay)} to{" "}
                      {dayText(mine.toDay)}, by {mine.keptBy}, {dayText(mine.keptAt)}
                      {mine.note ? `. ${mine.note}` : ""}
                    </p>
                    <Figure
                      label="Expected, calibrated"
                      value={amount(offer.expectedKwh * mine.factor)}
                      unit={`kWh ±${(2 * mine.errorPct).toFixed(1)} %`}
                      origin={{
                        formula: "expected × factor; band = 2 · standard error",
                        inputs: [
                          ["Expected, uncalibrated", `${amount(offer.expectedKwh)} kWh`],
                          ["Factor", mine.factor.toFixed(4)],
                          ["Standard error", `${mine.errorPct.toFixed(2)} %`],
                        ],
                        source: "The kept calibration. Sensor, nameplate and model doubts that stay the same all year are in the factor.",
                      }}
                    />
                    <button type="button" className="button mt-1" onClick={() => void set(mine, true)}>
                      Take back
                    </button>
                  </>
                ) : offer.refusal ? null : (
                  <KeepForm
                    scope={offer.scope}
                    place={placeWords(site, offer.scope)}
                    siteId={site.id}
                    onDone={(text) => {
                      setSaid(text);
                      setWithdrawn(null);
                      router.refresh();
                    }}
                  />
                )}
              </div>
            </li>
          );
        })}
      </ul>
      <p role="status" className="mt-2 flex min-h-11 items-center gap-4">
        {said}
        {withdrawn ? (
          <button type="button" className="button" onClick={() => void set(withdrawn, false)}>
            Undo
          </button>
        ) : null}
      </p>
    </section>
  );
}

function KeepForm({
  scope,
  place,
  siteId,
  onDone,
}: {
  scope: string;
  /** The same in words. */
  place: string;
  siteId: string;
  onDone: (text: string) => void;
}) {
  const name = useId();
  const note = useId();
  const [problem, setProblem] = useState("");

  async function keep(event: React.FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const keptBy = String(form.get("keptBy")).trim();
    if (!keptBy) return setProblem("Say who keeps it: the factor will carry the name.");
    const answer = await send<object>(`/api/sites/${siteId}/calibrations`, "POST", {
      id: crypto.randomUUID(),
      scope,
      keptBy,
      note: String(form.get("note")),
    });
    if ("error" in answer) setProblem(answer.error as string);
    else onDone(`The calibration of ${place} is kept`);
  }

  return (
    <form onSubmit={(event) => void keep(event)} className="grid gap-2">
      <label htmlFor={name} className="grid">
        <span className="caption">Your name</span>
        <input id={name} name="keptBy" className="field" maxLength={120} aria-describedby={problem ? `${name}-problem` : undefined} />
      </label>
      <label htmlFor={note} className="grid">
        <span className="caption">Why (may stay empty)</span>
        <input id={note} name="note" className="field" maxLength={1000} />
      </label>
      {problem ? (
        <p id={`${name}-problem`} role="alert" className="font-semibold text-stop">
          {problem}
        </p>
      ) : null}
      <button type="submit" className="button justify-self-start" aria-label={`Keep the calibration of ${place}`}>
        Keep
      </button>
    </form>
  );
}

function offerOrigin(offer: CalibrationOffer): Origin {
  return {
    formula: "Σ measured / Σ expected over healthy weeks",
    inputs: [
      ["Healthy weeks", String(offer.weeks)],
      ["First to last", offer.weeks > 0 ? `${dayText(offer.from)} to ${dayText(offer.to)}` : "none"],
      ["Standard error", `${offer.errorPct.toFixed(2)} %`],
      ["Expected in all", `${amount(offer.expectedKwh)} kWh`],
    ],
    source: "Weeks with 90 % of their light measured, 1.2 kWh/kWp a day or more, and no fault, weather or data cause standing.",
  };
}
