import { cbc, ecb } from "@noble/ciphers/aes";
import { md5 } from "@noble/hashes/legacy";
import { sha256, sha384, sha512 } from "@noble/hashes/sha2";
import { joined } from "../../../base/bytes";
import { dictAt, nameAt, numberAt } from "../objects";
import { rc4 } from "./rc4";
import { Dict, List, Name, resolved, Stream, type ObjectSource, type Value } from "./values";

/**
 * The standard security handler (ISO 32000-1, 7.6, and ISO 32000-2 for 256 bits): files that open without a password,
 * as every viewer opens them, though their owner has one. RC4 of 40 to 128 bits, AES of 128 and 256.
 */
export interface Encryption {
  /** Whether who opens the file without a password may change what stands on its pages. */
  readonly mayChange: boolean;
  /** What the sender's permissions forbid, in words. */
  readonly forbidden: readonly string[];
  /** An object as it is meant, from how it stands in the file. */
  decrypted(number: number, generation: number, value: Value): Value;
  /** The other way. */
  encrypted(number: number, generation: number, value: Value): Value;
}

/** Why a file stays shut. */
export class NotOpened extends Error {}

type Cipher = "none" | "rc4" | "aes128" | "aes256";

/** The padding of passwords (ISO 32000-1, algorithm 2). */
const PADDING = Uint8Array.from([
  0x28, 0xbf, 0x4e, 0x5e, 0x4e, 0x75, 0x8a, 0x41, 0x64, 0x00, 0x4e, 0x56, 0xff, 0xfa, 0x01, 0x08, 0x2e, 0x2e, 0x00,
  0xb6, 0xd0, 0x68, 0x3e, 0x80, 0x2f, 0x0c, 0xa9, 0xfe, 0x64, 0x53, 0x69, 0x7a,
]);

/** Permissions by their bit (ISO 32000-1, table 22), and what it means where it is not set. */
const FORBIDDEN: readonly (readonly [bit: number, words: string])[] = [
  [1 << 2, "printing"],
  [1 << 3, "changing its content"],
  [1 << 4, "copying from it"],
  [1 << 5, "adding notes"],
];
const MAY_CHANGE = 1 << 3;

/** The encryption of a file that opens with the empty password. Throws `NotOpened` for every other. */
export function encryptionOf(dict: Dict, id: Uint8Array, source: ObjectSource): Encryption {
  const filter = nameAt(dict, "Filter");
  if (filter !== "Standard")
    throw new NotOpened(`The file is encrypted in a way that is not read (${filter ?? "not said"}).`);
  const [version, revision] = [numberAt(dict, "V") ?? 0, numberAt(dict, "R") ?? 0];
  const permissions = numberAt(dict, "P") ?? -1;
  const key =
    version === 5
      ? keyOf256(dict, revision, source)
      : version >= 1 && version <= 4
        ? keyOf128(dict, { version, revision, permissions, id, source })
        : undefined;
  if (!key) throw new NotOpened("The file is encrypted, and opens only with a password.");
  const own = dict.entries.get("EncryptMetadata");
  const ciphers = ciphersOf(dict, version);
  return new StandardEncryption(key, ciphers, resolved(own, source) !== false, permissions);
}

const bytesAt = (dict: Dict, key: string, source: ObjectSource): Uint8Array => {
  const value = resolved(dict.entries.get(key), source);
  return value instanceof Uint8Array ? value : new Uint8Array(0);
};

function ciphersOf(dict: Dict, version: number): { readonly strings: Cipher; readonly streams: Cipher } {
  if (version < 4) return { strings: "rc4", streams: "rc4" };
  const filters = dictAt(dict, "CF");
  const cipherOf = (name: string | undefined): Cipher => {
    const method = name === undefined || name === "Identity" ? "None" : nameAt(filters && dictAt(filters, name), "CFM");
    if (method === "V2") return "rc4";
    if (method === "AESV2") return "aes128";
    return method === "AESV3" ? "aes256" : "none";
  };
  return { strings: cipherOf(nameAt(dict, "StrF")), streams: cipherOf(nameAt(dict, "StmF")) };
}

interface Of128 {
  readonly version: number;
  readonly revision: number;
  readonly permissions: number;
  readonly id: Uint8Array;
  readonly source: ObjectSource;
}

const littleEndian = (value: number, length: number): Uint8Array =>
  Uint8Array.from({ length }, (_, i) => (value >> (8 * i)) & 255);

/** Algorithm 2 with the empty password, and algorithms 4 and 5 to see whether it is the right one. */
function keyOf128(dict: Dict, { version, revision, permissions, id, source }: Of128): Uint8Array | undefined {
  const length = version === 1 ? 5 : Math.min(16, Math.max(5, (numberAt(dict, "Length") ?? 40) / 8));
  const size = version === 4 ? 16 : Math.floor(length);
  const isPlain = resolved(dict.entries.get("EncryptMetadata"), source) === false;
  const owner = bytesAt(dict, "O", source).subarray(0, 32);
  let hash = md5(
    joined([
      PADDING,
      owner,
      littleEndian(permissions, 4),
      id,
      ...(revision >= 4 && isPlain ? [Uint8Array.of(255, 255, 255, 255)] : []),
    ]),
  );
  if (revision >= 3) for (let i = 0; i < 50; i++) hash = md5(hash.subarray(0, size));
  const key = hash.slice(0, size);
  const user = bytesAt(dict, "U", source);
  if (revision < 3) return sameBytes(rc4(key, PADDING), user.subarray(0, 32)) ? key : undefined;
  let check = rc4(key, md5(joined([PADDING, id])));
  for (let i = 1; i < 20; i++)
    check = rc4(
      key.map((byte) => byte ^ i),
      check,
    );
  return sameBytes(check, user.subarray(0, 16)) ? key : undefined;
}

/** Algorithm 2.A of ISO 32000-2 with the empty password. */
function keyOf256(dict: Dict, revision: number, source: ObjectSource): Uint8Array | undefined {
  const user = bytesAt(dict, "U", source);
  const [check, validation, salt] = [user.subarray(0, 32), user.subarray(32, 40), user.subarray(40, 48)];
  const hash = (own: Uint8Array): Uint8Array => (revision >= 6 ? hardened(own) : sha256(own));
  if (user.length < 48 || !sameBytes(hash(validation), check)) return undefined;
  const wrapped = bytesAt(dict, "UE", source).subarray(0, 32);
  if (wrapped.length !== 32) return undefined;
  return cbc(hash(salt), new Uint8Array(16), { disablePadding: true }).decrypt(Uint8Array.from(wrapped));
}

/** Algorithm 2.B of ISO 32000-2 for the empty password. */
function hardened(salt: Uint8Array): Uint8Array {
  let key = sha256(salt);
  for (let round = 0, last = 0; round < 64 || last > round - 32; round++) {
    const repeated = joined(Array.from({ length: 64 }, () => key));
    const made = cbc(key.subarray(0, 16), key.subarray(16, 32), { disablePadding: true }).encrypt(repeated);
    const sum = made.subarray(0, 16).reduce((total, byte) => total + byte, 0) % 3;
    key = sum === 0 ? sha256(made) : sum === 1 ? sha384(made) : sha512(made);
    last = made[made.length - 1] ?? 0;
  }
  return key.slice(0, 32);
}

const sameBytes = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.every((byte, i) => byte === b[i]);

type Turn = (cipher: Cipher, key: Uint8Array, bytes: Uint8Array) => Uint8Array;

class StandardEncryption implements Encryption {
  readonly mayChange: boolean;
  readonly forbidden: readonly string[];

  constructor(
    private readonly key: Uint8Array,
    private readonly ciphers: { readonly strings: Cipher; readonly streams: Cipher },
    private readonly encryptsMetadata: boolean,
    permissions: number,
  ) {
    this.mayChange = (permissions & MAY_CHANGE) !== 0;
    this.forbidden = FORBIDDEN.filter(([bit]) => (permissions & bit) === 0).map(([, words]) => words);
  }

  decrypted(number: number, generation: number, value: Value): Value {
    return this.turned(number, generation, value, opened);
  }

  encrypted(number: number, generation: number, value: Value): Value {
    return this.turned(number, generation, value, shut);
  }

  private turned(number: number, generation: number, value: Value, turn: Turn): Value {
    const { strings, streams } = this.ciphers;
    const keys = new Map<Cipher, Uint8Array>();
    const keyFor = (cipher: Cipher): Uint8Array => {
      const known = keys.get(cipher) ?? this.objectKey(cipher, number, generation);
      keys.set(cipher, known);
      return known;
    };
    const within = (each: Value): Value => {
      if (each instanceof Uint8Array) return turn(strings, keyFor(strings), each);
      if (each instanceof List) return new List(each.items.map(within), each.source);
      if (each instanceof Dict) return dictOf(each);
      return each;
    };
    const dictOf = ({ entries, source }: Dict): Dict =>
      new Dict(new Map([...entries].map(([name, each]) => [name, within(each)])), source);
    if (!(value instanceof Stream)) return within(value);
    const cipher = this.isPlain(value) ? "none" : streams;
    const dict = nameAt(value.dict, "Type") === "XRef" ? value.dict : dictOf(value.dict);
    return new Stream(dict, turn(cipher, keyFor(cipher), value.packed), value.number);
  }

  /** Cross-reference streams never are encrypted; metadata, and what says so itself, need not be. */
  private isPlain({ dict }: Stream): boolean {
    const type = nameAt(dict, "Type");
    if (type === "XRef" || (type === "Metadata" && !this.encryptsMetadata)) return true;
    const filter = dict.entries.get("Filter");
    const first = filter instanceof List ? filter.items[0] : filter;
    if (!(first instanceof Name) || first.text !== "Crypt") return false;
    return (nameAt(dictAt(dict, "DecodeParms"), "Name") ?? "Identity") === "Identity";
  }

  /** Algorithm 1 of ISO 32000-1; with 256 bits all objects have one key. */
  private objectKey(cipher: Cipher, number: number, generation: number): Uint8Array {
    if (cipher === "none" || cipher === "aes256") return this.key;
    const salt = cipher === "aes128" ? [Uint8Array.of(0x73, 0x41, 0x6c, 0x54)] : [];
    const hash = md5(joined([this.key, littleEndian(number, 3), littleEndian(generation, 2), ...salt]));
    return hash.slice(0, Math.min(16, this.key.length + 5));
  }
}

const BLOCK = 16;

const opened: Turn = (cipher, key, bytes) => {
  if (cipher === "none") return bytes;
  if (cipher === "rc4") return rc4(key, bytes);
  // What is shorter than its first block and one more holds nothing; what was cut off is read as far as it goes.
  const whole = bytes.length - (bytes.length % BLOCK);
  if (whole < 2 * BLOCK) return new Uint8Array(0);
  const vector = Uint8Array.from(bytes.subarray(0, BLOCK));
  const plain = cbc(key, vector, { disablePadding: true }).decrypt(Uint8Array.from(bytes.subarray(BLOCK, whole)));
  const padding = plain[plain.length - 1] ?? 0;
  return whole === bytes.length && padding >= 1 && padding <= BLOCK ? plain.subarray(0, plain.length - padding) : plain;
};

const shut: Turn = (cipher, key, bytes) => {
  if (cipher === "none") return bytes;
  if (cipher === "rc4") return rc4(key, bytes);
  const vector = vectorFor(key, bytes);
  return joined([vector, cbc(key, vector).encrypt(Uint8Array.from(bytes))]);
};

/**
 * The first block. It must not be the same for two texts, and need not be secret: made of what is encrypted and the key,
 * so that the same mend of the same file gives the same bytes.
 */
const vectorFor = (key: Uint8Array, bytes: Uint8Array): Uint8Array =>
  ecb(key, { disablePadding: true }).encrypt(md5(bytes));
