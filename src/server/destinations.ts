import { CaseRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "./actor";
import { readOnce } from "./readCache";

export interface Destination {
  title: string;
  href: string;
  /** Of a case: its site's name and its own id, for its stations. */
  ofCase?: { id: string; site: string };
}

/** Every page that the command palette can jump to. */
export async function destinations(actor: Actor): Promise<Destination[]> {
  allow(actor, "read");
  return readOnce(`destinations ${actor.id}`, async () => {
    const sites = await SiteRecord.findAll({ attributes: ["id", "name"], order: [["name", "ASC"]], raw: true });
    const cases = await CaseRecord.findAll({
      attributes: ["id", "title"],
      where: { closedAt: null },
      include: [{ model: SiteRecord, as: "site", attributes: ["name"] }],
    });
    return [
      { title: "Triage", href: "/" },
      { title: "Firm and prices", href: "/firm" },
      { title: "How you work", href: "/firm/practice" },
      { title: "Catalogue of the walk", href: "/firm/catalogue" },
      { title: "Draw a new site", href: "/new-site" },
      ...cases.map(({ id, title, site }) => ({
        title: `Case: ${site?.name ?? "?"}, ${title}`,
        href: `/cases/${id}/brief`,
        ofCase: { id, site: site?.name ?? "?" },
      })),
      ...sites.map(({ id, name }) => ({ title: `Site: ${name}`, href: `/sites/${id}` })),
    ];
  });
}
