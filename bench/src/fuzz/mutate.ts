/** Numbers by chance that come in the same order for the same seed, so that what is found can be found again. */
export class Chance {
  constructor(private state: number) {}

  /** 0 ≤ n < below. */
  upTo(below: number): number {
    // Mulberry32, a common generator of 32 bits.
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 4_294_967_296) * below);
  }

  of<T>(list: readonly T[]): T {
    return list[this.upTo(list.length)]!;
  }
}

type Mutation = (bytes: Uint8Array, chance: Chance) => Uint8Array;

const encoder = new TextEncoder();

function withReplaced(bytes: Uint8Array, from: number, to: number, by: Uint8Array): Uint8Array {
  const out = new Uint8Array(bytes.length - (to - from) + by.length);
  out.set(bytes.subarray(0, from));
  out.set(by, from);
  out.set(bytes.subarray(to), from + by.length);
  return out;
}

const flips: Mutation = (bytes, chance) => {
  const out = bytes.slice();
  for (let i = chance.upTo(16) + 1; i > 0; i--) out[chance.upTo(out.length)] = chance.upTo(256);
  return out;
};

const cut: Mutation = (bytes, chance) => {
  const from = chance.upTo(bytes.length);
  return withReplaced(bytes, from, Math.min(bytes.length, from + chance.upTo(400)), new Uint8Array(0));
};

const cutOff: Mutation = (bytes, chance) => {
  const kept = bytes.subarray(0, chance.upTo(bytes.length));
  return withReplaced(kept, kept.length, kept.length, encoder.encode("\nstartxref\n0\n%%EOF\n"));
};

const again: Mutation = (bytes, chance) => {
  const from = chance.upTo(bytes.length);
  const piece = bytes.slice(from, from + chance.upTo(2000));
  const at = chance.upTo(bytes.length);
  return withReplaced(bytes, at, at, piece);
};

/** What makes readers stumble: numbers out of all bounds, operators, brackets that open and never close. */
const TOKENS = [
  "0",
  "-1",
  "1e9",
  "99999999999999999999",
  "-2147483648",
  "65536",
  "0.0000000001",
  "NaN",
  "[",
  "]",
  "<<",
  ">>",
  "(",
  ")",
  "<",
  ">",
  "/",
  "%",
  "q",
  "Q",
  "cm",
  "BT",
  "ET",
  "Do",
  "W n",
  "W* n",
  "S",
  "f",
  "Tj",
  "TJ",
  "EMC",
  "BDC",
  "sh",
  "endobj",
  "endstream",
  "stream",
  "null",
  "true",
  "1 0 R",
  "0 0 R",
  "4 0 R",
  "7 0 R",
  "\\",
  "#00",
  "/Length 999999999",
  "/Kids [3 0 R 3 0 R]",
  "/Filter /FlateDecode",
  "/Filter [/LZWDecode /ASCII85Decode]",
  "/Predictor 15",
  "/N 1000000",
].map((token) => encoder.encode(` ${token} `));

const tokens: Mutation = (bytes, chance) => {
  let out = bytes;
  for (let i = chance.upTo(6) + 1; i > 0; i--) {
    const at = chance.upTo(out.length);
    out = withReplaced(out, at, Math.min(out.length, at + chance.upTo(6)), chance.of(TOKENS));
  }
  return out;
};

/** Swaps two words of the file: numbers of objects, operators, names. */
const swap: Mutation = (bytes, chance) => {
  const wordAt = (): [number, number] => {
    let from = chance.upTo(bytes.length);
    while (from > 0 && bytes[from - 1]! > 32) from--;
    let to = from;
    while (to < bytes.length && to - from < 40 && bytes[to]! > 32) to++;
    return [from, to];
  };
  const [a, b] = [wordAt(), wordAt()].sort((x, y) => x[0] - y[0]) as [[number, number], [number, number]];
  if (a[1] > b[0]) return flips(bytes, chance);
  const [first, second] = [bytes.slice(...a), bytes.slice(...b)];
  return withReplaced(withReplaced(bytes, b[0], b[1], first), a[0], a[1], second);
};

/** Takes an object out. */
const loss: Mutation = (bytes, chance) => {
  const text = new TextDecoder("latin1").decode(bytes);
  const objects = [...text.matchAll(/\d+ \d+ obj[\s\S]*?endobj/g)];
  if (objects.length === 0) return flips(bytes, chance);
  const lost = chance.of(objects);
  return withReplaced(bytes, lost.index, lost.index + lost[0].length, new Uint8Array(0));
};

const MUTATIONS: readonly Mutation[] = [flips, flips, cut, cutOff, again, tokens, tokens, swap, loss];

/** A file that was spoilt in one to three ways. */
export function spoilt(seed: Uint8Array, chance: Chance): Uint8Array {
  let bytes = seed;
  for (let i = chance.upTo(3) + 1; i > 0 && bytes.length > 0; i--) bytes = chance.of(MUTATIONS)(bytes, chance);
  return bytes;
}
