import { ForbiddenError } from "@/core/errors/errors";

/** What a role may do: look, record what was seen and measured, or change sites, data and what others rely on. */
export type Right = "read" | "record" | "manage";
export type Role = "reader" | "technician" | "lead";

const RIGHTS: Record<Role, readonly Right[]> = {
  reader: ["read"],
  technician: ["read", "record"],
  lead: ["read", "record", "manage"],
};

/** Who asks for a use case. Kept with everything that is recorded. */
export interface Actor {
  id: string;
  /** As people call them; empty for the built-in one. */
  name: string;
  role: Role;
}

/** Whoever sits at the machine, while there are no accounts. */
export const BUILT_IN_ACTOR: Actor = { id: "built-in", name: "", role: "lead" };

/** The first line of every use case. @throws ForbiddenError where the role doesn't have the right */
export function allow(actor: Actor, right: Right): void {
  if (!RIGHTS[actor.role].includes(right)) throw new ForbiddenError(`This needs the right to ${right}; a ${actor.role} doesn't have it`);
}
