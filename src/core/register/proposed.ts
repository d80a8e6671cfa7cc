import { NEW_PART, type PartFields } from "../changes/partFields";
import { moduleTypeOf } from "../site/lookups";
import type { SiteFile } from "../site/siteSchema";
import type { Part } from "./parts";

/**
 * Parts that the as-built tells of and the register doesn't hold yet: one line an inverter, one a string's modules, the battery, the meter. What is
 * written of them is what the as-built knows; serials and guarantees come from the site.
 */
export function proposedParts(site: SiteFile, parts: readonly Part[]): PartFields[] {
  const has = (kind: PartFields["kind"], place: string) =>
    parts.some(
      (part) =>
        !part.takenBack && part.kind === kind && (part.place === place || (kind === "module" && part.place.startsWith(`${place}.`))),
    );
  const installed = site.commissioned ?? "";
  const proposed: PartFields[] = [
    ...site.strings.map((pvString): PartFields => {
      const type = moduleTypeOf(site, pvString);
      const note = `${pvString.modules} modules of ${type.pmaxW} W`;
      return { ...NEW_PART, kind: "module", place: pvString.id, maker: type.maker ?? "", model: type.model ?? type.id, installed, note };
    }),
    ...site.inverters.map((inverter): PartFields => {
      const note = `${inverter.acRatedW} W${inverter.kind === "micro" ? " each" : ""}`;
      return { ...NEW_PART, kind: inverter.kind === "micro" ? "converter" : "inverter", place: inverter.id, installed, note };
    }),
    ...(site.battery ? [{ ...NEW_PART, kind: "battery" as const, place: "site", installed, note: `${site.battery.capacityKwh} kWh` }] : []),
    { ...NEW_PART, kind: "meter", place: "site", installed },
  ];
  return proposed.filter(({ kind, place }) => !has(kind, place));
}
