import type { Role } from "../database/schema";

/** What somebody may want to do, and who may. */
export const MAY = {
  /** Look at what is shared with them. */
  see: ["coordinator", "project-lead", "drafter", "reader"],
  /** Look at everything of the office. */
  "see-office": ["coordinator", "project-lead", "drafter"],
  inspect: ["coordinator", "project-lead", "drafter"],
  "edit-plan-set": ["coordinator", "project-lead", "drafter"],
  "edit-standard": ["coordinator"],
  request: ["coordinator", "project-lead", "drafter", "reader"],
  decide: ["coordinator"],
  people: ["coordinator"],
  /** One's own password, sessions and tokens. */
  account: ["coordinator", "project-lead", "drafter", "reader"],
} as const satisfies Record<string, readonly Role[]>;

export type Need = keyof typeof MAY;

export const may = (role: Role, need: Need): boolean => (MAY[need] as readonly Role[]).includes(role);
