"use client";

import { Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { Popover } from "radix-ui";
import { useState } from "react";
import { send } from "../send";

/** Opens a case at a site. @param wide in words, where there is room for them */
export function NewCase({ siteId, siteName, wide = false }: { siteId: string; siteName: string; wide?: boolean }) {
  const router = useRouter();
  const [error, setError] = useState("");

  async function submit(event: React.FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const answer = await send<{ id: string }>("/api/cases", "POST", { siteId, kind: form.get("kind"), title: form.get("title") });
    if ("error" in answer) setError(answer.error);
    else router.push(`/cases/${answer.id}/brief`);
  }

  return (
    <Popover.Root>
      <Popover.Trigger
        data-new-case
        title="New case"
        aria-label={`New case at ${siteName}`}
        className={wide ? "button" : "grid size-8 shrink-0 place-items-center border border-rule-strong text-act max-desk:size-11"}
      >
        <Plus className="size-4" aria-hidden="true" /> {wide ? "New case" : null}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          aria-label="New case"
          className="z-50 w-80 border-2 border-ink bg-raised p-4 shadow-lg"
        >
          <form onSubmit={submit} className="grid gap-3">
            <label className="grid gap-1">
              Why we come
              <input name="title" required maxLength={200} className="field" placeholder="One half seems dead" />
            </label>
            <label className="grid gap-1">
              Kind
              <select name="kind" className="field">
                <option value="complaint">complaint</option>
                <option value="alarm">alarm</option>
                <option value="routine">routine</option>
              </select>
            </label>
            {error ? <p role="alert">{error}</p> : null}
            <button type="submit" className="button button-act">
              Open the case
            </button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
