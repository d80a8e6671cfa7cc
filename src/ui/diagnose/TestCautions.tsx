import type { Ledger } from "@/core/diagnosis/ledger";
import type { SiteFile } from "@/core/site/siteSchema";
import { CautionLine } from "../marks/CautionLine";
import { dangerAt } from "./dangerAt";

/** What has to be read before a test is begun: danger that was found at its place (what to do about it stands first on the page), then the test's own caution. */
export function TestCautions({
  site,
  danger,
  scope,
  caution,
}: {
  site: SiteFile;
  danger: Ledger["danger"];
  scope: string;
  caution: string | null | undefined;
}) {
  return (
    <>
      {dangerAt(site, danger, scope).map((one) => (
        <CautionLine key={`${one.scope}/${one.why}`}>{`Danger was found here: ${one.why}`}</CautionLine>
      ))}
      {caution ? <CautionLine>{caution}</CautionLine> : null}
    </>
  );
}
