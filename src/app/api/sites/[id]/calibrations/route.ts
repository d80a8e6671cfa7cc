import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { calibrationInput, keepCalibration } from "@/server/calibrations/calibrations";
import { readJson } from "../../../body";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const input = await readJson(request, calibrationInput);
    await keepCalibration(await currentActor(), pathId((await params).id, "site"), input);
    return { id: input.id };
  });
}
