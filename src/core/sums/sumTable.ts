import { z } from "zod";
import type { SumKind } from "./sum";
import { SUMS } from "./sumKinds";

/** Every kind of sum as the table of docs/formats.md, so that the page can't say anything else. */
export function sumTable(): string {
  const rows = Object.values(SUMS).map(({ kind, shape, inputs, outputs, formula, source }) => {
    const keys = Object.keys(inputs).map((key) => `\`${key}${optional(shape, key) ? "?" : ""}\``);
    return `| \`${kind}\` | ${keys.join(", ")} | ${Object.keys(outputs)
      .map((key) => `\`${key}\``)
      .join(", ")} | ${cell(formula)} | ${cell(source)} |`;
  });
  return ["| kind | inputs | values | formula | source |", "| --- | --- | --- | --- | --- |", ...rows].join("\n");
}

const optional = (shape: SumKind["shape"], key: string) => z.safeParse(shape[key], null).success;

/** A bar of a formula isn't one of the table. */
const cell = (text: string) => text.replaceAll("|", "\\|");
