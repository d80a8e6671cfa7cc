import { createHash } from "node:crypto";
import { DAY_MS } from "@/core/constants";
import { bytesPerValue, type PackedChannel } from "@/db/packedDays";
import type { SiteContent } from "../taskTypes";
import { builtAs } from "./builtAs";

/** Fingerprint of a site's descriptions and of its data before an instant: the same as long as days are only added. */
export function historyKey({ asBuilts, weather, production }: SiteContent, untilMs: number): string {
  const hash = createHash("sha256").update(builtAs(asBuilts)).update("\0");
  const add = (kind: string, channels: readonly PackedChannel[]) => {
    for (const { name, days } of channels) {
      const past = days.filter(({ day, phaseMs }) => day * DAY_MS + phaseMs < untilMs);
      if (past.length > 0) hash.update(`${kind}/${name}\0`);
      for (const { day, stepMs, phaseMs, packed } of past) {
        const values = Math.ceil((untilMs - day * DAY_MS - phaseMs) / stepMs);
        hash.update(`${day}/${stepMs}/${phaseMs}/`).update(packed.subarray(0, values * bytesPerValue(name)));
      }
    }
  };
  add("weather", weather);
  add("production", production);
  return hash.digest("hex");
}
