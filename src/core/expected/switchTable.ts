import { MODEL_SWITCHES } from "./modelSwitches";
import { DEFAULT_MODEL } from "./options";

/** The choices of the model as the table of docs/models.md, so that the page can't say anything else. */
export function switchTable(): string {
  const rows = MODEL_SWITCHES.map(({ key, label, at, does, choices, unit }) => {
    const value = DEFAULT_MODEL[key];
    const usual = choices?.[String(value)] ?? (value === true ? "on" : `${value} ${unit ?? ""}`.trim());
    return `| ${label} | \`${key}\` | ${at} | ${does} | ${usual} |`;
  });
  return ["| choice | key | acts on | what it does | default |", "| --- | --- | --- | --- | --- |", ...rows].join("\n");
}
