import { cancelJob, findJob } from "@/server/jobs/jobs";
import { respond } from "../../respond";

type Context = { params: Promise<{ id: string }> };

export function GET(request: Request, { params }: Context) {
  return respond(request, async () => findJob((await params).id));
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => ({ cancelled: cancelJob((await params).id) }));
}
