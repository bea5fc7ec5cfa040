import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const root = join(import.meta.dirname, "../../..");

/** Runs a program that is watched, to its end. */
function watched(program: string) {
  const code = `import { endIfStill } from ${JSON.stringify(join(root, "web/src/server/base/watchdog.ts"))}; endIfStill("test"); ${program}`;
  return spawnSync(join(root, "node_modules/.bin/tsx"), ["--eval", code], {
    encoding: "utf8",
    env: { ...process.env, HEMSTITCH_STANDSTILL_S: "2" },
    timeout: 40_000,
  });
}

describe("a process that is watched", () => {
  it("is ended when it stands still, and says so", () => {
    const done = watched("setTimeout(() => { for (;;); }, 300);");
    expect(done.stderr).toMatch(/test \d+: it has stood still for 2 seconds and is ended/);
    expect(done.signal === "SIGKILL" || done.status === 137).toBe(true);
  });
  it("is left alone while it comes to other things, however much it does", () => {
    const done = watched(
      "const until = Date.now() + 5000; const some = () => { const end = Date.now() + 700; while (Date.now() < end); if (Date.now() < until) setImmediate(some); else process.exit(7); }; some();",
    );
    expect([done.status, done.stderr]).toEqual([7, ""]);
  });
  it("ends by itself when it has nothing more to do", () => expect(watched("").status).toBe(0));
});
