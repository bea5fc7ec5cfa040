/** Large bodies that one sender may have in memory at a time: a person who has signed in, or an address. */
export const MOST_OF_SENDER = 8;
/**
 * The same of small ones. They cost next to nothing, and an address may be that of many people: it must not be enough
 * to hold a few lines open to keep all of them out.
 */
export const MOST_SMALL = 200;
/** A body of no more is small. Bytes. */
export const SMALL_BYTES = 64 * 1024;
/** Bytes of bodies that a process has in memory at a time, whoever sent them. */
const MOST_BYTES = 256 * 2 ** 20;

/** More bodies at once than there is room for; they may come again in a moment. */
export class TooManyBodies extends Error {}

interface Held {
  /** Bodies by sender and size. */
  readonly ofSenders: Map<string, number>;
  bytes: number;
}

const kept = globalThis as { hemstitchBodies?: Held };
const held = (kept.hemstitchBodies ??= { ofSenders: new Map(), bytes: 0 });

/** Room for one body, which grows with what arrives and is given back when it has been read. */
export interface Room {
  grow(bytes: number): void;
}

/** Reads a body of so many bytes at most while room is kept for it. Throws `TooManyBodies` where there is none. */
export async function inRoom<T>(sender: string, most: number, read: (room: Room) => Promise<T>): Promise<T> {
  const isSmall = most <= SMALL_BYTES;
  const key = `${isSmall ? "small" : "large"} ${sender}`;
  const now = held.ofSenders.get(key) ?? 0;
  if (now >= (isSmall ? MOST_SMALL : MOST_OF_SENDER)) throw new TooManyBodies();
  held.ofSenders.set(key, now + 1);
  let own = 0;
  try {
    return await read({
      grow: (bytes) => {
        if (held.bytes + bytes > MOST_BYTES) throw new TooManyBodies();
        own += bytes;
        held.bytes += bytes;
      },
    });
  } finally {
    held.bytes -= own;
    const left = (held.ofSenders.get(key) ?? 1) - 1;
    if (left > 0) held.ofSenders.set(key, left);
    else held.ofSenders.delete(key);
  }
}
