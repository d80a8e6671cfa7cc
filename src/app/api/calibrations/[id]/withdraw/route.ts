import { z } from "zod";
import { withdrawCalibration } from "@/server/calibrations/calibrations";
import { respond } from "../../../respond";

const body = z.object({ withdrawn: z.boolean() });

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { withdrawn } = body.parse(await request.json());
    await withdrawCalibration((await params).id, withdrawn);
    return {};
  });
}
