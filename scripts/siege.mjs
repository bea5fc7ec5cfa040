// npm run siege [-- MINUTES]: its own database, web and two workers, and everything at once for ten minutes: an honest
// office that reads, edits and hands in; a hostile one, and senders that nobody knows, who ask for as much as they can;
// wrong sign-ins, workers killed, the database restarted. Then it counts what was lost, done twice, or left undone, and
// how long the honest office waited. All of it stays on loopback, and ends. Its figures stand in docs/bench.md; it ends
// with 1 where anything was lost.
import { installDebian, installPackages } from "./lib/install.mjs";

installPackages();
installDebian("postgresql");
const { createHash } = await import("node:crypto");
const { fork } = await import("node:child_process");
const { readFileSync } = await import("node:fs");
const { startPostgres } = await import("./lib/postgres.mjs");
const { demoPeople } = await import("./lib/application.mjs");
const { startDemoOffice } = await import("./lib/demo-office.mjs");
const { bundle } = await import("./bundle.mjs");
const { output, sleep } = await import("./lib/run.mjs");
const { answers, durations, signedIn, slow, slowest, slowestElse, wasAway } = await import("./siege/asking.mjs");
const { drawn } = await import("./siege/drawings.mjs");
const { edits, editor, files: own, inspectedIn, reader, sender } = await import("./siege/honest.mjs");
const { default: pg } = await import("pg");

const minutes = Number(process.argv[2]) || 10;
/** Jobs that have not become fewer for so long are stuck. */
const STILL_S = 150;

await bundle();
const server = await startPostgres("postgres-siege", { fresh: true, port: 54440 });
const application = await startDemoOffice(server, 3300, 2);
const { address } = application;
const people = JSON.parse(demoPeople().HEMSTITCH_DEMO_PEOPLE);
const database = new pg.Pool({ connectionString: application.ownerUrl });
database.on("error", () => undefined);
const query = async (text, values) => (await database.query(text, values)).rows;

// ---- what is counted ------------------------------------------------------------------------
const kills = { workers: 0, restarts: 0 };
const peaks = new Map();
const drawings = [2_000, 20_000, 120_000].map(drawn);
const over = Date.now() + minutes * 60_000;
const goesOn = () => Date.now() < over;
const siege = { address, goesOn };

async function killer() {
  while (goesOn()) {
    await sleep(15_000);
    if (!goesOn()) return;
    const worker = application.works[kills.workers % application.works.length];
    try {
      process.kill(worker.pid, "SIGKILL");
      kills.workers++;
    } catch {
      // It is just being started.
    }
  }
}

async function restarter() {
  while (goesOn()) {
    // In a short siege, too, once at least.
    await sleep(Math.min(60_000, minutes * 30_000));
    if (!goesOn()) return;
    const from = performance.now();
    await server.restart(1500);
    wasAway(from, performance.now());
    kills.restarts++;
  }
}

const memoryOf = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
async function watcher() {
  while (goesOn()) {
    for (const [name, pid] of [["web", application.web.pid], ...application.works.map(({ pid }) => ["worker", pid])]) {
      try {
        peaks.set(name, Math.max(peaks.get(name) ?? 0, memoryOf(pid)));
      } catch {
        // It is just being started.
      }
    }
    await sleep(500);
  }
}

/** The besiegers: what they were told, once they are done. */
const besiegers = () =>
  new Promise((resolve, reject) => {
    const given = JSON.stringify({ address, ownerUrl: application.ownerUrl, people, over });
    const child = fork(new URL("./siege/hostile.mjs", import.meta.url), [given]);
    child.once("message", resolve);
    child.once("exit", (code) => code !== 0 && reject(new Error(`The besiegers ended with ${code}.`)));
  });

// ---- the siege ------------------------------------------------------------------------------
const coordinator = await signedIn(
  address,
  people.find(({ role }) => role === "coordinator"),
);
const drafter = await signedIn(
  address,
  people.find(({ role }) => role === "drafter"),
);
const before = memoryOf(application.web.pid);
process.stdout.write(`siege of ${minutes} minutes…\n`);
const [hostile] = await Promise.all([
  besiegers(),
  reader(siege, coordinator),
  reader(siege, drafter),
  editor(siege, coordinator, "siege-a"),
  editor(siege, coordinator, "siege-b"),
  sender(siege, drafter, drawings),
  killer(),
  restarter(),
  watcher(),
]);

// ---- the reckoning --------------------------------------------------------------------------
const settling = Date.now();
const left = async () =>
  Number(
    (
      await query("select count(*) as n from jobs where state in ('waiting', 'working')").catch(() => [{ n: Infinity }])
    )[0].n,
  );
// A flood takes its time; stuck is what has not become less for a while.
let stuck = await left();
for (let since = Date.now(); stuck > 0 && Date.now() - since < STILL_S * 1000; await sleep(1000)) {
  const now = await left();
  if (now < stuck) [stuck, since] = [now, Date.now()];
}
const settledS = (Date.now() - settling) / 1000;
const logged = await query(
  "select after->>'text' as text, count(*)::int as n from change_log where what = 'standard.notes' group by 1",
);
const times = new Map(logged.map(({ text, n }) => [text, n]));
const lostEdits = edits.stored.filter((text) => !times.has(text));
const doubledEdits = edits.stored.filter((text) => (times.get(text) ?? 0) > 1);
const falselyDenied = edits.denied.filter((text) => times.has(text));
const state = new Map(
  (
    await query(
      "select f.id, j.state, j.problem, j.attempts, f.sha256 from inspected_files f join jobs j on j.id = f.job_id",
    )
  ).map((row) => [row.id, row]),
);
const again = await signedIn(
  address,
  people.find(({ role }) => role === "drafter"),
);
const files = [
  ...own.map((file) => ({ ...file, hostile: false, headers: again })),
  ...hostile.files.map((file) => ({ ...file, hostile: true, headers: hostile.headers })),
];
let [lostFiles, alteredFiles, unread] = [0, 0, 0];
for (const file of files) {
  const row = state.get(file.id);
  if (!row) lostFiles++;
  else if (row.state !== "done" && !file.hostile) {
    unread++;
    process.stdout.write(`not inspected to its end: ${row.state}, begun ${row.attempts} times, ${row.problem ?? ""}\n`);
  }
  const response = await fetch(`${address}/api/inspected/${file.id}/download`, {
    headers: file.headers,
  });
  const hash = createHash("sha256")
    .update(Buffer.from(await response.arrayBuffer()))
    .digest("hex");
  if (hash !== file.sha256) alteredFiles++;
}
const [{ n: doubledFindings }] = await query(
  "select count(*)::int as n from (select 1 from findings group by file_id, look, number having count(*) > 1) as twice",
);
const [{ n: leftOver }] = await query(
  "select ((select count(*) from uploads) + (select count(*) from file_pieces where stored not in (select stored from files)))::int as n",
);
const everyAnswer = [...answers.entries(), ...hostile.answers.map(([key, n]) => [`hostile ${key}`, n])];
const faults = everyAnswer.filter(([key]) => /: 5(?!03)/.test(key));
const sorted = (list) => [...list].sort((a, b) => a - b);
const at = (list, share) => Math.round(sorted(list)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0);
const timesOf = (side) =>
  `${at(side.durations, 0.5)} ms, ${at(side.durations, 0.99)} ms, ${Math.round(side.slowest.ms)} ms: ${side.slowest.what}`;
const after = memoryOf(application.web.pid);
const table = [
  ["minutes, requests", `${minutes}, ${durations.length + hostile.durations.length}`],
  ["workers killed, restarts of the database", `${kills.workers}, ${kills.restarts}`],
  ["edits acknowledged: lost, stored twice", `${edits.stored.length}: ${lostEdits.length}, ${doubledEdits.length}`],
  [
    "edits said not to be stored: that were; not known",
    `${edits.denied.length}: ${falselyDenied.length}; ${edits.unsure}`,
  ],
  [
    "files acknowledged (hostile among them): lost, altered",
    `${files.length} (${files.filter(({ hostile }) => hostile).length}): ${lostFiles}, ${alteredFiles}`,
  ],
  ["good drawings not inspected to their end; findings stored twice", `${unread}; ${doubledFindings}`],
  ["jobs stuck; all at rest after", `${stuck}; ${settledS.toFixed(0)} s`],
  ["bytes left over of uploads that broke off", `${leftOver} rows`],
  ["answers of 5xx but 503", faults.length === 0 ? "0" : faults.map(([key, n]) => `${key} (${n})`).join(", ")],
  ["answers to the honest office: half within, 99 % within, slowest", timesOf({ durations, slowest })],
  ["the slowest of those that met no restart of the database", `${Math.round(slowestElse.ms)} ms: ${slowestElse.what}`],
  ["answers to all others", timesOf(hostile)],
  [
    "a small drawing of the honest office inspected: half within, slowest",
    `${at(inspectedIn, 0.5)} ms, ${Math.round(Math.max(0, ...inspectedIn))} ms (of ${inspectedIn.length})`,
  ],
  [
    "memory of web: before, most, after; of a worker: most",
    `${before.toFixed(0)} MB, ${peaks.get("web")?.toFixed(0)} MB, ${after.toFixed(0)} MB; ${peaks.get("worker")?.toFixed(0)} MB`,
  ],
];
process.stdout.write(`\n| | |\n|---|---|\n${table.map((row) => `| ${row.join(" | ")} |`).join("\n")}\n\n`);
for (const [key, n] of everyAnswer.sort()) process.stdout.write(`${String(n).padStart(7)}  ${key}\n`);
for (const each of slow.slice(0, 40))
  process.stdout.write(`slow, honest: ${each.at.toISOString()} ${Math.round(each.ms)} ms ${each.what}\n`);
process.stdout.write(`${output("node", ["--version"])}\n`);
await database.end();
await application.stop();
await server.stop();
const bad =
  [lostEdits, doubledEdits, falselyDenied].reduce((sum, each) => sum + each.length, 0) +
  lostFiles +
  alteredFiles +
  unread +
  doubledFindings +
  stuck +
  faults.length;
process.exitCode = bad > 0 ? 1 : 0;
