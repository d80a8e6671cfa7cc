import { findingInput, recordFinding } from "@/server/findings/findings";
import { respond } from "../respond";

export function POST(request: Request) {
  return respond(request, async () => {
    const input = findingInput.parse(await request.json());
    await recordFinding(input);
    return { id: input.id };
  });
}
