// The besiegers, a process of their own: what they keep themselves busy with must not be taken for the server's
// slowness. They stand behind the server for a core, as they would if they had machines of their own.
import { createHash, randomBytes } from "node:crypto";
import { request } from "node:http";
import { setPriority } from "node:os";
import { bin, output, sleep } from "../lib/run.mjs";
import { answers, asked, begunInspection, durations, signedIn, slowest } from "./asking.mjs";
import { another, drawn, endlessFont } from "./drawings.mjs";

const { address, ownerUrl, people, over } = JSON.parse(process.argv[2]);
const goesOn = () => Date.now() < over;
const ask = (...rest) => asked(address, ...rest);
setPriority(10);

const GOOD = drawn(20_000);
const ENDLESS = endlessFont();
const files = [];
/** Ids and hashes of what was acknowledged. */
const keep = (id, body) => files.push({ id, sha256: createHash("sha256").update(body).digest("hex") });

const HOSTILE = [
  () => randomBytes(500_000),
  () => another(GOOD).subarray(0, 40_000),
  () => Buffer.concat([Buffer.from("%PDF-1.7\n"), Buffer.alloc(12 * 2 ** 20, "q ")]),
  () => Buffer.from(`%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 1 0 R/Kids[1 0 R]>>endobj\ntrailer<</Root 1 0 R>>`),
  () => Buffer.from("%PDF-1.7\n" + "<<".repeat(200_000)),
];

/** An office of its own, and its coordinator's session. */
async function hostileOffice() {
  const made = output(
    bin("tsx"),
    ["web/src/server/people/new-office.ts", "Millrace Plan Works", "mill@millrace.example", "tarnwick"],
    {
      env: { ...process.env, DATABASE_URL: ownerUrl },
    },
  );
  const secret = /#(hsi_\S+)/.exec(made ?? "")?.[1];
  const password = "all of it and at once";
  await fetch(`${address}/api/invitation`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: address },
    body: JSON.stringify({ secret, name: "Rook Millrace", password }),
  });
  return signedIn(address, { email: "mill@millrace.example", password });
}

/** One file that is no drawing after another. */
async function spoiler(headers) {
  for (let n = 0; goesOn(); n++) {
    const inspectionId = await begunInspection(address, headers, `spoilt ${n}`);
    if (inspectionId) {
      const body = HOSTILE[n % HOSTILE.length]();
      const sent = await ask("hostile file", `/api/inspections/${inspectionId}/files?name=siege-${n}.pdf`, {
        method: "POST",
        headers,
        body,
      });
      if (sent.status === 201) keep(sent.json.id, body);
    }
    await sleep(1500);
  }
}

const strangers = (count) =>
  JSON.stringify(Object.fromEntries(Array.from({ length: count }, (_, i) => [`name ${i}`, 1])));
const UNKNOWN = strangers(150_000);
const OBJECTS = `[${"{},".repeat(4_600_000)}{}]`;
const COUNTED_SIGN_IN = { method: "POST", headers: { "content-type": "application/json", origin: address } };

/** Sends what nobody has asked for, as nobody in particular. */
async function stranger() {
  for (let n = 0; goesOn(); n++) {
    await ask("unknown names", "/api/session", { ...COUNTED_SIGN_IN, body: UNKNOWN });
    await ask("unknown names, unannounced", "/api/session", {
      ...COUNTED_SIGN_IN,
      body: new Blob([UNKNOWN]).stream(),
      duplex: "half",
    });
    await ask("objects without end", "/api/invitation", { ...COUNTED_SIGN_IN, method: "PUT", body: OBJECTS });
    await ask("options", "/today", { method: "OPTIONS" });
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
        ask("import", "/api/standard/table?list=layers&replace=no&store=no", {
          method: "POST",
          headers,
          body: TABLE,
        }),
      ),
      ask("font", "/api/standard/fonts", { method: "POST", headers, body: ENDLESS }),
      ask("label pattern", "/api/requests", {
        method: "POST",
        headers: json,
        body: JSON.stringify({
          list: "labelPatterns",
          entryKey: "",
          sample: { id: "p", title: "p", pattern },
          reason: "x",
        }),
      }),
      ask("deep JSON", "/api/standard/draft", {
        method: "PATCH",
        headers: json,
        body: `{"of":"list","list":"layers","edits":[${'{"a":'.repeat(60_000)}1${"}".repeat(60_000)}]}`,
      }),
      ask("members without end", "/api/standard/draft", { method: "PATCH", headers: json, body: OBJECTS }),
      ask("manual", "/api/standard/manual", { headers }),
    ]);
    await sleep(200);
  }
}

/** Forty drawings at once, again and again. */
async function flooder(headers) {
  for (let n = 0; goesOn(); n++) {
    const inspectionId = await begunInspection(address, headers, `flood ${n}`);
    for (let i = 0; inspectionId && i < 40 && goesOn(); i++) {
      const body = another(GOOD);
      const sent = await ask("flood", `/api/inspections/${inspectionId}/files?name=flood-${i}.pdf`, {
        method: "POST",
        headers,
        body,
      });
      if (sent.status === 201) keep(sent.json.id, body);
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
  const inspectionId = await begunInspection(address, headers, "nuisance");
  for (let n = 0; goesOn(); n++) {
    await brokenOff(`/api/inspections/${inspectionId}/files?name=cut.pdf`, headers);
    await ask("nonsense", `/api/find?q=${"%25".repeat(50)}`, { headers });
    await ask("nonsense", "/api/standard/draft", {
      method: "PATCH",
      headers: { ...headers, "content-type": "application/json" },
      body: `${"[".repeat(20_000)}${"]".repeat(20_000)}`,
    });
    await sleep(2000);
  }
}

async function guesser() {
  for (let n = 0; goesOn(); n++) {
    await ask("wrong sign-in", "/api/session", {
      method: "POST",
      headers: { "content-type": "application/json", origin: address, "x-forwarded-for": `10.9.${n % 250}.${n % 199}` },
      body: JSON.stringify({ email: people[n % people.length].email, password: `guess number ${n}` }),
    });
    await sleep(300);
  }
}

const headers = await hostileOffice();
await Promise.all([
  spoiler(headers),
  // Who may edit is listened to: what is sent is looked at.
  nuisance(headers),
  stranger(),
  holder(),
  greedy(headers),
  flooder(headers),
  guesser(),
]);
process.send({ answers: [...answers], durations, slowest, files, headers }, () => process.disconnect());
