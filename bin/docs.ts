import { causeTable } from "@/core/diagnosis/causeTable";
import { switchTable } from "@/core/expected/switchTable";
import { siteKeyTable } from "@/core/formats/siteKeyTable";
import { sumTable } from "@/core/sums/sumTable";

/** What docs/ takes from the code: file, the name of its marks, and the text between them. */
export function parts(): { file: string; mark: string; text: string }[] {
  return [
    { file: "models.md", mark: "choices", text: switchTable() },
    { file: "formats.md", mark: "keys", text: siteKeyTable() },
    { file: "formats.md", mark: "sums", text: sumTable() },
    { file: "diagnosis.md", mark: "causes", text: causeTable() },
  ];
}
