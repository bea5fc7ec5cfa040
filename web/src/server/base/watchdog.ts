import { Worker } from "node:worker_threads";

/** How often a process says that it lives, and is looked at. Milliseconds. */
const BEAT_MS = 500;
const LOOK_MS = 1000;

/** A process that has done nothing for so long stands still: HEMSTITCH_STANDSTILL_S, 20 unless set. */
const standstillS = (): number => Number(process.env["HEMSTITCH_STANDSTILL_S"]) || 20;

/**
 * The watcher: a thread that counts how often it looked and found no new beat. It counts its own looks and not the time,
 * so that a machine that slept is not taken for a process that stood still.
 */
const WATCHER = `
const { workerData: { beats, looks, lookMs, name } } = require("node:worker_threads");
const { writeSync } = require("node:fs");
let [last, still] = [-1, 0];
setInterval(() => {
  const now = Atomics.load(beats, 0);
  still = now === last ? still + 1 : 0;
  last = now;
  if (still < looks) return;
  writeSync(2, name + " " + process.pid + ": it has stood still for " + looks + " seconds and is ended\\n");
  process.kill(process.pid, "SIGKILL");
}, lookMs);
`;

/**
 * Ends this process where it stands still: one that computes without end answers nobody, and whoever supervises it
 * starts it again only when it has ended.
 */
export function endIfStill(name: string): void {
  const beats = new Int32Array(new SharedArrayBuffer(4));
  setInterval(() => Atomics.add(beats, 0, 1), BEAT_MS).unref();
  const looks = Math.ceil((standstillS() * 1000) / LOOK_MS);
  new Worker(WATCHER, { eval: true, workerData: { beats, looks, lookMs: LOOK_MS, name } }).unref();
}
