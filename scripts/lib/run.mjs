// Small helpers of the scripts: the project's folder, running programs, free ports.
import { spawn, spawnSync } from "node:child_process";
import { createServer } from "node:net";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = join(dirname(fileURLToPath(import.meta.url)), "..", "..");
export const bin = (name) => join(root, "node_modules", ".bin", name);

/** Runs a program to its end with its output shown; throws when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { stdio: "inherit", cwd: root, ...options });
  if (done.error) throw done.error;
  if (done.status !== 0) throw new Error(`${command} ${args.join(" ")} ended with ${done.status ?? done.signal}`);
}

/** Output of a program, or undefined where it fails or is missing. */
export function output(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: "utf8", cwd: root, ...options });
  return done.status === 0 ? done.stdout.trim() : undefined;
}

/** Starts a program of its own process group, so that all it starts can be stopped with it. */
export const start = (command, args, options = {}) => spawn(command, args, { cwd: root, detached: true, ...options });

/**
 * Keeps a program running: one that ends is started again a second later, until it is to stop. Gives its process
 * number, which changes with each start, and how to stop it.
 */
export function keepRunning(name, command, args, options = {}) {
  let child;
  let stopping = false;
  const launch = () => {
    if (stopping) return;
    child = start(command, args, options);
    child.once("exit", (code, signal) => {
      if (stopping) return;
      process.stderr.write(`${name} has ended (${signal ?? code}); it is started again.\n`);
      setTimeout(launch, 1000);
    });
  };
  launch();
  return {
    get pid() {
      return child.pid;
    },
    stop: async () => {
      stopping = true;
      await stop(child);
    },
  };
}

/** Stops a program and all that it started; by force after five seconds. */
export async function stop(child) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once("exit", resolve));
  kill(child, "SIGTERM");
  const force = setTimeout(() => kill(child, "SIGKILL"), 5000);
  await ended;
  clearTimeout(force);
}

function kill(child, signal) {
  try {
    process.kill(-child.pid, signal);
  } catch {
    // It has ended already.
  }
}

/** The first free port on loopback from `wanted` on. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 200; port++) if (await isFree(port)) return port;
  throw new Error(`No free port between ${wanted} and ${wanted + 199}.`);
}

const isFree = (port) =>
  new Promise((resolve) => {
    const server = createServer();
    server.once("error", () => resolve(false));
    server.listen(port, "127.0.0.1", () => server.close(() => resolve(true)));
  });

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits until an address answers. */
export async function answers(url, seconds) {
  for (let i = 0; i < seconds * 5; i++) {
    try {
      if ((await fetch(url)).status < 500) return;
    } catch {
      // Not yet.
    }
    await sleep(200);
  }
  throw new Error(`${url} did not answer within ${seconds} s.`);
}
