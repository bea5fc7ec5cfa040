import { createHash, randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import { preset, type OfficeStandard } from "@hemstitch/core/standard";
import { OFFICE_COOKIE, type Asker } from "../src/server/access/access";
import { cookieName } from "../src/server/people/cookies";
import { connect, databaseUrl, type Database } from "../src/server/database/client";
import { inspectedFiles, inspections, jobs, offices, standards, type Role } from "../src/server/database/schema";
import { runNow } from "../src/server/jobs/run";
import { addMember, makeUser } from "../src/server/people/accounts";
import { atHand, handIn } from "../src/server/queries/hand-in";

export const { database, pool } = connect(databaseUrl()) as { database: Database; pool: { end(): Promise<void> } };

export const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** An office of its own for one test, with the demo's standard as its draft. */
export async function newOffice(change: (standard: OfficeStandard) => void = () => undefined): Promise<string> {
  const content = { ...preset("tarnwick")!, edition: "draft" };
  change(content);
  const [office] = await database
    .insert(offices)
    .values({ name: `Office ${randomUUID()}` })
    .returning({ id: offices.id });
  await database.insert(standards).values({ officeId: office!.id, content });
  return office!.id;
}

export const PASSWORD = "a long enough password";

/** Somebody in an office, and as whom handlers and queries are asked. */
export async function newPerson(
  officeId: string,
  role: Role,
  name = `Person ${randomUUID().slice(0, 8)}`,
): Promise<Asker> {
  const email = `${randomUUID()}@example.org`;
  const userId = await makeUser(database, { name, email, password: PASSWORD });
  await addMember(database, officeId, userId, role);
  return {
    userId,
    who: name,
    email,
    role,
    officeId,
    officeName: "",
    offices: [{ id: officeId, name: "" }],
    planSets: role === "reader" ? [] : null,
  };
}

/** A file of an inspection, waiting for a worker. */
export async function waitingFile(
  officeId: string,
  bytes: Uint8Array,
  { name = "plan.pdf", planSetId = null }: { name?: string; planSetId?: string | null } = {},
): Promise<string> {
  const [inspection] = await database
    .insert(inspections)
    .values({ officeId, name, planSetId })
    .returning({ id: inspections.id });
  const file = atHand(name, bytes);
  await handIn({ officeId }, inspection!.id, file);
  return file.id;
}

const jobsOf = async (fileId: string) =>
  (await database.select().from(inspectedFiles).where(eq(inspectedFiles.id, fileId)))[0]!;

/** Does a worker's work at once: inspects a file, or mends it by the job that was queued last. */
export const inspectNow = async (fileId: string): Promise<void> => runNow(database, (await jobsOf(fileId)).jobId);
export const mendNow = async (fileId: string): Promise<void> =>
  runNow(database, (await jobsOf(fileId)).mendJobId ?? "");

/** The row of a file with the jobs that it hangs on. */
export async function rowOf(fileId: string) {
  const file = await jobsOf(fileId);
  const job = async (id: string | null) =>
    id === null ? undefined : (await database.select().from(jobs).where(eq(jobs.id, id)))[0];
  return { ...file, job: (await job(file.jobId))!, mendJob: await job(file.mendJobId) };
}

const HOST = "127.0.0.1:3000";

/** A request as Hemstitch's own page sends it. */
export function request(
  method: string,
  path: string,
  {
    cookie = "",
    body,
    bytes,
    headers = {},
  }: { cookie?: string; body?: unknown; bytes?: Uint8Array; headers?: Record<string, string> } = {},
): Request {
  return new Request(`http://${HOST}${path}`, {
    method,
    headers: {
      host: HOST,
      ...(cookie ? { cookie } : {}),
      ...(method === "GET" ? {} : { origin: `http://${HOST}`, "content-type": "application/json" }),
      ...headers,
    },
    ...(method === "GET" || method === "HEAD"
      ? {}
      : { body: bytes === undefined ? JSON.stringify(body ?? {}) : Buffer.from(bytes) }),
  });
}

export const context = (params: Record<string, string> = {}) => ({ params: Promise.resolve(params) });

/** Signs somebody in by the handler itself; the cookies of their session. */
export async function signedIn(email: string, password = PASSWORD): Promise<string> {
  const { POST } = await import("../src/app/api/session/route");
  const response = await POST(request("POST", "/api/session", { body: { email, password } }), context());
  if (response.status !== 200) throw new Error(`Signing in answered ${response.status}: ${await response.text()}`);
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");
}

type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;

/** What somebody sends to a handler. */
export interface Sent {
  readonly params?: Record<string, string>;
  /** What follows the question mark. */
  readonly query?: Record<string, string>;
  readonly body?: unknown;
  readonly bytes?: Uint8Array;
  readonly headers?: Record<string, string>;
}

/** Somebody signed in, who sends requests to handlers as their browser does. */
export class Browser {
  constructor(private readonly cookie: string) {}

  static async of(email: string): Promise<Browser> {
    return new Browser(await signedIn(email));
  }

  /** The same person at work in another of their offices. */
  in(officeId: string): Browser {
    return new Browser(`${this.cookie}; ${cookieName(OFFICE_COOKIE)}=${officeId}`);
  }

  async send(handler: Handler, method: string, { params = {}, query = {}, ...sent }: Sent = {}): Promise<Response> {
    const search = new URLSearchParams(query).toString();
    return handler(
      request(method, `/api/x${search ? `?${search}` : ""}`, { cookie: this.cookie, ...sent }),
      context(params),
    );
  }

  /** The answer's JSON, which must come with a status. */
  async json<T = Record<string, unknown>>(handler: Handler, method: string, sent?: Sent, status = 200): Promise<T> {
    const response = await this.send(handler, method, sent);
    const text = await response.text();
    if (response.status !== status) throw new Error(`${method} answered ${response.status}, not ${status}: ${text}`);
    return JSON.parse(text) as T;
  }

  /** The bytes of a download and the name that it is saved under. */
  async file(handler: Handler, query: Record<string, string> = {}, params: Record<string, string> = {}) {
    const response = await this.send(handler, "GET", { query, params });
    if (response.status !== 200) throw new Error(`GET answered ${response.status}: ${await response.text()}`);
    const bytes = new Uint8Array(await response.arrayBuffer());
    return { bytes, headers: response.headers, name: savedAs(response.headers) };
  }
}

/** File name of a Content-Disposition (RFC 6266, RFC 8187). */
const savedAs = (headers: Headers): string =>
  decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(headers.get("content-disposition") ?? "")?.[1] ?? "");
