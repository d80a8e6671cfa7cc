import type { ModuleType, PvString, SiteFile } from "./siteSchema";

type Strings = Pick<SiteFile, "strings">;
type Modules = Pick<SiteFile, "moduleTypes">;

/** The module type of a string. A site that was read has it; the reader sees to that. */
export function moduleTypeOf(site: Modules, pvString: Pick<PvString, "id" | "moduleType">): ModuleType {
  const type = site.moduleTypes.find(({ id }) => id === pvString.moduleType);
  if (!type) throw new RangeError(`string ${pvString.id}: no module type ${pvString.moduleType}`);
  return type;
}

/** Strings on an inverter, in the site file's order. */
export function stringsOf(site: Strings, inverterId: string): PvString[] {
  return site.strings.filter((pvString) => pvString.inverter === inverterId);
}

/** Nameplate power of a string, W. */
export function stringNameplateW(site: Modules, pvString: PvString): number {
  return pvString.modules * moduleTypeOf(site, pvString).pmaxW;
}

/** Nameplate power of a whole site, W. */
export function siteNameplateW(site: Strings & Modules): number {
  return site.strings.reduce((sum, pvString) => sum + stringNameplateW(site, pvString), 0);
}

/** What a site is called: its name, else its id. */
export function siteName(site: Pick<SiteFile, "id" | "name">): string {
  return site.name ?? site.id;
}
