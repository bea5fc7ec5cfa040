import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { cpus, tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { Chance, spoilt } from "./mutate";
import type { Outcome } from "./thread";

/**
 * Spoils files of many makers by chance and has them read, judged and, one in four, mended: every one must be answered
 * within the time and the memory. What is not is kept under `.data/fuzz`, to become a test. Arguments: how many, and the
 * number to begin the chance with.
 */
const [count = 10_000, seed = Date.now() % 1_000_000] = process.argv.slice(2).map(Number);
const root = process.cwd();
const LONGEST_MS = 5_000;
const MOST_MEMORY_MB = 500;
const kept = join(root, ".data", "fuzz");

/** Seeds as they are, and with their streams unpacked, so that what is drawn is spoilt, too. */
function seeds(): { name: string; bytes: Uint8Array }[] {
  const aside = mkdtempSync(join(tmpdir(), "hemstitch-fuzz-"));
  const folders = ["core/test/fixtures", "core/test/cases/pdf"].map((each) => join(root, each));
  const files = folders.flatMap((folder) =>
    readdirSync(folder)
      .filter((name) => name.endsWith(".pdf") && !/120mb|raw-/.test(name))
      .map((name) => join(folder, name)),
  );
  const all = files.flatMap((path) => {
    const name = path.slice(root.length + 1);
    const plain = { name, bytes: new Uint8Array(readFileSync(path)) };
    const out = join(aside, "plain.pdf");
    try {
      execFileSync("qpdf", ["--qdf", "--object-streams=disable", path, out], { stdio: "ignore" });
    } catch (error) {
      // qpdf warns of files that are damaged on purpose (3); what it can't unpack is spoilt as it is.
      if ((error as { status?: number }).status !== 3) return [plain];
    }
    return [plain, { name: `${name}, unpacked`, bytes: new Uint8Array(readFileSync(out)) }];
  });
  rmSync(aside, { recursive: true, force: true });
  return all;
}

interface Asked {
  readonly name: string;
  readonly bytes: Uint8Array;
}

const answers = new Map<string, number>();
const wrong: string[] = [];
let [slowest, slowestName] = [0, ""];

/** One thread after the other in one place; a thread that is stuck is ended, and another takes its place. */
class Place {
  private worker = this.start();
  private finish: ((outcome: Outcome) => void) | undefined;
  private id = 0;

  private start(): Worker {
    const worker = new Worker(new URL("./fuzz-thread.mjs", import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
      stdout: true,
      stderr: true,
    });
    worker.on("message", (outcome: Outcome) => {
      if (outcome.id === this.id) this.finish?.(outcome);
    });
    worker.on("error", (error) => {
      this.worker = this.start();
      this.finish?.({ id: this.id, answer: "wrong", why: `The thread ended: ${error.message}` });
    });
    return worker;
  }

  async try({ name, bytes }: Asked, mend: boolean): Promise<void> {
    const began = performance.now();
    const id = ++this.id;
    let timer: NodeJS.Timeout | undefined;
    const outcome = await new Promise<Outcome>((resolve) => {
      this.finish = resolve;
      timer = setTimeout(() => {
        const stuck = this.worker;
        this.worker = this.start();
        void stuck.terminate();
        resolve({ id, answer: "wrong", why: `No answer within ${LONGEST_MS / 1000} s` });
      }, LONGEST_MS);
      this.worker.postMessage({ id, bytes, mend });
    });
    clearTimeout(timer);
    const took = performance.now() - began;
    if (took > slowest) [slowest, slowestName] = [took, name];
    answers.set(outcome.answer, (answers.get(outcome.answer) ?? 0) + 1);
    if (outcome.answer !== "wrong") return;
    mkdirSync(kept, { recursive: true });
    const path = join(kept, `${seed}-${wrong.length}.pdf`);
    writeFileSync(path, bytes);
    wrong.push(`${path} (${name}): ${outcome.why?.split("\n").slice(0, 4).join(" | ")}`);
  }

  end(): Promise<number> {
    return this.worker.terminate();
  }
}

const all = seeds();
const chance = new Chance(seed);
let next = 0;
const peak = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 200);
let most = 0;
const began = performance.now();
const places = Array.from({ length: Math.min(4, cpus().length) }, () => new Place());
await Promise.all(
  places.map(async (place) => {
    while (next < count) {
      const number = next++;
      const origin = chance.of(all);
      await place.try({ name: origin.name, bytes: spoilt(origin.bytes, chance) }, number % 4 === 0);
      if (number % 1000 === 999) process.stderr.write(`${number + 1} of ${count}, ${wrong.length} wrong\n`);
    }
  }),
);
clearInterval(peak);
await Promise.all(places.map((place) => place.end()));
process.stdout.write(
  `${count} inputs from ${all.length} seeds, begun with ${seed}, in ${((performance.now() - began) / 1000).toFixed(0)} s\n`,
);
for (const [answer, times] of [...answers].sort()) process.stdout.write(`${answer}: ${times}\n`);
process.stdout.write(
  `slowest: ${slowest.toFixed(0)} ms (${slowestName}); most memory of all threads: ${(most / 2 ** 20).toFixed(0)} MB\n`,
);
for (const each of wrong) process.stdout.write(`${each}\n`);
process.exitCode = wrong.length > 0 ? 1 : 0;
