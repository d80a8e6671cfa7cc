import { notFound } from "next/navigation";
import { IrradantError, NotFoundError } from "@/core/errors/errors";

/** Why a page can't be shown as it should, in one line for the person before it. */
export interface Trouble {
  trouble: string;
}

/**
 * Loads what a page shows. What isn't there becomes the page that says so; other trouble that Irradant knows comes back as
 * words, so that the page stands and tells what is wrong and where. Defects go on to `error.tsx`.
 */
export async function orTrouble<T>(load: () => Promise<T>): Promise<T | Trouble> {
  try {
    return await load();
  } catch (error) {
    if (error instanceof NotFoundError) notFound();
    if (!(error instanceof IrradantError)) throw error;
    console.error(`irradant: ${error.message}`);
    return { trouble: error.message };
  }
}

/** Whether loading came to trouble. */
export function isTrouble<T extends object>(loaded: T | Trouble): loaded is Trouble {
  return "trouble" in loaded;
}
