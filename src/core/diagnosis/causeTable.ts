import { CAUSE_IDS } from "../causes/causes";
import { engineOf } from "../causes/engines";

/** What docs/diagnosis.md says of each cause, as a table. */
export function causeTable(): string {
  const rows = CAUSE_IDS.map((id) => {
    const { actsAs, toldFrom, notTakenFor } = engineOf(id).paper;
    return `| \`${id}\` | ${actsAs} | ${toldFrom} | ${notTakenFor} |`;
  });
  return ["| cause | acts as | told from | not taken for |", "| --- | --- | --- | --- |", ...rows].join("\n");
}
