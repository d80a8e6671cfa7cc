import { z } from "zod";
import { withdrawFinding } from "@/server/findings/findings";
import { respond } from "../../../respond";

const body = z.object({ withdrawn: z.boolean() });

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { withdrawn } = body.parse(await request.json());
    await withdrawFinding((await params).id, withdrawn);
    return {};
  });
}
