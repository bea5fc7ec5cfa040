import type { Role } from "../database/schema";

/** What somebody may want to do, and who may. */
export const MAY = {
  /** Look at what is shared with them. */
  see: ["coordinator", "project-lead", "drafter", "reader"],
  /** Look at everything of the office. */
  "see-office": ["coordinator", "project-lead", "drafter"],
  /** Hand in drawings to be inspected; who sees some plan sets only, into one of these. */
  "hand-in": ["coordinator", "project-lead", "drafter", "reader"],
  /** Have what was found mended. */
  mend: ["coordinator", "project-lead", "drafter"],
  "edit-plan-set": ["coordinator", "project-lead", "drafter"],
  "edit-standard": ["coordinator"],
  request: ["coordinator", "project-lead", "drafter", "reader"],
  decide: ["coordinator"],
  people: ["coordinator"],
  /** One's own password, sessions and tokens. */
  account: ["coordinator", "project-lead", "drafter", "reader"],
} as const satisfies Record<string, readonly Role[]>;

export type Need = keyof typeof MAY;

/** All that a role may do. */
export const needsOf = (role: Role): Need[] => (Object.keys(MAY) as Need[]).filter((need) => may(role, need));

export const may = (role: Role, need: Need): boolean => (MAY[need] as readonly Role[]).includes(role);
