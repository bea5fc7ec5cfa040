import { eq } from "drizzle-orm";
import { afterAll, describe, expect, it } from "vitest";
import { must } from "../../core/src/base/result";
import {
  accessTokens,
  accounts,
  inspectedFiles,
  inspections,
  invitations,
  members,
  planSetReaders,
  planSets,
  sessions,
  uploads,
  users,
} from "../src/server/database/schema";
import { beginUpload } from "../src/server/files/uploads";
import { addMember, invite } from "../src/server/people/accounts";
import { context, database, newOffice, newPerson, PASSWORD, pool, request, signedIn, waitingFile } from "./support";

afterAll(() => pool.end());

const session = () => import("../src/app/api/session/route");
const invitation = () => import("../src/app/api/invitation/route");

describe("signing in", () => {
  it("keeps passwords hashed, and the answer to a wrong password is that to an unknown e-mail", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const [account] = await database
      .select({ password: accounts.password })
      .from(accounts)
      .where(eq(accounts.userId, person.userId));
    expect(account!.password).not.toContain(PASSWORD);
    const { POST } = await session();
    const answers = await Promise.all(
      [person.email, "nobody@example.org"].map(async (email) => {
        const response = await POST(
          request("POST", "/x", { body: { email, password: "not the password" } }),
          context(),
        );
        return [response.status, await response.text()];
      }),
    );
    expect(answers[0]).toEqual(answers[1]);
    expect(answers[0]![0]).toBe(401);
  });
  it("takes the e-mail in any letter case", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    expect(await signedIn(person.email.toUpperCase())).toContain("session_token");
  });
  it("is limited: after eight failures even the right password waits, for that account only", async () => {
    const officeId = await newOffice();
    const [person, other] = [await newPerson(officeId, "drafter"), await newPerson(officeId, "drafter")];
    const { POST } = await session();
    const attempt = (email: string, password: string) =>
      POST(
        request("POST", "/x", {
          body: { email, password },
          headers: { "x-forwarded-for": `10.0.0.${Math.floor(Math.random() * 250)}` },
        }),
        context(),
      );
    for (let i = 0; i < 8; i++) expect((await attempt(person.email, "wrong wrong wrong")).status).toBe(401);
    expect((await attempt(person.email, PASSWORD)).status).toBe(429);
    expect((await attempt(other.email, PASSWORD)).status).toBe(200);
  });
  it("sets a cookie that scripts and other sites do not get", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const { POST } = await session();
    const response = await POST(
      request("POST", "/x", { body: { email: person.email, password: PASSWORD } }),
      context(),
    );
    expect(response.headers.getSetCookie().join()).toMatch(/HttpOnly.*SameSite=Lax/i);
  });
  it("out: the session is gone; out everywhere: all of them are", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const [a, b] = [await signedIn(person.email), await signedIn(person.email)];
    const { DELETE } = await session();
    expect((await DELETE(request("DELETE", "/x", { cookie: a }), context())).status).toBe(200);
    const { POST } = await import("../src/app/api/account/sign-out-everywhere/route");
    expect((await POST(request("POST", "/x", { cookie: a }), context())).status).toBe(401);
    expect((await POST(request("POST", "/x", { cookie: b }), context())).status).toBe(200);
    expect(await database.select().from(sessions).where(eq(sessions.userId, person.userId))).toEqual([]);
  });
  it("a changed password ends other sessions, and the old one no longer works", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const [here, elsewhere] = [await signedIn(person.email), await signedIn(person.email)];
    const { POST } = await import("../src/app/api/account/password/route");
    const change = (current: string, fresh: string, cookie = here) =>
      POST(request("POST", "/x", { cookie, body: { current, fresh } }), context());
    expect((await change("wrong wrong wrong", "another long password")).status).toBe(422);
    expect((await change(PASSWORD, "short")).status).toBe(422);
    expect((await change(PASSWORD, "another long password")).status).toBe(200);
    const { GET } = await import("../src/app/api/account/tokens/route");
    expect((await GET(request("GET", "/x", { cookie: elsewhere }), context())).status).toBe(401);
    await expect(signedIn(person.email)).rejects.toThrow("401");
    expect(await signedIn(person.email, "another long password")).toContain("session_token");
  });
});

describe("an invitation", () => {
  it("brings somebody new in as what they were invited as, once", async () => {
    const officeId = await newOffice();
    const email = `${crypto.randomUUID()}@example.org`;
    const { secret } = await invite(database, { officeId, email, role: "project-lead", by: "Ida Fenn" });
    const [kept] = await database.select().from(invitations).where(eq(invitations.email, email));
    expect(JSON.stringify(kept)).not.toContain(secret.slice(4));
    const { PUT, POST } = await invitation();
    expect(await (await PUT(request("PUT", "/x", { body: { secret } }), context())).json()).toMatchObject({
      email,
      role: "project-lead",
      known: false,
    });
    const take = () =>
      POST(request("POST", "/x", { body: { secret, name: "New Person", password: PASSWORD } }), context());
    const [a, b] = await Promise.all([take(), take()]);
    expect([a.status, b.status].sort()).toEqual([201, expect.any(Number)]);
    const [user] = await database.select({ id: users.id }).from(users).where(eq(users.email, email));
    const rows = await database.select({ role: members.role }).from(members).where(eq(members.userId, user!.id));
    expect(rows).toEqual([{ role: "project-lead" }]);
    expect((await take()).status).toBe(404);
  });
  it("of somebody who is known asks for their password, and adds the office to theirs", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const other = await newOffice();
    const { secret } = await invite(database, { officeId: other, email: person.email, role: "reader", by: "x" });
    const { POST } = await invitation();
    expect(
      (await POST(request("POST", "/x", { body: { secret, password: "not their password" } }), context())).status,
    ).toBe(401);
    expect((await POST(request("POST", "/x", { body: { secret, password: PASSWORD } }), context())).status).toBe(201);
    expect((await database.select().from(members).where(eq(members.userId, person.userId))).length).toBe(2);
  });
  it("that has run out or was made up does not work", async () => {
    const officeId = await newOffice();
    const { secret } = await invite(database, { officeId, email: "late@example.org", role: "drafter", by: "x" });
    await database
      .update(invitations)
      .set({ expiresAt: new Date(0) })
      .where(eq(invitations.officeId, officeId));
    const { PUT } = await invitation();
    for (const each of [secret, "hsi_made-up", ""])
      expect((await PUT(request("PUT", "/x", { body: { secret: each } }), context())).status).toBe(404);
  });
});

describe("people of an office", () => {
  const people = () => import("../src/app/api/people/[memberId]/route");
  it("the last coordinator can neither leave nor become something else", async () => {
    const officeId = await newOffice();
    const cookie = await signedIn((await newPerson(officeId, "coordinator")).email);
    const [member] = await database.select({ id: members.id }).from(members).where(eq(members.officeId, officeId));
    const { PATCH, DELETE } = await people();
    expect(
      (await PATCH(request("PATCH", "/x", { cookie, body: { role: "drafter" } }), context({ memberId: member!.id })))
        .status,
    ).toBe(409);
    expect((await DELETE(request("DELETE", "/x", { cookie }), context({ memberId: member!.id }))).status).toBe(409);
  });
  it("somebody taken out is out at once, with their tokens", async () => {
    const officeId = await newOffice();
    const cookie = await signedIn((await newPerson(officeId, "coordinator")).email);
    const drafter = await newPerson(officeId, "drafter");
    const theirs = await signedIn(drafter.email);
    const tokens = await import("../src/app/api/account/tokens/route");
    const { token } = (await (
      await tokens.POST(request("POST", "/x", { cookie: theirs, body: { name: "laptop", days: 30 } }), context())
    ).json()) as { token: string };
    const editions = await import("../src/app/api/editions/[number]/route");
    const byToken = () =>
      editions.GET(
        request("GET", "/x", { headers: { authorization: `Bearer ${token}` } }),
        context({ number: "in-force" }),
      );
    expect((await byToken()).status).toBe(404); // signed in; nothing is published yet
    const [member] = await database.select({ id: members.id }).from(members).where(eq(members.userId, drafter.userId));
    const { DELETE } = await people();
    expect((await DELETE(request("DELETE", "/x", { cookie }), context({ memberId: member!.id }))).status).toBe(200);
    expect((await tokens.GET(request("GET", "/x", { cookie: theirs }), context())).status).toBe(403);
    expect((await byToken()).status).toBe(401);
  });
  it("somebody taken out and invited again begins with nothing", async () => {
    const officeId = await newOffice();
    const cookie = await signedIn((await newPerson(officeId, "coordinator")).email);
    const reader = await newPerson(officeId, "reader");
    const [set] = await database.insert(planSets).values({ officeId, name: "Set", units: "metric" }).returning();
    await database.insert(planSetReaders).values({ planSetId: set!.id, userId: reader.userId });
    must(await beginUpload(reader, { size: 9 }));
    const [member] = await database.select({ id: members.id }).from(members).where(eq(members.userId, reader.userId));
    const { DELETE } = await people();
    await DELETE(request("DELETE", "/x", { cookie }), context({ memberId: member!.id }));
    await addMember(database, officeId, reader.userId, "reader");
    expect(await database.select().from(planSetReaders).where(eq(planSetReaders.userId, reader.userId))).toEqual([]);
    expect(await database.select().from(uploads).where(eq(uploads.userId, reader.userId))).toEqual([]);
  });
  it("from outside cancel nothing of others", async () => {
    const officeId = await newOffice();
    const [set] = await database.insert(planSets).values({ officeId, name: "Set", units: "metric" }).returning();
    const reader = await newPerson(officeId, "reader");
    await database.insert(planSetReaders).values({ planSetId: set!.id, userId: reader.userId });
    const fileId = await waitingFile(officeId, new Uint8Array([1]), { planSetId: set!.id });
    const [file] = await database.select().from(inspectedFiles).where(eq(inspectedFiles.id, fileId));
    const cookie = await signedIn(reader.email);
    const one = await import("../src/app/api/inspected/[fileId]/cancel/route");
    const all = await import("../src/app/api/inspections/[inspectionId]/cancel/route");
    const { inspectionId } = file!;
    const cancel = async () => [
      (await one.POST(request("POST", "/x", { cookie }), context({ fileId }))).status,
      (await all.POST(request("POST", "/x", { cookie }), context({ inspectionId }))).status,
    ];
    expect(await cancel()).toEqual([403, 403]);
    await database.update(inspections).set({ madeBy: reader.userId }).where(eq(inspections.id, inspectionId));
    expect(await cancel()).toEqual([200, 200]);
  });
});

type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;

async function tokenOf(cookie: string, body: object): Promise<{ token: string }> {
  const tokens = await import("../src/app/api/account/tokens/route");
  const made = await tokens.POST(request("POST", "/x", { cookie, body }), context());
  if (made.status !== 201) throw new Error(`${made.status}`);
  return (await made.json()) as { token: string };
}

describe("a personal token", () => {
  it("is kept hashed, works as its owner, and not after it has run out", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const cookie = await signedIn(person.email);
    const tokens = await import("../src/app/api/account/tokens/route");
    const { token } = (await (
      await tokens.POST(request("POST", "/x", { cookie, body: { name: "laptop", days: 30 } }), context())
    ).json()) as { token: string };
    const [row] = await database.select().from(accessTokens).where(eq(accessTokens.userId, person.userId));
    expect(JSON.stringify(row)).not.toContain(token.slice(4));
    const requests = await import("../src/app/api/requests/route");
    const ask = (bearer: string) =>
      requests.GET(request("GET", "/x", { headers: { authorization: `Bearer ${bearer}` } }), context());
    expect((await ask(token)).status).toBe(200);
    expect((await ask(`${token}x`)).status).toBe(401);
    await database
      .update(accessTokens)
      .set({ expiresAt: new Date(0) })
      .where(eq(accessTokens.userId, person.userId));
    expect((await ask(token)).status).toBe(401);
  });
  it("can't change an account: it makes no tokens, ends no sessions and changes no password", async () => {
    const person = await newPerson(await newOffice(), "coordinator");
    const { token } = await tokenOf(await signedIn(person.email), { name: "laptop", days: 1 });
    const headers = { authorization: `Bearer ${token}` };
    for (const [path, body] of [
      ["tokens", { name: "longer", days: 366 }],
      ["sign-out-everywhere", {}],
      ["password", { current: PASSWORD, fresh: "another long password" }],
    ] as const) {
      const { POST } = (await import(`../src/app/api/account/${path}/route.ts`)) as { POST: Handler };
      expect((await POST(request("POST", "/x", { headers, body }), context())).status).toBe(403);
    }
  });
  it("carries its own lesser part, and never more than its owner has", async () => {
    const officeId = await newOffice();
    const person = await newPerson(officeId, "coordinator");
    const cookie = await signedIn(person.email);
    const publish = await import("../src/app/api/editions/publish/route");
    const tried = async (role: string) => {
      const { token } = await tokenOf(cookie, { name: role, days: 1, role });
      const headers = { authorization: `Bearer ${token}` };
      const sent = request("POST", "/x", { headers, body: { summary: "x", version: 9 } });
      return (await publish.POST(sent, context())).status;
    };
    expect(await tried("drafter")).toBe(403);
    expect(await tried("coordinator")).toBe(409);
    const drafter = await signedIn((await newPerson(officeId, "drafter")).email);
    await expect(tokenOf(drafter, { name: "more", days: 1, role: "coordinator" })).rejects.toThrow("422");
  });
  it.each(["sign-out-everywhere", "password"])("ends with %s", async (path) => {
    const person = await newPerson(await newOffice(), "drafter");
    const cookie = await signedIn(person.email);
    const { token } = await tokenOf(cookie, { name: "laptop", days: 30 });
    const { POST } = (await import(`../src/app/api/account/${path}/route.ts`)) as { POST: Handler };
    const body = path === "password" ? { current: PASSWORD, fresh: "another long password" } : {};
    expect((await POST(request("POST", "/x", { cookie, body }), context())).status).toBe(200);
    const requests = await import("../src/app/api/requests/route");
    const asked = await requests.GET(
      request("GET", "/x", { headers: { authorization: `Bearer ${token}` } }),
      context(),
    );
    expect(asked.status).toBe(401);
  });
  it("may no more than its owner", async () => {
    const person = await newPerson(await newOffice(), "drafter");
    const tokens = await import("../src/app/api/account/tokens/route");
    const { token } = (await (
      await tokens.POST(
        request("POST", "/x", { cookie: await signedIn(person.email), body: { name: "laptop", days: 30 } }),
        context(),
      )
    ).json()) as { token: string };
    const { POST } = await import("../src/app/api/editions/publish/route");
    expect(
      (
        await POST(
          request("POST", "/x", { headers: { authorization: `Bearer ${token}` }, body: { summary: "x", version: 1 } }),
          context(),
        )
      ).status,
    ).toBe(403);
  });
});
