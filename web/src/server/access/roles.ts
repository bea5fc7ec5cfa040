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

/** From who may least to who may most. */
const BY_POWER: readonly Role[] = ["reader", "drafter", "project-lead", "coordinator"];

/** The one of two roles that may less. */
export const lesserRole = (a: Role, b: Role): Role => (BY_POWER.indexOf(a) <= BY_POWER.indexOf(b) ? a : b);

/** The roles that may no more than one, the least first. */
export const rolesUpTo = (role: Role): readonly Role[] => BY_POWER.slice(0, BY_POWER.indexOf(role) + 1);

/** All that a role may do. */
export const needsOf = (role: Role): Need[] => (Object.keys(MAY) as Need[]).filter((need) => may(role, need));

export const may = (role: Role, need: Need): boolean => (MAY[need] as readonly Role[]).includes(role);
