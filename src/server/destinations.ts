import { CaseRecord, SiteRecord } from "@/db/models/records";
import { database } from "./database";

/** Every page that the command palette can jump to. */
export async function destinations(): Promise<{ title: string; href: string }[]> {
  await database();
  const [sites, cases] = await Promise.all([
    SiteRecord.findAll({ order: ["name"], raw: true }),
    CaseRecord.findAll({ where: { closedAt: null }, raw: true }),
  ]);
  const nameOf = (siteId: string) => sites.find(({ id }) => id === siteId)?.name ?? siteId;
  return [
    { title: "Triage", href: "/" },
    ...cases.map((record) => ({ title: `Case: ${nameOf(record.siteId)}, ${record.title}`, href: `/cases/${record.id}/brief` })),
    ...sites.map(({ id, name }) => ({ title: `Site: ${name}`, href: `/sites/${id}` })),
  ];
}
