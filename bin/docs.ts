import { switchTable } from "@/core/expected/switchTable";

/** What docs/ takes from the code: file, the name of its marks, and the text between them. */
export function parts(): { file: string; mark: string; text: string }[] {
  return [{ file: "models.md", mark: "choices", text: switchTable() }];
}
