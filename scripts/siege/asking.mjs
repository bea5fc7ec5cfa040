// What is asked of the besieged application, and how long each answer took.
import { sleep } from "../lib/run.mjs";

/** How often each answer came; how long they took, milliseconds. */
export const answers = new Map();
export const durations = [];
export const slowest = { ms: 0, what: "" };
/** The slowest of those that did not have to wait for a database that was away. */
export const slowestElse = { ms: 0, what: "" };
/** Answers that took longer than the aim, with when they were asked for. */
export const slow = [];
const SLOW_MS = 1500;
const away = [];
/** Notes from when to when the database was away, `performance.now()`. */
export const wasAway = (from, to) => void away.push([from, to]);

/** One request. An answer that is cut off is an answer, too. */
export async function asked(address, what, path, init = {}) {
  const began = performance.now();
  let status = "cut off";
  let json = {};
  try {
    const response = await fetch(`${address}${path}`, { redirect: "manual", ...init });
    status = response.status;
    const text = await response.text();
    json = response.headers.get("content-type")?.includes("json") ? JSON.parse(text) : {};
  } catch (error) {
    // The web process was stopped under it, or refused the rest of a body.
    status = `cut off (${error?.cause?.code ?? error?.cause?.message ?? error?.message ?? "unknown"})`;
  }
  const ms = performance.now() - began;
  durations.push(ms);
  if (ms > SLOW_MS) slow.push({ at: new Date(Date.now() - ms), ms, what: `${what} ${path} (${status})` });
  note(slowest, what, status, ms);
  if (!away.some(([from, to]) => began < to && began + ms > from)) note(slowestElse, what, status, ms);
  const key = `${what}: ${status}`;
  answers.set(key, (answers.get(key) ?? 0) + 1);
  return { status, json };
}

/** The headers of somebody who has signed in; tried until it succeeds. */
export async function signedIn(address, { email, password }) {
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

/** Begins an inspection; its id, or undefined where that was refused. */
export async function begunInspection(address, headers, name) {
  const begun = await asked(address, "begin inspection", "/api/inspections", {
    method: "POST",
    headers: { ...headers, "content-type": "application/json" },
    body: JSON.stringify({ name }),
  });
  return begun.status === 201 ? begun.json.id : undefined;
}

function note(most, what, status, ms) {
  if (ms > most.ms) Object.assign(most, { ms, what: `${what} (${status})` });
}
