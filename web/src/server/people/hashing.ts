import { hashPassword as hash, verifyPassword as verify } from "better-auth/crypto";

/** Passwords that are hashed at a time: each takes a tenth of a second of one of the process's four helpers. */
const AT_ONCE = 2;
/** How many may wait; who comes after these is told to come back. */
const MOST_WAITING = 40;

/** More sign-ins at once than can be worked through in a few seconds. */
export class TooManySignIns extends Error {}

let busy = 0;
const waiting: (() => void)[] = [];

/** Hashing in a queue: sixty sign-ins at once wait for each other, and nobody else waits for them. */
async function inQueue<T>(work: () => Promise<T>): Promise<T> {
  if (busy >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING) throw new TooManySignIns();
    await new Promise<void>((resolve) => waiting.push(resolve));
  }
  busy++;
  try {
    return await work();
  } finally {
    busy--;
    waiting.shift()?.();
  }
}

/** A password as it is kept: scrypt (N 16384, r 16, p 1) with a salt of its own. */
export const hashPassword = (password: string): Promise<string> => inQueue(() => hash(password));

export const verifyPassword = (kept: { readonly hash: string; readonly password: string }): Promise<boolean> =>
  inQueue(() => verify(kept));
