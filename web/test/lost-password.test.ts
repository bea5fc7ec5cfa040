import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { eq, sql } from "drizzle-orm";
import { afterAll, afterEach, describe, expect, it, vi } from "vitest";
import * as link from "../src/app/api/people/[memberId]/password-link/route";
import * as invitations from "../src/app/api/people/invitations/route";
import * as invitation from "../src/app/api/invitation/route";
import * as member from "../src/app/api/people/[memberId]/route";
import * as newPassword from "../src/app/api/new-password/route";
import * as session from "../src/app/api/session/route";
import * as tokens from "../src/app/api/account/tokens/route";
import { checkHost, refuseOtherSites } from "../src/server/access/access";
import { accessTokens, members, passwordLinks, sessions } from "../src/server/database/schema";
import { addMember } from "../src/server/people/accounts";
import { logOf } from "../src/server/log/log";
import { Browser, context, database, newOffice, newPerson, PASSWORD, pool, request, signedIn } from "./support";

afterAll(() => pool.end());
afterEach(() => vi.unstubAllEnvs());

const FRESH = "a quite different password";
const root = join(import.meta.dirname, "../..");

async function office() {
  const officeId = await newOffice();
  const [coordinator, lost] = [await newPerson(officeId, "coordinator"), await newPerson(officeId, "drafter")];
  const [row] = await database.select().from(members).where(eq(members.userId, lost.userId));
  return { officeId, coordinator, lost, memberId: row!.id, browser: await Browser.of(coordinator.email) };
}

const take = (secret: string, password = FRESH) =>
  newPassword.POST(request("POST", "/x", { body: { secret, password } }), context());
const entered = (email: string, password: string) =>
  session.POST(request("POST", "/x", { body: { email, password } }), context());

describe("a lost password", () => {
  it("has a way back: a coordinator's link, which ends sessions and tokens, works once, and is in the log", async () => {
    const { officeId, lost, memberId, browser } = await office();
    const own = await Browser.of(lost.email);
    await own.json(tokens.POST, "POST", { body: { name: "cli", days: 7 } }, 201);
    const { secret } = await browser.json<{ secret: string }>(link.POST, "POST", { params: { memberId } }, 201);
    // Until it is used nothing has changed.
    expect((await entered(lost.email, PASSWORD)).status).toBe(200);
    const told = await newPassword.PUT(request("PUT", "/x", { body: { secret } }), context());
    expect(await told.json()).toEqual({ name: lost.who, email: lost.email });
    expect((await take(secret, "short")).status).toBe(422);
    const taken = await take(secret);
    expect([taken.status, taken.headers.getSetCookie().some((each) => each.includes("session_token"))]).toEqual([
      200,
      true,
    ]);
    expect((await take(secret)).status).toBe(404);
    expect((await entered(lost.email, PASSWORD)).status).toBe(401);
    expect((await entered(lost.email, FRESH)).status).toBe(200);
    expect((await own.send(tokens.GET, "GET")).status).toBe(401);
    expect(await database.select().from(accessTokens).where(eq(accessTokens.userId, lost.userId))).toEqual([]);
    const log = await logOf(officeId, { what: "people.password" }, 10);
    expect(log.map(({ what }) => what).sort()).toEqual(["people.password-link", "people.password-reset"]);
    expect(JSON.stringify(await database.select().from(passwordLinks))).not.toContain(secret.slice(4));
  });
  it("the link runs out, and a newer one replaces it", async () => {
    const { memberId, browser } = await office();
    const make = async () =>
      (await browser.json<{ secret: string }>(link.POST, "POST", { params: { memberId } }, 201)).secret;
    const [first, second] = [await make(), await make()];
    expect((await take(first)).status).toBe(404);
    await database.update(passwordLinks).set({ expiresAt: sql`now() - interval '1 minute'` });
    expect((await take(second)).status).toBe(404);
  });
  it("two who use it at once: one of them sets the password", async () => {
    const { lost, memberId, browser } = await office();
    const { secret } = await browser.json<{ secret: string }>(link.POST, "POST", { params: { memberId } }, 201);
    const answers = await Promise.all(Array.from({ length: 4 }, (_, i) => take(secret, `${FRESH} ${i}`)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 404, 404, 404]);
    expect((await database.select().from(sessions).where(eq(sessions.userId, lost.userId))).length).toBe(1);
  });
  it("of somebody who belongs to another office, too, is not for a coordinator of one", async () => {
    const { lost, memberId, browser } = await office();
    await addMember(database, await newOffice(), lost.userId, "coordinator");
    const refused = await browser.send(link.POST, "POST", { params: { memberId } });
    expect([refused.status, await refused.text()]).toEqual([409, expect.stringContaining("belongs to another office")]);
  });
  it("of an office's only coordinator: the command prints a link", async () => {
    const { coordinator } = await office();
    const run = (...args: string[]) =>
      spawnSync(
        join(root, "node_modules/.bin/tsx"),
        ["--tsconfig", join(root, "tsconfig.json"), join(root, "web/src/server/people/new-office.ts"), ...args],
        { encoding: "utf8", cwd: root, env: { ...process.env, HEMSTITCH_ADDRESS: "https://plans.office.example" } },
      );
    const done = run("reset", ` ${coordinator.email.toUpperCase()}`);
    const secret = /https:\/\/plans\.office\.example\/new-password#(hsr_\S+)/.exec(done.stdout)?.[1];
    expect([done.status, secret !== undefined]).toEqual([0, true]);
    expect((await take(secret ?? "")).status).toBe(200);
    expect((await entered(coordinator.email, FRESH)).status).toBe(200);
    expect(run("reset", "nobody@example.org")).toMatchObject({ status: 1, stderr: expect.stringContaining("Nobody") });
    expect(run("reset").status).toBe(2);
  });
  it("of somebody invited who has an account already: they are told who can help, and the invitation stays", async () => {
    const { lost } = await office();
    const other = await office();
    const body = { email: lost.email, role: "drafter" };
    const { secret } = await other.browser.json<{ secret: string }>(invitations.POST, "POST", { body }, 201);
    const join = (password: string) =>
      invitation.POST(request("POST", "/x", { body: { secret, password } }), context());
    const refused = await join("not the right password");
    expect([refused.status, await refused.text()]).toEqual([
      401,
      expect.stringContaining("can make a link for a new one"),
    ]);
    expect((await join(PASSWORD)).status).toBe(201);
  });
});

describe("a token", () => {
  it("can't invite, nor say who belongs to an office, nor make a way in", async () => {
    const { browser, memberId } = await office();
    const { token } = await browser.json<{ token: string }>(
      tokens.POST,
      "POST",
      { body: { name: "all", days: 1, role: "coordinator" } },
      201,
    );
    const bearer = new Browser("");
    const headers = { authorization: `Bearer ${token}` };
    for (const [handler, method, body] of [
      [invitations.POST, "POST", { email: "a@example.org", role: "coordinator" }],
      [link.POST, "POST", {}],
      [member.PATCH, "PATCH", { role: "coordinator" }],
      [member.DELETE, "DELETE", {}],
      [tokens.POST, "POST", { name: "another", days: 366 }],
    ] as const)
      expect((await bearer.send(handler, method, { params: { memberId }, headers, body })).status).toBe(403);
  });
});

describe("two invitations to one address", () => {
  it("the second replaces the first, and says so", async () => {
    const { browser, officeId } = await office();
    const invite = () =>
      browser.json<{ secret: string; replaced: number }>(
        invitations.POST,
        "POST",
        { body: { email: "Twice@example.org", role: "reader" } },
        201,
      );
    const [first, second] = [await invite(), await invite()];
    expect([first.replaced, second.replaced]).toEqual([0, 1]);
    const opened = async (secret: string) =>
      (await invitation.PUT(request("PUT", "/x", { body: { secret } }), context())).status;
    expect([await opened(first.secret), await opened(second.secret)]).toEqual([404, 200]);
    const all = await Promise.all([invite(), invite(), invite()]);
    const works = await Promise.all(all.map(({ secret }) => opened(secret)));
    expect(works.filter((status) => status === 200)).toHaveLength(1);
    expect((await logOf(officeId, { what: "people.invited" }, 1))[0]?.after).toMatchObject({ replaced: 1 });
  });
});

describe("where changes come from", () => {
  const from = (origin: string, host: string) => () => {
    const headers = new Headers({ origin, host });
    refuseOtherSites(headers, checkHost(headers));
  };
  it("with https, a page of the same name by http is another site", () => {
    vi.stubEnv("HEMSTITCH_ADDRESS", "https://plans.office.example");
    expect(from("https://plans.office.example", "plans.office.example")).not.toThrow();
    expect(from("http://plans.office.example", "plans.office.example")).toThrow();
    expect(from("https://plans.office.example:8443", "plans.office.example")).toThrow();
  });
  it("on the machine itself by http", () => {
    expect(from("http://127.0.0.1:3000", "127.0.0.1:3000")).not.toThrow();
    expect(from("https://127.0.0.1:3000", "127.0.0.1:3000")).toThrow();
    expect(from("http://127.0.0.1:3001", "127.0.0.1:3000")).toThrow();
  });
});

describe("a worker", () => {
  it("without the secret does not start, and says what is missing", () => {
    const env = { ...process.env };
    delete env["HEMSTITCH_SECRET"];
    const done = spawnSync(process.execPath, [join(root, "web/dist/worker.mjs")], {
      encoding: "utf8",
      env,
      timeout: 20_000,
    });
    expect([done.status, done.stderr]).toEqual([1, expect.stringContaining("HEMSTITCH_SECRET is not set")]);
  });
});

it("signing in still works as it did", async () => {
  const { coordinator } = await office();
  expect(await signedIn(coordinator.email)).toContain("session_token");
});
