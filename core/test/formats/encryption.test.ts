import { execFileSync, spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { packDrawing } from "../../src/drawing";
import { readDrawing } from "../../src/formats";
import { inspect } from "../../src/inspect";
import { mendFile } from "../../src/mend";
import { preset } from "../../src/standard";

/** Encrypted by qpdf, a program that is not ours; ISO 32000-1, 7.6, and ISO 32000-2 for 256 bits. */
const folder = mkdtempSync(join(tmpdir(), "encrypted-"));
afterAll(() => rmSync(folder, { recursive: true }));

const plain = join(import.meta.dirname, "../cases/pdf/weasy.pdf");
const STANDARD = preset("tarnwick")!;

let count = 0;
/** A file encrypted with an owner's password and none for its readers. */
function encrypted(bits: string, ...options: string[]): Uint8Array {
  const file = join(folder, `${++count}.pdf`);
  execFileSync("qpdf", [plain, "--allow-weak-crypto", "--encrypt", "", "owner's own", bits, ...options, "--", file]);
  return new Uint8Array(readFileSync(file));
}
const KINDS: [string, string, ...string[]][] = [
  ["RC4 of 40 bits", "40"],
  ["RC4 of 128 bits", "128", "--use-aes=n"],
  ["RC4 of 128 bits by crypt filters", "128", "--force-V4"],
  ["AES of 128 bits", "128", "--use-aes=y"],
  ["AES of 128 bits, the metadata plain", "128", "--use-aes=y", "--cleartext-metadata"],
  ["AES of 256 bits", "256"],
  ["AES of 256 bits, the metadata plain", "256", "--cleartext-metadata"],
  ["AES of 256 bits as it was before the standard", "256", "--force-R5"],
];

async function read(bytes: Uint8Array) {
  const result = await readDrawing(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value.drawing;
}
/** By qpdf's own word: whether a file is sound, and how it is encrypted. */
function checked(bytes: Uint8Array): string {
  const file = join(folder, "checked.pdf");
  writeFileSync(file, bytes);
  const done = spawnSync("qpdf", ["--check", file], { encoding: "utf8" });
  return `${done.status} ${done.stdout} ${done.stderr}`;
}

describe("a file with only an owner's password", () => {
  it.each(KINDS)("%s: is read as the same file without", async (_name, bits, ...options) => {
    const [open, shut] = await Promise.all([
      read(new Uint8Array(readFileSync(plain))),
      read(encrypted(bits, ...options)),
    ]);
    expect(Buffer.from(packDrawing(shut)).equals(Buffer.from(packDrawing(open)))).toBe(true);
  });
  it.each(KINDS)("%s: is mended, and stays encrypted as it was", async (_name, bits, ...options) => {
    const bytes = encrypted(bits, ...options);
    const mended = await mendFile(bytes, STANDARD);
    if (!mended.ok) throw new Error(mended.problem.message);
    expect(mended.value.done.length).toBeGreaterThan(0);
    const [before, after] = [checked(bytes), checked(mended.value.bytes)];
    expect(after).toMatch(/^0 /);
    const methods = (said: string) =>
      said.match(/(R|P|\w+ encryption method|.*allowed).*/g)?.filter((line) => !line.includes("checking"));
    expect(methods(after)).toEqual(methods(before));
    // A viewer that is not ours sees what we mended.
    const file = join(folder, "mended.pdf");
    writeFileSync(file, mended.value.bytes);
    const text = execFileSync("pdftotext", [file, "-"], { encoding: "utf8" });
    expect(text).toBe(execFileSync("pdftotext", [plain, "-"], { encoding: "utf8" }));
  });
  it("that forbids changing is judged, and no mend is offered", async () => {
    const bytes = encrypted("256", "--modify=none");
    const drawing = await read(bytes);
    expect(drawing.unread).toContainEqual({
      code: "permissions",
      message: "The sender's permissions forbid changing its content and adding notes.",
    });
    const { findings } = inspect(drawing, STANDARD);
    const free = inspect(await read(new Uint8Array(readFileSync(plain))), STANDARD).findings;
    expect(findings.map(({ key }) => key)).toEqual(free.map(({ key }) => key));
    expect(free.some(({ mend }) => mend !== undefined)).toBe(true);
    expect(findings.every(({ mend }) => mend === undefined)).toBe(true);
    expect(await mendFile(bytes, STANDARD)).toMatchObject({ ok: false, problem: { code: "locked" } });
  });
  it("that needs one to be opened stays shut, and says so", async () => {
    const file = join(folder, "shut.pdf");
    for (const bits of ["40", "128", "256"]) {
      execFileSync("qpdf", [plain, "--allow-weak-crypto", "--encrypt", "reader", "owner", bits, "--", file]);
      expect(await readDrawing(new Uint8Array(readFileSync(file)))).toMatchObject({
        ok: false,
        problem: { code: "encrypted", message: "The file is encrypted, and opens only with a password." },
      });
    }
  });
  it("the same mend gives the same bytes", async () => {
    const bytes = encrypted("256");
    const [one, other] = await Promise.all([mendFile(bytes, STANDARD), mendFile(bytes, STANDARD)]);
    if (!one.ok || !other.ok) throw new Error("not mended");
    expect(Buffer.from(one.value.bytes).equals(Buffer.from(other.value.bytes))).toBe(true);
  });
});
