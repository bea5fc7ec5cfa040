// npm test: installs what is missing, starts a throw-away database and runs types, lint, unit, database and browser tests.
// `npm test -- unit` or `npm run test:unit` runs a part.
import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { installDebian, installPackages } from "./lib/install.mjs";

installPackages();
const wanted = process.argv.slice(2);
const PARTS = ["types", "lint", "unit", "database", "browser"];
const parts = wanted.length > 0 ? PARTS.filter((part) => wanted.includes(part)) : PARTS;
if (wanted.some((part) => !PARTS.includes(part))) throw new Error(`There are the parts ${PARTS.join(", ")}.`);
if (parts.includes("unit") || parts.includes("database") || parts.includes("browser"))
  installDebian("mupdf-tools", "qpdf", "poppler-utils");
if (parts.includes("unit")) installDebian("python3-openpyxl");
if (parts.includes("database") || parts.includes("browser")) installDebian("postgresql");
if (parts.includes("browser")) installDebian("chromium");

const { bin, root } = await import("./lib/run.mjs");
const { bundle } = await import("./bundle.mjs");
const sums = { passed: 0, failed: 0 };
// What the tests, the browser and the application write aside goes into one folder, and goes with it.
const aside = mkdtempSync(join(tmpdir(), "hemstitch-test-"));
process.env["TMPDIR"] = aside;
const cleanups = [() => rmSync(aside, { recursive: true, force: true })];

for (const signal of ["SIGINT", "SIGTERM"]) {
  process.once(signal, async () => {
    for (const cleanup of cleanups.reverse()) await cleanup();
    process.exit(1);
  });
}

/** Runs checks that pass or fail as a whole, beside each other; says what each wrote when it is done. */
const checks = (...list) =>
  Promise.all(
    list.map(async ([name, command, ...args]) => {
      const child = spawn(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"] });
      let said = "";
      for (const stream of [child.stdout, child.stderr]) stream.on("data", (text) => (said += text));
      const [code] = await once(child, "close");
      process.stdout.write(`\n— ${name}\n${said}`);
      sums[code === 0 ? "passed" : "failed"]++;
      return code === 0;
    }),
  );

/** Runs a test runner that writes its results as JSON, and adds them to the sums. */
async function tests(name, command, args, options, read) {
  process.stdout.write(`\n— ${name}\n`);
  const file = join(aside, `${name}.json`);
  const [code] = await once(spawn(command, args(file), { stdio: "inherit", cwd: root, ...options(file) }), "close");
  try {
    const { passed, failed } = read(JSON.parse(readFileSync(file, "utf8")));
    sums.passed += passed;
    sums.failed += failed;
    if (code !== 0 && failed === 0) sums.failed++;
  } catch {
    sums.failed++;
  }
}

const vitest = (name, projects, env = {}) =>
  tests(
    name,
    bin("vitest"),
    (file) => [
      "run",
      ...projects.flatMap((project) => ["--project", project]),
      "--reporter=dot",
      "--reporter=json",
      `--outputFile.json=${file}`,
    ],
    () => ({ env: { ...process.env, ...env } }),
    (results) => ({ passed: results.numPassedTests, failed: results.numFailedTests }),
  );

/** Half of the browser's tests, against an application of their own. */
const playwright = (half, { address, web, env }) =>
  tests(
    `browser-${half}`,
    bin("playwright"),
    () => ["test", "--config", "e2e/playwright.config.ts", "--project", half],
    (file) => ({
      env: {
        ...process.env,
        HEMSTITCH_HALF: half,
        HEMSTITCH_ADDRESS: address,
        HEMSTITCH_WEB_PID: String(web.pid),
        DATABASE_URL: env.DATABASE_URL,
        PLAYWRIGHT_JSON_OUTPUT_FILE: file,
      },
    }),
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
  );

try {
  const types = [
    ["types of the web", bin("tsc"), "-p", "web/tsconfig.json", "--noEmit"],
    ["types", bin("tsc"), "-p", "tsconfig.json"],
  ];
  const [webTypes] = await checks(
    ...(parts.includes("types") ? types : []),
    ...(parts.includes("lint") ? [["lint", bin("eslint"), "."]] : []),
  );
  if (parts.includes("types") && webTypes) process.env["HEMSTITCH_TYPES_CHECKED"] = "yes";
  if (parts.some((part) => ["unit", "database", "browser"].includes(part))) await bundle();
  if (parts.includes("unit")) await vitest("unit", ["core", "cli", "demo", "web"]);
  if (parts.includes("database") || parts.includes("browser")) {
    const { startPostgres } = await import("./lib/postgres.mjs");
    const { migrate, ownSecret } = await import("./lib/application.mjs");
    const server = await startPostgres("postgres-test", { fresh: true, port: 54420 });
    cleanups.push(server.stop);
    if (parts.includes("database")) {
      // As many as test files run at once.
      const urls = ["hemstitch_tests_1", "hemstitch_tests_2"].map(server.database);
      urls.forEach(migrate);
      await vitest("database", ["database"], {
        DATABASE_URLS: urls.join(" "),
        HEMSTITCH_ROOT: root,
        HEMSTITCH_SECRET: ownSecret(),
      });
    }
    if (parts.includes("browser")) {
      const { startDemoOffice } = await import("./lib/demo-office.mjs");
      const halves = [];
      for (const [i, half] of ["first", "second"].entries()) {
        const application = await startDemoOffice(server, 3100 + i, 1, `browser_${half}`);
        cleanups.push(application.stop);
        halves.push([half, application]);
      }
      await Promise.all(halves.map((each) => playwright(...each)));
    }
  }
} catch (error) {
  process.stderr.write(`${error.stack}\n`);
  sums.failed++;
}
for (const cleanup of cleanups.reverse()) await cleanup();
process.stdout.write(`\n${sums.passed} passed, ${sums.failed} failed\n`);
process.exitCode = sums.failed > 0 || sums.passed === 0 ? 1 : 0;
