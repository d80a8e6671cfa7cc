"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { send } from "../send";

/** Adds a site, or a new as-built version of one, from a site file. */
export function AddSite() {
  const router = useRouter();
  const [said, setSaid] = useState("");

  async function take(file: File | undefined) {
    if (!file) return;
    const answer = await send<{ id: string; version: number }>(`/api/sites?name=${encodeURIComponent(file.name)}`, "POST", file);
    setSaid("error" in answer ? answer.error : `${answer.id}: as-built version ${answer.version} recorded`);
    if (!("error" in answer)) router.refresh();
  }

  return (
    <section className="mt-8" aria-label="Add a site">
      <label htmlFor="site-file" className="button">
        Add a site from its file (*.site.json)
      </label>
      <input
        id="site-file"
        type="file"
        accept=".json,application/json"
        className="sr-only"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <p role="status" className="mt-2 min-h-6">
        {said}
      </p>
    </section>
  );
}
