/** Bodies that one sender may have in memory at a time: a person who has signed in, or an address. */
export const MOST_OF_SENDER = 8;
/** Bytes of bodies that a process has in memory at a time, whoever sent them. */
const MOST_BYTES = 256 * 2 ** 20;

/** More bodies at once than there is room for; they may come again in a moment. */
export class TooManyBodies extends Error {}

const ofSenders = new Map<string, number>();
let held = 0;

/** Room for one body, which grows with what arrives and is given back when it has been read. */
export interface Room {
  grow(bytes: number): void;
}

/** Reads a body while room is kept for it. Throws `TooManyBodies` where there is none. */
export async function inRoom<T>(sender: string, read: (room: Room) => Promise<T>): Promise<T> {
  const now = ofSenders.get(sender) ?? 0;
  if (now >= MOST_OF_SENDER) throw new TooManyBodies();
  ofSenders.set(sender, now + 1);
  let own = 0;
  try {
    return await read({
      grow: (bytes) => {
        if (held + bytes > MOST_BYTES) throw new TooManyBodies();
        own += bytes;
        held += bytes;
      },
    });
  } finally {
    held -= own;
    const left = (ofSenders.get(sender) ?? 1) - 1;
    if (left > 0) ofSenders.set(sender, left);
    else ofSenders.delete(sender);
  }
}
