import { eq } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import * as office from "../../src/app/api/account/office/route";
import * as token from "../../src/app/api/account/tokens/[tokenId]/route";
import * as tokens from "../../src/app/api/account/tokens/route";
import * as invitation from "../../src/app/api/invitation/route";
import * as edition from "../../src/app/api/editions/[number]/route";
import * as member from "../../src/app/api/people/[memberId]/route";
import * as withdrawn from "../../src/app/api/people/invitations/[invitationId]/route";
import * as invitations from "../../src/app/api/people/invitations/route";
import * as request from "../../src/app/api/requests/[requestId]/route";
import * as seen from "../../src/app/api/requests/[requestId]/seen/route";
import * as requests from "../../src/app/api/requests/route";
import { OFFICE_COOKIE, type Asker } from "../../src/server/access/access";
import { members, planSetReaders, planSets, requests as requestRows } from "../../src/server/database/schema";
import { cookieName } from "../../src/server/people/cookies";
import { addMember } from "../../src/server/people/accounts";
import { logOf } from "../../src/server/log/log";
import { membersOf, openInvitations } from "../../src/server/queries/people";
import { editList } from "../../src/server/queries/change-draft";
import { draftOf } from "../../src/server/queries/standard";
import { Browser, context, database, newOffice, newPerson, pool, request as sent } from "../support";

let ida: Asker;
let orrin: Asker;
let idaAnywhere: Browser;
let orrinAnywhere: Browser;
let officeId = "";
let coordinator: Browser;
let drafter: Browser;

beforeAll(async () => {
  const home = await newOffice();
  ida = await newPerson(home, "coordinator", "Ida Fenn");
  orrin = await newPerson(home, "drafter", "Orrin Marrow");
  idaAnywhere = await Browser.of(ida.email);
  orrinAnywhere = await Browser.of(orrin.email);
});
beforeEach(async () => {
  officeId = await newOffice();
  await addMember(database, officeId, ida.userId, "coordinator");
  await addMember(database, officeId, orrin.userId, "drafter");
  [coordinator, drafter] = [idaAnywhere.in(officeId), orrinAnywhere.in(officeId)];
});
afterAll(() => pool.end());

const memberIdOf = async (userId: string): Promise<string> =>
  (await membersOf(officeId)).find((each) => each.userId === userId)!.id;

describe("invitations", () => {
  const invite = async (email: string): Promise<string> =>
    (await coordinator.json<{ secret: string }>(invitations.POST, "POST", { body: { email, role: "drafter" } }, 201))
      .secret;
  it("are open until they are taken up or withdrawn, and stand in the log", async () => {
    await invite("  New.Person@Example.org ");
    const [open] = await openInvitations(officeId);
    expect(open).toMatchObject({ email: "new.person@example.org", role: "drafter", invitedBy: "Ida Fenn" });
    expect((await logOf(officeId, { what: "people.invited" }, 1))[0]).toMatchObject({
      entry: "new.person@example.org",
    });
    await coordinator.json(withdrawn.DELETE, "DELETE", { params: { invitationId: open!.id } });
    await coordinator.json(withdrawn.DELETE, "DELETE", { params: { invitationId: open!.id } }, 404);
    expect(await openInvitations(officeId)).toEqual([]);
  });
  it("once withdrawn do not work any more", async () => {
    const secret = await invite("gone@example.org");
    const [open] = await openInvitations(officeId);
    await coordinator.json(withdrawn.DELETE, "DELETE", { params: { invitationId: open!.id } });
    const response = await invitation.PUT(sent("PUT", "/api/invitation", { body: { secret } }), context());
    expect(response.status).toBe(404);
  });
  it("say what they are for to who has the link, and nothing else of the office", async () => {
    const secret = await invite("guest@example.org");
    const response = await invitation.PUT(sent("PUT", "/api/invitation", { body: { secret } }), context());
    const told = (await response.json()) as Record<string, unknown>;
    expect(Object.keys(told).sort()).toEqual(["email", "invitedBy", "known", "office", "role"]);
    expect(told).toMatchObject({ email: "guest@example.org", known: false });
  });
  it("need a name and a password that is long enough", async () => {
    const secret = await invite("short@example.org");
    for (const body of [
      { secret, password: "a long enough password" },
      { secret, name: "New", password: "short" },
    ])
      expect((await invitation.POST(sent("POST", "/api/invitation", { body }), context())).status).toBe(422);
    expect(await openInvitations(officeId)).toHaveLength(1);
  });
  it.each([
    ["no e-mail", { email: "nobody", role: "drafter" }],
    ["a part that there is not", { email: "a@example.org", role: "owner" }],
  ])("are not made for %s", async (_what, body) => {
    await coordinator.json(invitations.POST, "POST", { body }, 422);
    expect(await openInvitations(officeId)).toEqual([]);
  });
});

describe("people", () => {
  it("become something else, which is logged from what to what and counts at once", async () => {
    const memberId = await memberIdOf(orrin.userId);
    expect((await drafter.send(invitations.POST, "POST", { body: {} })).status).toBe(403);
    await coordinator.json(member.PATCH, "PATCH", { params: { memberId }, body: { role: "coordinator" } });
    expect((await drafter.send(invitations.POST, "POST", { body: {} })).status).toBe(422);
    expect((await logOf(officeId, { what: "people.role" }, 1))[0]).toMatchObject({
      before: { role: "drafter" },
      after: { role: "coordinator" },
    });
  });
  it("of another office are not there", async () => {
    const [row] = await database.select({ id: members.id }).from(members).where(eq(members.userId, ida.userId));
    for (const method of ["PATCH", "DELETE"] as const)
      expect(
        (await coordinator.send(member[method], method, { params: { memberId: row!.id }, body: { role: "reader" } }))
          .status,
      ).toBe(404);
  });
  it("who read get plan sets shared, those of their own office only", async () => {
    const [mine] = await database
      .insert(planSets)
      .values({ officeId, name: "Ours", units: "metric" })
      .returning({ id: planSets.id });
    const [theirs] = await database
      .insert(planSets)
      .values({ officeId: await newOffice(), name: "Theirs", units: "metric" })
      .returning({ id: planSets.id });
    const memberId = await memberIdOf(orrin.userId);
    const share = (planSetIds: string[]) =>
      coordinator.json(member.PATCH, "PATCH", { params: { memberId }, body: { planSets: planSetIds } });
    await share([mine!.id, theirs!.id]);
    const shared = () =>
      database
        .select({ id: planSetReaders.planSetId })
        .from(planSetReaders)
        .where(eq(planSetReaders.userId, orrin.userId));
    expect(await shared()).toEqual([{ id: mine!.id }]);
    await share([]);
    expect(await shared()).toEqual([]);
  });
  it("are not changed by a request that changes nothing", async () =>
    void (await coordinator.json(
      member.PATCH,
      "PATCH",
      { params: { memberId: await memberIdOf(orrin.userId) }, body: {} },
      422,
    )));
});

describe("which office one works in", () => {
  it("is kept in a cookie that scripts do not get", async () => {
    const response = await coordinator.send(office.POST, "POST", { body: { officeId: ida.officeId } });
    expect(response.headers.getSetCookie()[0]).toMatch(
      new RegExp(`^${cookieName(OFFICE_COOKIE)}=${ida.officeId}; Path=/; HttpOnly; SameSite=Lax`),
    );
  });
  it("is never one that one does not belong to", async () =>
    void (await coordinator.json(office.POST, "POST", { body: { officeId: await newOffice() } }, 404)));
});

describe("personal tokens", () => {
  const make = (body: object, status = 201) =>
    coordinator.json<{ token: string; message?: string }>(tokens.POST, "POST", { body }, status);
  it("are named, listed without their secret, and removed", async () => {
    const { token: secret } = await make({ name: "Workstation", days: 30 });
    expect(secret).toMatch(/^hst_/);
    const { tokens: list } = await coordinator.json<{ tokens: { id: string; name: string }[] }>(tokens.GET, "GET");
    expect(list).toMatchObject([{ name: "Workstation" }]);
    expect(JSON.stringify(list)).not.toContain(secret);
    await coordinator.json(token.DELETE, "DELETE", { params: { tokenId: list[0]!.id } });
    await coordinator.json(token.DELETE, "DELETE", { params: { tokenId: list[0]!.id } }, 404);
    const asked = await edition.GET(
      sent("GET", "/api/editions/in-force", { headers: { authorization: `Bearer ${secret}` } }),
      context({ number: "in-force" }),
    );
    expect(asked.status).toBe(401);
  });
  it("of one person are not seen or removed by another", async () => {
    await make({ name: "Mine", days: 1 });
    const { tokens: own } = await coordinator.json<{ tokens: { id: string }[] }>(tokens.GET, "GET");
    expect((await drafter.json<{ tokens: unknown[] }>(tokens.GET, "GET")).tokens).toEqual([]);
    await drafter.json(token.DELETE, "DELETE", { params: { tokenId: own[0]!.id } }, 404);
  });
  it("are twenty at most", async () => {
    for (let i = 0; i < 20; i++) await make({ name: `${i}`, days: 1 });
    expect((await make({ name: "one more", days: 1 }, 409)).message).toContain("20 tokens");
  });
  it.each([
    { name: "", days: 5 },
    { name: "x", days: 0 },
    { name: "x", days: 9999 },
    { name: "x", days: 1.5 },
  ])("are not made of %j", async (body) => void (await make(body, 422)));
});

describe("requests", () => {
  const wish = {
    list: "layers",
    entryKey: "A-GLAZ",
    reason: "Glass vanishes in print.",
  };
  const glass = async () => {
    const entry = (await draftOf(officeId)).content.layers.find((layer) => layer.name === "A-GLAZ")!;
    return JSON.parse(JSON.stringify(entry)) as Record<string, unknown>;
  };
  const ask = async (change: object): Promise<string> =>
    (
      await drafter.json<{ id: string }>(
        requests.POST,
        "POST",
        { body: { ...wish, sample: { ...(await glass()), ...change } } },
        201,
      )
    ).id;
  const decide = (requestId: string, body: object, status = 200) =>
    coordinator.json<{ message?: string; conflicts?: object[] }>(
      request.PATCH,
      "PATCH",
      { params: { requestId }, body },
      status,
    );
  const edit = async (change: object) =>
    editList({ officeId, who: "Ida Fenn" }, "layers", [
      { key: "A-GLAZ", was: await glass(), entry: { ...(await glass()), ...change } },
    ]);

  it("accepted keep what others have changed of the entry since it was asked for", async () => {
    const requestId = await ask({ pen: "0.35" });
    await edit({ purpose: "Panes and mullions" });
    await decide(requestId, { state: "accepted", answer: "" });
    expect(await glass()).toMatchObject({ pen: "0.35", purpose: "Panes and mullions" });
  });
  it("that somebody else's change contradicts are not accepted as they stand, but amended", async () => {
    const requestId = await ask({ pen: "0.35" });
    await edit({ pen: "0.13" });
    const told = await decide(requestId, { state: "accepted", answer: "" }, 409);
    expect(told.conflicts).toMatchObject([{ key: "A-GLAZ", properties: ["pen"] }]);
    const now = await glass();
    await decide(requestId, { state: "amended", answer: "Half-way.", entry: { ...now, pen: "0.25" }, was: now });
    expect(await glass()).toMatchObject({ pen: "0.25" });
  });
  it("are decided once, however many decide at the same moment", async () => {
    const requestId = await ask({ pen: "0.35" });
    const answers = await Promise.all(
      ["accepted", "declined", "accepted"].map((state) =>
        coordinator.send(request.PATCH, "PATCH", { params: { requestId }, body: { state, answer: "Because." } }),
      ),
    );
    expect(answers.map((response) => response.status).sort()).toEqual([200, 409, 409]);
    const { requests: rows } = await coordinator.json<{ requests: { state: string }[] }>(requests.GET, "GET");
    expect((await glass())["pen"]).toBe(rows[0]!.state === "accepted" ? "0.35" : "0.25");
  });
  it("are declined with a reason only, and the draft stays as it is", async () => {
    const requestId = await ask({ pen: "0.35" });
    await decide(requestId, { state: "declined", answer: " " }, 422);
    await decide(requestId, { state: "declined", answer: "It prints well." });
    expect(await glass()).toMatchObject({ pen: "0.25" });
    expect((await logOf(officeId, { what: "request." }, 1))[0]).toMatchObject({
      what: "request.declined",
      entry: "A-GLAZ",
      before: { askedBy: "Orrin Marrow", reason: wish.reason },
    });
  });
  it("are seen by who asked, once they are decided", async () => {
    const requestId = await ask({ pen: "0.35" });
    await drafter.json(seen.POST, "POST", { params: { requestId } }, 404);
    await decide(requestId, { state: "declined", answer: "No." });
    await coordinator.json(seen.POST, "POST", { params: { requestId } }, 404);
    await drafter.json(seen.POST, "POST", { params: { requestId } });
  });
  it("whose sample is no entry, however it came to be stored, is declined like any other", async () => {
    const [row] = await database
      .insert(requestRows)
      .values({ officeId, askedBy: orrin.userId, list: "hatches", sample: { families: [[]], id: {} }, reason: "x" })
      .returning({ id: requestRows.id });
    await decide(row!.id, { state: "accepted", answer: "" }, 422);
    await decide(row!.id, { state: "declined", answer: "It is none." });
  });
  it.each([
    ["of a list that there is not", { list: "chairs" }, 422],
    ["without a reason", { reason: "\n" }, 422],
    ["without a sample", { sample: "x" }, 422],
    ["with a list for a text", { sample: { name: "A-X", purpose: [], pen: "0.25" } }, 422],
    ["with an object for its key", { sample: { name: {} } }, 422],
    ["with a property that there is not", { sample: { name: "A-X", colour: "red" } }, 422],
    ["with a sample without end", { sample: { purpose: "x".repeat(250_000) } }, 413],
  ])("%s are refused", async (_what, change, status) => {
    await drafter.json(requests.POST, "POST", { body: { ...wish, sample: {}, ...change } }, status);
  });
});
