import { type Actor, BUILT_IN_ACTOR } from "@/server/actor";

/** Who a request or page is for. While there are no accounts it is whoever sits at the machine. */
export async function currentActor(): Promise<Actor> {
  return BUILT_IN_ACTOR;
}
