// The honest office: it reads, edits one note after another, and hands drawings in.
import { createHash } from "node:crypto";
import { sleep } from "../lib/run.mjs";
import { asked, begunInspection } from "./asking.mjs";
import { another } from "./drawings.mjs";

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

/** What the honest office was told: edits by their text, files by their id. */
export const edits = { stored: [], denied: [], unsure: 0 };
export const files = [];
/** From handing a small drawing in to its being inspected, milliseconds. */
export const inspectedIn = [];

export async function reader({ address, goesOn }, headers) {
  for (let i = 0; goesOn(); i++) {
    const page = PAGES[i % PAGES.length];
    await asked(address, page.startsWith("/api") ? "read api" : "read page", page, { headers });
    await sleep(150);
  }
}

/** Says one thing after another of one note, each of them once. */
export async function editor({ address, goesOn }, headers, id) {
  let there = false;
  for (let n = 0; goesOn(); n++) {
    const text = `siege ${id} ${n}`;
    const { status, json: said } = await asked(address, "edit", "/api/standard/draft", {
      method: "PATCH",
      headers: { ...headers, "content-type": "application/json" },
      body: JSON.stringify({
        of: "list",
        list: "notes",
        edits: [{ key: there ? id : null, entry: { id, title: "Siege", text } }],
      }),
    });
    if (status === 200) {
      edits.stored.push(text);
      there = true;
    } else if (String(said.message ?? "").includes("Nothing was stored")) edits.denied.push(text);
    else edits.unsure++;
    await sleep(200);
  }
}

/** Hands one of the drawings in after another; the small ones are waited for. */
export async function sender({ address, goesOn }, headers, drawings) {
  for (let n = 0; goesOn(); n++) {
    const inspectionId = await begunInspection(address, headers, `siege ${n}`);
    const body = another(drawings[n % drawings.length]);
    const sha256 = createHash("sha256").update(body).digest();
    const sent =
      inspectionId &&
      (await asked(address, "file", `/api/inspections/${inspectionId}/files?name=siege-${n}.pdf`, {
        method: "POST",
        headers: {
          ...headers,
          "content-type": "application/octet-stream",
          "repr-digest": `sha-256=:${sha256.toString("base64")}:`,
        },
        body,
      }));
    if (sent?.status === 201) {
      files.push({ id: sent.json.id, sha256: sha256.toString("hex") });
      if (body.length < 500_000) await untilInspected({ address, goesOn }, headers, inspectionId);
    }
    await sleep(700);
  }
}

/** Notes how long a drawing takes to be inspected. */
async function untilInspected({ address, goesOn }, headers, inspectionId) {
  const began = performance.now();
  for (; goesOn(); await sleep(250)) {
    const { json } = await asked(address, "look at inspection", `/api/inspections/${inspectionId}`, { headers });
    if (json.files?.every(({ state }) => state !== "waiting" && state !== "working")) {
      inspectedIn.push(performance.now() - began);
      return;
    }
  }
}
