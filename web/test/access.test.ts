import { askForEffect } from "../src/server/queries/effects";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { access, checkHost, Refused, refuseOtherSites } from "../src/server/access/access";
import { guarded } from "../src/server/access/guarded";
import { must } from "../../core/src/base/result";
import { beginUpload } from "../src/server/files/uploads";
import { may, MAY, type Need } from "../src/server/access/roles";
import {
  inspectedFiles,
  members,
  planSetReaders,
  planSets,
  requests,
  ROLES,
  sheets,
  sourceDrawings,
  type Role,
} from "../src/server/database/schema";
import { invite } from "../src/server/people/accounts";
import { invitations, accessTokens } from "../src/server/database/schema";
import { eq } from "drizzle-orm";
import { onePage } from "../../core/test/support/raw-pdf";
import { context, database, newOffice, newPerson, pool, request, signedIn, waitingFile } from "./support";

const api = join(import.meta.dirname, "../src/app/api");
const routes = (readdirSync(api, { recursive: true }) as string[]).filter((name) => name.endsWith("route.ts")).sort();
/** The only handlers that answer those who have not signed in. */
const OPEN = new Set([
  "session/route.ts POST",
  "invitation/route.ts PUT",
  "invitation/route.ts POST",
  "new-password/route.ts PUT",
  "new-password/route.ts POST",
  "health/route.ts GET",
]);

interface Handler {
  readonly route: string;
  readonly method: string;
  readonly need: Need | null;
}

const handlers = routes.flatMap((route): Handler[] => {
  const source = readFileSync(join(api, route), "utf8");
  return [...source.matchAll(/^export const (\w+) = (?:guarded\(\s*"([\w-]+)"|(open|probed)\()/gm)].map((match) => ({
    route,
    method: match[1]!,
    need: (match[2] as Need | undefined) ?? null,
  }));
});

const call = async (handler: Handler, cookie: string, params: Record<string, string>): Promise<Response> => {
  const module = (await import(join(api, handler.route))) as Record<
    string,
    (request: Request, context: object) => Promise<Response>
  >;
  return module[handler.method]!(request(handler.method, `/api/${handler.route}`, { cookie }), context(params));
};

/** Ids of rows that belong to an office, for every parameter that a route takes. */
async function rowsOf(officeId: string, coordinatorId: string): Promise<Record<string, string>> {
  const [planSet] = await database
    .insert(planSets)
    .values({ officeId, name: "Set", units: "metric" })
    .returning({ id: planSets.id });
  const [sheet] = await database
    .insert(sheets)
    .values({ planSetId: planSet!.id, number: "A-101", title: "", frame: "A1" })
    .returning({ id: sheets.id });
  const fileId = await waitingFile(officeId, onePage({ content: "1 1 m 9 9 l S" }), { planSetId: planSet!.id });
  const [file] = await database
    .select({ inspectionId: inspectedFiles.inspectionId })
    .from(inspectedFiles)
    .where(eq(inspectedFiles.id, fileId));
  const [kept] = await database
    .select({ sha256: inspectedFiles.sha256 })
    .from(inspectedFiles)
    .where(eq(inspectedFiles.id, fileId));
  const [source] = await database
    .insert(sourceDrawings)
    .values({ planSetId: planSet!.id, title: "Plan", fileName: "plan.pdf", sha256: kept!.sha256, drawnAt: "1:50" })
    .returning({ id: sourceDrawings.id });
  const [wish] = await database
    .insert(requests)
    .values({ officeId, askedBy: coordinatorId, list: "pens", sample: { id: "x" }, reason: "y" })
    .returning({ id: requests.id });
  const effectId = await askForEffect({ officeId }, 1, 1);
  const [member] = await database.select({ id: members.id }).from(members).where(eq(members.officeId, officeId));
  await invite(database, { officeId, email: "somebody@example.org", role: "drafter", by: "x" });
  const [invitation] = await database
    .select({ id: invitations.id })
    .from(invitations)
    .where(eq(invitations.officeId, officeId));
  const [token] = await database
    .insert(accessTokens)
    .values({
      officeId,
      userId: coordinatorId,
      name: "x",
      role: "drafter",
      tokenHash: crypto.randomUUID(),
      expiresAt: new Date(Date.now() + 1e9),
    })
    .returning({ id: accessTokens.id });
  const upload = must(await beginUpload({ officeId, userId: coordinatorId }, { size: 9 }));
  return {
    uploadId: upload.id,
    planSetId: planSet!.id,
    sheetId: sheet!.id,
    sourceId: source!.id,
    fileId,
    inspectionId: file!.inspectionId,
    requestId: wish!.id,
    effectId: effectId,
    memberId: member!.id,
    invitationId: invitation!.id,
    tokenId: token!.id,
    list: "pens",
    number: "1",
  };
}

const cookies = new Map<Role, string>();
let theirs: Record<string, string> = {};
let own: Record<string, string> = {};
let readerId = "";

beforeAll(async () => {
  const officeId = await newOffice();
  let coordinatorId = "";
  for (const role of ROLES) {
    const person = await newPerson(officeId, role);
    if (role === "coordinator") coordinatorId = person.userId;
    if (role === "reader") readerId = person.userId;
    cookies.set(role, await signedIn(person.email));
  }
  own = await rowsOf(officeId, coordinatorId);
  const other = await newOffice();
  theirs = await rowsOf(other, (await newPerson(other, "coordinator")).userId);
});
afterAll(() => pool.end());

describe("every handler asks access first", () => {
  it("there are handlers, and each is guarded or known to be open", () => {
    expect(handlers.length).toBeGreaterThan(45);
    for (const route of routes) {
      const exported = [...readFileSync(join(api, route), "utf8").matchAll(/^export (?!interface |type )/gm)].length;
      expect(handlers.filter((handler) => handler.route === route).length, route).toBe(exported);
    }
    expect(
      new Set(
        handlers.filter((handler) => handler.need === null).map((handler) => `${handler.route} ${handler.method}`),
      ),
    ).toEqual(OPEN);
  });
  it.each(handlers.filter((handler) => handler.need !== null))(
    "$method $route: nobody without a session",
    async (handler) => {
      expect((await call(handler, "", own)).status).toBe(401);
      expect((await call(handler, "hemstitch.session_token=made-up.signature", own)).status).toBe(401);
    },
  );
  it.each(handlers.filter((handler) => handler.need !== null && MAY[handler.need].length < ROLES.length))(
    "$method $route: no role that may not",
    async (handler) => {
      for (const role of ROLES.filter((each) => !may(each, handler.need!)))
        expect((await call(handler, cookies.get(role)!, own)).status, role).toBe(403);
    },
  );
  it.each(handlers.filter((handler) => /\[\w+Id\]/.test(handler.route)))(
    "$method $route: nothing of another office",
    async (handler) => {
      const response = await call(handler, cookies.get("coordinator")!, theirs);
      // A body that is not right may be complained about before the row is looked for; nothing is ever given or done.
      expect([404, 409, 422]).toContain(response.status);
      const text = await response.text();
      expect(text).not.toContain(theirs["planSetId"]);
    },
  );
});

describe("what is of one office stays there", () => {
  it("a request of another office can't be decided, whatever is sent", async () => {
    const { PATCH } = await import("../src/app/api/requests/[requestId]/route");
    const response = await PATCH(
      request("PATCH", "/x", { cookie: cookies.get("coordinator")!, body: { state: "declined", answer: "no" } }),
      context({ requestId: theirs["requestId"]! }),
    );
    expect(response.status).toBe(409);
    const [row] = await database
      .select({ state: requests.state })
      .from(requests)
      .where(eq(requests.id, theirs["requestId"]!));
    expect(row!.state).toBe("open");
  });
  it("an inspection can't be hung on another office's plan set", async () => {
    const { POST } = await import("../src/app/api/inspections/route");
    const response = await POST(
      request("POST", "/x", {
        cookie: cookies.get("coordinator")!,
        body: { name: "x", planSetId: theirs["planSetId"] },
      }),
      context(),
    );
    expect(response.status).toBe(404);
  });
  it("somebody can't switch to an office that they do not belong to", async () => {
    const { POST } = await import("../src/app/api/account/office/route");
    expect(
      (
        await POST(
          request("POST", "/x", { cookie: cookies.get("coordinator")!, body: { officeId: crypto.randomUUID() } }),
          context(),
        )
      ).status,
    ).toBe(404);
  });
  it("a cookie that names another office is not believed", async () => {
    const asker = await access(
      new Headers({
        host: "127.0.0.1:3000",
        cookie: `${cookies.get("coordinator")!}; hemstitch.office=${crypto.randomUUID()}`,
      }),
      "see",
      false,
    );
    expect(asker.offices.map((office) => office.id)).toContain(asker.officeId);
  });
});

describe("a reader", () => {
  const file = async (): Promise<number> => {
    const { GET } = await import("../src/app/api/inspected/[fileId]/route");
    return (await GET(request("GET", "/x", { cookie: cookies.get("reader")! }), context({ fileId: own["fileId"]! })))
      .status;
  };
  it("sees a plan set's drawings only once it is shared with them", async () => {
    expect(await file()).toBe(404);
    await database.insert(planSetReaders).values({ planSetId: own["planSetId"]!, userId: readerId });
    expect(await file()).toBe(200);
  });
});

describe("where requests come from", () => {
  const headers = (more: Record<string, string>): Headers => new Headers({ host: "127.0.0.1:3000", ...more });
  it("takes Hemstitch's own pages", () => {
    expect(() =>
      refuseOtherSites(
        headers({ origin: "http://127.0.0.1:3000", "sec-fetch-site": "same-origin" }),
        checkHost(headers({})),
      ),
    ).not.toThrow();
  });
  it.each([
    ["a form of another site", { origin: "http://evil.example" }],
    ["a request that a browser marks as another site's", { "sec-fetch-site": "cross-site" }],
    ["another port of this machine", { origin: "http://127.0.0.1:9999" }],
    ["a sandboxed page", { origin: "null" }],
  ])("refuses %s", (_what, more) => expect(() => refuseOtherSites(headers(more), "127.0.0.1:3000")).toThrow(Refused));
  it("refuses another name for this address", () =>
    expect(() => checkHost(new Headers({ host: "evil.example" }))).toThrow(Refused));
  it.each(handlers.filter((handler) => handler.method !== "GET"))(
    "$method $route refuses another site's request, signed in or not",
    async (handler) => {
      const module = (await import(join(api, handler.route))) as Record<
        string,
        (request: Request, context: object) => Promise<Response>
      >;
      const foreign = request(handler.method, "/x", {
        cookie: cookies.get("coordinator")!,
        headers: { origin: "http://evil.example" },
      });
      expect((await module[handler.method]!(foreign, context(own))).status).toBe(403);
    },
  );
});

describe("answers", () => {
  it("404 for what can't be an id", async () => {
    const handler = guarded("see", async () => Response.json({ reached: true }));
    const response = await handler(
      request("GET", "/x", { cookie: cookies.get("drafter")! }),
      context({ fileId: "1' or 1=1" }),
    );
    expect(response.status).toBe(404);
  });
  it("works for addresses without parts to fill", async () => {
    const handler = guarded("see", async () => Response.json({ reached: true }));
    expect(
      (await handler(request("GET", "/x", { cookie: cookies.get("drafter")! }), { params: Promise.resolve(undefined) }))
        .status,
    ).toBe(200);
  });
  it("an error inside a handler is told without its insides", async () => {
    const handler = guarded("see", async () => Promise.reject(new Error("password=secret")));
    const response = await handler(request("GET", "/x", { cookie: cookies.get("drafter")! }), context());
    expect(response.status).toBe(500);
    expect(await response.text()).not.toContain("secret");
  });
});
