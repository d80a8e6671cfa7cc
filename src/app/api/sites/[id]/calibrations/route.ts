import { calibrationInput, keepCalibration } from "@/server/calibrations/calibrations";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const input = calibrationInput.parse(await request.json());
    await keepCalibration((await params).id, input);
    return { id: input.id };
  });
}
