import { z } from "zod";
import { briefSchema } from "@/server/cases/brief";
import { createCase } from "@/server/cases/createCase";
import { presentSite } from "@/server/sites/asBuilt";
import { respond } from "../respond";

const input = z.object({
  siteId: z.string(),
  kind: z.enum(["complaint", "alarm", "routine"]),
  title: z.string().trim().min(1, "a title is needed").max(200),
});

export function POST(request: Request) {
  return respond(request, async () => {
    const { siteId, kind, title } = input.parse(await request.json());
    await presentSite(siteId);
    return { id: await createCase({ siteId, kind, title, brief: briefSchema.parse({}) }) };
  });
}
