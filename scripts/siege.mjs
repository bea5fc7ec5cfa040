// npm run siege [-- MINUTES]: its own database, web and two workers, and everything at once for ten minutes: an honest
// office that reads, edits and hands in; a hostile one, and senders that nobody knows, who ask for as much as they can;
// wrong sign-ins, workers killed, the database restarted. Then it counts what was lost, done twice, or left undone, and
// how long the honest office waited. All of it stays on loopback, and ends. Its figures stand in docs/bench.md; it ends
// with 1 where anything was lost.
import { installDebian, installPackages } from "./lib/install.mjs";

installPackages();
installDebian("postgresql");
const { createHash, randomBytes } = await import("node:crypto");
const { execFileSync } = await import("node:child_process");
const { readFileSync } = await import("node:fs");
const { request } = await import("node:http");
const { startPostgres } = await import("./lib/postgres.mjs");
const { demoPeople } = await import("./lib/application.mjs");
const { startDemoOffice } = await import("./lib/demo-office.mjs");
const { bundle } = await import("./bundle.mjs");
const { bin, output, root, sleep } = await import("./lib/run.mjs");
const { default: pg } = await import("pg");

const minutes = Number(process.argv[2]) || 10;
const SETTLE_S = 240;

await bundle();
const server = await startPostgres("postgres-siege", { fresh: true, port: 54440 });
const application = await startDemoOffice(server, 3300, 2);
const { address } = application;
const people = JSON.parse(demoPeople().HEMSTITCH_DEMO_PEOPLE);
const database = new pg.Pool({ connectionString: application.ownerUrl });
database.on("error", () => undefined);
const query = async (text, values) => (await database.query(text, values)).rows;

// ---- what is counted ------------------------------------------------------------------------
const answers = new Map();
const slowest = { honest: { ms: 0, what: "" }, hostile: { ms: 0, what: "" } };
const durations = { honest: [], hostile: [] };
/** From handing a small drawing in to its being inspected, honest office. Milliseconds. */
const inspectedIn = [];
const edits = { stored: [], denied: [], unsure: 0 };
const files = [];
const refusedFiles = new Map();
const kills = { workers: 0, restarts: 0 };
const peaks = new Map();
const over = Date.now() + minutes * 60_000;
const goesOn = () => Date.now() < over;

/** Sessions of the honest office: how long it waits is told apart. */
const honest = new Set();

async function asked(what, path, init = {}) {
  const side = honest.has(init.headers?.cookie) ? "honest" : "hostile";
  const began = performance.now();
  let status = "cut off";
  let json = {};
  try {
    const response = await fetch(`${address}${path}`, { redirect: "manual", ...init });
    status = response.status;
    const text = await response.text();
    json = response.headers.get("content-type")?.includes("json") ? JSON.parse(text) : {};
  } catch {
    // The web process was stopped under it, or refused the rest of a body.
  }
  const ms = performance.now() - began;
  durations[side].push(ms);
  if (ms > slowest[side].ms) slowest[side] = { ms, what: `${what} (${status})` };
  const key = `${what}: ${status}`;
  answers.set(key, (answers.get(key) ?? 0) + 1);
  return { status, json };
}

async function signedIn({ email, password }) {
  for (;;) {
    const response = await fetch(`${address}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: address },
      body: JSON.stringify({ email, password }),
    }).catch(() => undefined);
    if (response?.status === 200)
      return {
        origin: address,
        cookie: response.headers
          .getSetCookie()
          .map((each) => each.split(";")[0])
          .join("; "),
      };
    await sleep(1000);
  }
}

// ---- those who come -------------------------------------------------------------------------
const PAGES = [
  "/today",
  "/standard/layers",
  "/standard/editions",
  "/inspection",
  "/plan-sets",
  "/requests",
  "/api/find?q=glaz",
  "/api/log",
  "/api/standard/draft",
  "/icon.svg",
];

async function reader(headers) {
  for (let i = 0; goesOn(); i++) {
    await asked(PAGES[i % PAGES.length].startsWith("/api") ? "read api" : "read page", PAGES[i % PAGES.length], {
      headers,
    });
    await sleep(150);
  }
}

/** Says one thing after another of one note, each of them once. */
async function editor(headers, id) {
  const json = { ...headers, "content-type": "application/json" };
  for (let n = 0; goesOn(); n++) {
    const text = `siege ${id} ${n}`;
    const entry = { id, title: "Siege", text };
    const { status, json: said } = await asked("edit", "/api/standard/draft", {
      method: "PATCH",
      headers: json,
      body: JSON.stringify({
        of: "list",
        list: "notes",
        edits: [{ key: n === 0 || !edits.stored.some((each) => each.startsWith(`siege ${id} `)) ? null : id, entry }],
      }),
    });
    if (status === 200) edits.stored.push(text);
    else if (String(said.message ?? "").includes("Nothing was stored")) edits.denied.push(text);
    else edits.unsure++;
    await sleep(200);
  }
}

const page = (strokes) =>
  execFileSync(
    bin("tsx"),
    ["-e", `import("./bench/src/large-page.ts").then((made) => process.stdout.write(made.largePage(${strokes}, 50)))`],
    { maxBuffer: 1e9, cwd: root },
  );
const GOOD = [2_000, 20_000, 120_000].map(page);
/** The same drawing as another file: what stands behind the end of a PDF is no part of it. */
const another = (bytes) => Buffer.concat([bytes, Buffer.from(`%${randomBytes(12).toString("hex")}\n`)]);
/** A font whose substitutions never end. */
const ENDLESS = execFileSync(
  bin("tsx"),
  [
    "-e",
    'Promise.all([import("./core/test/support/hostile-font.ts"), import("node:fs")]).then(([{ withEndlessSubstitutions }, { readFileSync }]) => process.stdout.write(withEndlessSubstitutions(new Uint8Array(readFileSync("core/assets/fonts/Barlow-Regular.ttf")))))',
  ],
  { maxBuffer: 1e9, cwd: root },
);
const HOSTILE = [
  () => randomBytes(500_000),
  () => another(GOOD[1]).subarray(0, 40_000),
  () => Buffer.concat([Buffer.from("%PDF-1.7\n"), Buffer.alloc(12 * 2 ** 20, "q ")]),
  () => Buffer.from(`%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 1 0 R/Kids[1 0 R]>>endobj\ntrailer<</Root 1 0 R>>`),
  () => Buffer.from("%PDF-1.7\n" + "<<".repeat(200_000)),
];

async function uploader(headers, hostile) {
  const json = { ...headers, "content-type": "application/json" };
  for (let n = 0; goesOn(); n++) {
    const begun = await asked("begin inspection", "/api/inspections", {
      method: "POST",
      headers: json,
      body: JSON.stringify({ name: `siege ${n}` }),
    });
    if (begun.status !== 201) {
      await sleep(500);
      continue;
    }
    const body = hostile ? HOSTILE[n % HOSTILE.length]() : another(GOOD[n % GOOD.length]);
    const sha256 = createHash("sha256").update(body).digest();
    const sent = await asked(
      hostile ? "hostile file" : "file",
      `/api/inspections/${begun.json.id}/files?name=siege-${n}.pdf`,
      {
        method: "POST",
        headers: {
          ...headers,
          "content-type": "application/octet-stream",
          "repr-digest": `sha-256=:${sha256.toString("base64")}:`,
        },
        body,
      },
    );
    if (sent.status === 201)
      files.push({ id: sent.json.id, sha256: sha256.toString("hex"), size: body.length, hostile });
    else refusedFiles.set(sent.status, (refusedFiles.get(sent.status) ?? 0) + 1);
    if (!hostile && body.length < 500_000 && sent.status === 201) await untilInspected(headers, begun.json.id);
    await sleep(hostile ? 1500 : 700);
  }
}

/** Notes how long a small drawing of the honest office takes to be inspected. */
async function untilInspected(headers, inspectionId) {
  const began = performance.now();
  for (; goesOn(); await sleep(250)) {
    const { json } = await asked("look at inspection", `/api/inspections/${inspectionId}`, { headers });
    if (json.files?.every(({ state }) => state !== "waiting" && state !== "working")) {
      inspectedIn.push(performance.now() - began);
      return;
    }
  }
}

// ---- a hostile office -----------------------------------------------------------------------
/** An office of its own, and its coordinator's session. */
async function hostileOffice() {
  const made = output(
    bin("tsx"),
    ["web/src/server/people/new-office.ts", "Millrace Plan Works", "mill@millrace.example", "tarnwick"],
    {
      env: { ...process.env, DATABASE_URL: application.ownerUrl },
    },
  );
  const secret = /#(hsi_\S+)/.exec(made ?? "")?.[1];
  const password = "all of it and at once";
  await fetch(`${address}/api/invitation`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: address },
    body: JSON.stringify({ secret, name: "Rook Millrace", password }),
  });
  return signedIn({ email: "mill@millrace.example", password });
}

const strangers = (count) =>
  JSON.stringify(Object.fromEntries(Array.from({ length: count }, (_, i) => [`name ${i}`, 1])));
const UNKNOWN = strangers(150_000);
const OBJECTS = `[${"{},".repeat(4_600_000)}{}]`;
const COUNTED_SIGN_IN = { method: "POST", headers: { "content-type": "application/json", origin: address } };

/** Sends what nobody has asked for, as nobody in particular. */
async function stranger() {
  for (let n = 0; goesOn(); n++) {
    await asked("unknown names", "/api/session", { ...COUNTED_SIGN_IN, body: UNKNOWN });
    await asked("unknown names, unannounced", "/api/session", {
      ...COUNTED_SIGN_IN,
      body: new Blob([UNKNOWN]).stream(),
      duplex: "half",
    });
    await asked("objects without end", "/api/invitation", { ...COUNTED_SIGN_IN, method: "PUT", body: OBJECTS });
    await asked("options", "/today", { method: "OPTIONS" });
    await sleep(500);
  }
}

/** Sixty bodies of sixteen megabytes, each begun and left. */
async function holder() {
  const { hostname, port } = new URL(address);
  while (goesOn()) {
    const held = Array.from({ length: 60 }, () => {
      const sent = request({
        hostname,
        port,
        path: "/api/session",
        method: "POST",
        headers: {
          origin: address,
          host: `${hostname}:${port}`,
          "content-type": "application/json",
          "transfer-encoding": "chunked",
        },
      });
      sent.on("error", () => undefined);
      sent.write("{");
      return sent;
    });
    await sleep(15_000);
    held.forEach((sent) => sent.destroy());
  }
}

/** A table of thousands of rows, as a workbook would have them. */
const TABLE = `name,purpose\n${Array.from({ length: 15_000 }, (_, i) => `A-WALL-${String(i).padStart(4, "0")},${"x".repeat(20)}`).join("\n")}`;

/** Asks for as much work of the web process as it may. */
async function greedy(headers) {
  const json = { ...headers, "content-type": "application/json" };
  const field = (i) => ({
    id: `f${i}`,
    title: `f${i}`,
    minLength: 1,
    maxLength: 64,
    characters: "letters-and-digits",
    required: i === 11,
    codes: Array.from({ length: 300 }, (_, n) => ({ code: `${n}`, meaning: "" })),
  });
  const pattern = {
    id: "p",
    title: "",
    source: "",
    separator: "",
    fields: Array.from({ length: 12 }, (_, i) => field(i)),
    examples: [],
  };
  for (let n = 0; goesOn(); n++) {
    await Promise.all([
      ...Array.from({ length: 6 }, () =>
        asked("import", "/api/standard/table?list=layers&replace=no&store=no", {
          method: "POST",
          headers,
          body: TABLE,
        }),
      ),
      asked("font", "/api/standard/fonts", { method: "POST", headers, body: ENDLESS }),
      asked("label pattern", "/api/requests", {
        method: "POST",
        headers: json,
        body: JSON.stringify({
          list: "labelPatterns",
          entryKey: "",
          sample: { id: "p", title: "p", pattern },
          reason: "x",
        }),
      }),
      asked("deep JSON", "/api/standard/draft", {
        method: "PATCH",
        headers: json,
        body: `{"of":"list","list":"layers","edits":[${'{"a":'.repeat(60_000)}1${"}".repeat(60_000)}]}`,
      }),
      asked("members without end", "/api/standard/draft", { method: "PATCH", headers: json, body: OBJECTS }),
      asked("manual", "/api/standard/manual", { headers }),
    ]);
    await sleep(200);
  }
}

/** Forty drawings at once, again and again. */
async function flooder(headers) {
  for (let n = 0; goesOn(); n++) {
    const begun = await asked("begin inspection", "/api/inspections", {
      method: "POST",
      headers: { ...headers, "content-type": "application/json" },
      body: JSON.stringify({ name: `flood ${n}` }),
    });
    if (begun.status === 201)
      for (let i = 0; i < 40 && goesOn(); i++) {
        const body = another(GOOD[1]);
        const sent = await asked("flood", `/api/inspections/${begun.json.id}/files?name=flood-${i}.pdf`, {
          method: "POST",
          headers,
          body,
        });
        if (sent.status === 201)
          files.push({
            id: sent.json.id,
            sha256: createHash("sha256").update(body).digest("hex"),
            size: body.length,
            hostile: true,
            of: headers,
          });
      }
    await sleep(20_000);
  }
}

/** A file of forty megabytes of which a few come, and then nothing more. */
const brokenOff = (path, headers) =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(address);
    const sent = request({
      hostname,
      port,
      path,
      method: "POST",
      headers: { ...headers, "content-length": 40 * 2 ** 20 },
    });
    sent.on("error", () => resolve());
    sent.on("close", () => resolve());
    sent.write(randomBytes(3 * 2 ** 20));
    setTimeout(() => sent.destroy(), 400);
  });

/** Declares more than it may, breaks off half-way, nests deep. */
async function nuisance(headers) {
  const begun = await asked("begin inspection", "/api/inspections", {
    method: "POST",
    headers: { ...headers, "content-type": "application/json" },
    body: JSON.stringify({ name: "nuisance" }),
  });
  for (let n = 0; goesOn(); n++) {
    await brokenOff(`/api/inspections/${begun.json.id}/files?name=cut.pdf`, headers);
    await asked("nonsense", `/api/find?q=${"%25".repeat(50)}`, { headers });
    await asked("nonsense", "/api/standard/draft", {
      method: "PATCH",
      headers: { ...headers, "content-type": "application/json" },
      body: `${"[".repeat(20_000)}${"]".repeat(20_000)}`,
    });
    await sleep(2000);
  }
}

async function guesser() {
  for (let n = 0; goesOn(); n++) {
    await asked("wrong sign-in", "/api/session", {
      method: "POST",
      headers: { "content-type": "application/json", origin: address, "x-forwarded-for": `10.9.${n % 250}.${n % 199}` },
      body: JSON.stringify({ email: people[n % people.length].email, password: `guess number ${n}` }),
    });
    await sleep(300);
  }
}

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
    await server.restart(1500);
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

// ---- the siege ------------------------------------------------------------------------------
const sessions = {
  coordinator: await signedIn(people.find(({ role }) => role === "coordinator")),
  drafter: await signedIn(people.find(({ role }) => role === "drafter")),
};
for (const { cookie } of Object.values(sessions)) honest.add(cookie);
const hostile = await hostileOffice();
const before = memoryOf(application.web.pid);
process.stdout.write(`siege of ${minutes} minutes…\n`);
await Promise.all([
  reader(sessions.coordinator),
  reader(sessions.drafter),
  editor(sessions.coordinator, "siege-a"),
  editor(sessions.coordinator, "siege-b"),
  uploader(sessions.drafter, false),
  uploader(hostile, true),
  // Who may edit is listened to: what is sent is looked at.
  nuisance(hostile),
  stranger(),
  holder(),
  greedy(hostile),
  flooder(hostile),
  guesser(),
  killer(),
  restarter(),
  watcher(),
]);

// ---- the reckoning --------------------------------------------------------------------------
const settling = Date.now();
let stuck = Infinity;
for (; stuck > 0 && Date.now() - settling < SETTLE_S * 1000; await sleep(1000))
  stuck = Number(
    (await query("select count(*) as n from jobs where state in ('waiting', 'working')").catch(() => [{ n: 1 }]))[0].n,
  );
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
const again = await signedIn(people.find(({ role }) => role === "drafter"));
let [lostFiles, alteredFiles, unread] = [0, 0, 0];
for (const file of files) {
  const row = state.get(file.id);
  if (!row) lostFiles++;
  else if (row.state !== "done" && !file.hostile) {
    unread++;
    process.stdout.write(`not inspected to its end: ${row.state}, begun ${row.attempts} times, ${row.problem ?? ""}\n`);
  }
  const response = await fetch(`${address}/api/inspected/${file.id}/download`, {
    headers: file.of ?? (file.hostile ? hostile : again),
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
const faults = [...answers].filter(([key]) => /: 5(?!03)/.test(key));
const sorted = (list) => [...list].sort((a, b) => a - b);
const at = (list, share) => Math.round(sorted(list)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0);
const timesOf = (side) =>
  `${at(durations[side], 0.5)} ms, ${at(durations[side], 0.99)} ms, ${Math.round(slowest[side].ms)} ms: ${slowest[side].what}`;
const after = memoryOf(application.web.pid);
const table = [
  ["minutes, requests", `${minutes}, ${durations.honest.length + durations.hostile.length}`],
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
  ["answers to the honest office: half within, 99 % within, slowest", timesOf("honest")],
  ["answers to all others", timesOf("hostile")],
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
for (const [key, n] of [...answers].sort()) process.stdout.write(`${String(n).padStart(7)}  ${key}\n`);
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
