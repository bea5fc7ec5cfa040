import { eq, sql } from "drizzle-orm";
import { afterAll, afterEach, describe, expect, it, vi } from "vitest";
import { PEER_HEADER } from "../src/server/base/peer";
import { sessions, signInAttempts, signInWaits } from "../src/server/database/schema";
import { isCommonPassword } from "../src/server/people/common-passwords";
import { hashPassword } from "../src/server/people/hashing";
import { cookieName, setCookie } from "../src/server/people/cookies";
import { addressOf } from "../src/server/people/where-from";
import { context, database, newOffice, newPerson, PASSWORD, pool, request, signedIn } from "./support";

afterAll(() => pool.end());
afterEach(() => vi.unstubAllEnvs());

let network = 0;
/** An address that nobody in these tests has had. */
const elsewhere = (): string => `10.1.${Math.floor(++network / 250)}.${network % 250}`;

interface From {
  readonly from?: string;
  readonly headers?: Record<string, string>;
  readonly cookie?: string;
}

async function tried(email: string, password: string, { from = elsewhere(), headers = {}, cookie = "" }: From = {}) {
  const { POST } = await import("../src/app/api/session/route");
  return POST(
    request("POST", "/x", { body: { email, password }, cookie, headers: { [PEER_HEADER]: from, ...headers } }),
    context(),
  );
}
const wrong = (email: string, from?: From): Promise<Response> => tried(email, "wrong wrong wrong", from);
const someone = async () => newPerson(await newOffice(), "drafter");
const cookiesOf = (response: Response): string =>
  response.headers
    .getSetCookie()
    .map((each) => each.split(";")[0])
    .join("; ");

/** How many transactions wait for a lock. Asked outside of a transaction, which would see one moment only. */
async function waiting(): Promise<number> {
  const { rows } = await database.execute<{ waiting: number }>(
    sql`select count(*)::int as waiting from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()`,
  );
  return rows[0]?.waiting ?? 0;
}

/** As if so much time had passed since all that was tried. */
const later = (seconds: number) =>
  database.update(signInAttempts).set({ at: sql`${signInAttempts.at} - ${`${seconds} seconds`}::interval` });

describe("tries of one account", () => {
  it("from everywhere together are slowed down, and the answer says for how long", async () => {
    const { email } = await someone();
    for (let i = 0; i < 8; i++) expect((await wrong(email)).status).toBe(401);
    const waits = await wrong(email);
    expect(waits.status).toBe(429);
    expect(["3", "4"]).toContain(waits.headers.get("retry-after"));
    expect(await waits.text()).toMatch(/Wait [34] seconds/);
  });
  it("that are right and come at once both pass, after others failed", async () => {
    const { email } = await someone();
    for (let i = 0; i < 3; i++) await wrong(email);
    // What failed is held until both want to take it away, each with its own try taken away already.
    const { both } = await database.transaction(async (on) => {
      await on.execute(sql`select 1 from sign_in_attempts for update`);
      const started = { both: Promise.all([tried(email, PASSWORD), tried(email, PASSWORD)]) };
      await vi.waitUntil(async () => (await waiting()) >= 2, { timeout: 20_000 });
      return started;
    });
    expect((await both).map(({ status }) => status)).toEqual([200, 200]);
  });
  it("go on after a pause, which grows to a minute and no longer", async () => {
    const [{ email }, from] = [await someone(), elsewhere()];
    for (let i = 0; i < 8; i++) await wrong(email);
    for (const pause of [4, 8, 16, 32, 60, 60]) {
      await later(pause - 2);
      expect((await wrong(email, { from })).status).toBe(429);
      await later(3);
      expect((await wrong(email, { from })).status).toBe(401);
    }
    await later(61);
    expect((await tried(email, PASSWORD, { from })).status).toBe(200);
  });
  it("go by turns: who asks ten times a second does not keep out who asks once a minute", async () => {
    const [{ email }, poller, owner] = [await someone(), elsewhere(), elsewhere()];
    for (let i = 0; i < 12; i++) await wrong(email, { from: poller });
    // The owner comes by a new browser, and is told how long to wait.
    const first = await tried(email, PASSWORD, { from: owner });
    expect(first.status).toBe(429);
    expect(Number(first.headers.get("retry-after"))).toBeLessThanOrEqual(60);
    await later(61);
    // The slot is free now; whoever polls asks for it first, and again and again.
    for (let i = 0; i < 5; i++) expect((await wrong(email, { from: poller })).status).toBe(429);
    expect((await tried(email, PASSWORD, { from: owner })).status).toBe(200);
  });
  it("a turn is lost by who does not come back for it", async () => {
    const [{ email }, silent, other] = [await someone(), elsewhere(), elsewhere()];
    for (let i = 0; i < 8; i++) await wrong(email);
    expect((await wrong(email, { from: silent })).status).toBe(429);
    await later(61);
    expect((await wrong(email, { from: other })).status).toBe(429);
    await database.update(signInWaits).set({ lastAt: sql`${signInWaits.lastAt} - interval '91 seconds'` });
    expect((await wrong(email, { from: other })).status).toBe(401);
  });
  it("thirty at once are counted as thirty: eight passwords are looked at", async () => {
    const { email } = await someone();
    const answers = await Promise.all(Array.from({ length: 30 }, () => wrong(email)));
    expect(answers.filter(({ status }) => status === 401)).toHaveLength(8);
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(22);
  });
  it("don't keep the person out where they usually come from, who is told of them", async () => {
    const { email } = await someone();
    const cookie = cookiesOf(await tried(email, PASSWORD));
    for (let i = 0; i < 12; i++) await wrong(email);
    expect((await tried(email, PASSWORD)).status).toBe(429);
    const known = await tried(email, PASSWORD, { cookie });
    expect([known.status, await known.json()]).toEqual([200, { failedBefore: 8 }]);
    expect(await (await tried(email, PASSWORD, { cookie })).json()).toEqual({ failedBefore: 0 });
  });
  it("from a known browser are slowed down of themselves, and it is known for its own account alone", async () => {
    const [one, other] = [await someone(), await someone()];
    const cookie = cookiesOf(await tried(one.email, PASSWORD));
    for (let i = 0; i < 8; i++) expect((await wrong(one.email, { cookie })).status).toBe(401);
    expect((await tried(one.email, PASSWORD, { cookie })).status).toBe(429);
    for (let i = 0; i < 8; i++) await wrong(other.email);
    expect((await tried(other.email, PASSWORD, { cookie })).status).toBe(429);
  });
});

describe("tries from one address", () => {
  it("are slowed down after forty, whatever is written into the headers", async () => {
    const from = elsewhere();
    const forged = (i: number): From => ({
      from,
      headers: { "x-forwarded-for": `1.2.3.${i}`, forwarded: `for=1.2.3.${i}`, "x-real-ip": `1.2.3.${i}` },
    });
    for (let i = 0; i < 40; i++) expect((await wrong(`nobody-${i}@example.org`, forged(i))).status).toBe(401);
    expect((await wrong("somebody@example.org", forged(99))).status).toBe(429);
    // Others, from elsewhere, don't notice.
    expect((await tried((await someone()).email, PASSWORD)).status).toBe(200);
  });
  it("with a header of any length are counted", async () => {
    const { email } = await someone();
    const headers = { "x-forwarded-for": "9".repeat(6000), "user-agent": "x".repeat(6000) };
    for (let i = 0; i < 8; i++) expect((await wrong(email, { headers })).status).toBe(401);
    expect((await wrong(email, { headers })).status).toBe(429);
  });
  it.each<[string, number, string, string | null, string]>([
    ["no proxy: the connection's own", 0, "198.51.100.7", "203.0.113.9", "198.51.100.7"],
    ["one proxy: what it wrote, which is last", 1, "127.0.0.1", "6.6.6.6, 203.0.113.9", "203.0.113.9"],
    ["two proxies: the one before the last", 2, "127.0.0.1", "6.6.6.6, 203.0.113.9, 10.0.0.1", "203.0.113.9"],
    ["one proxy that says nothing", 1, "127.0.0.1", null, "127.0.0.1"],
    ["one proxy that says no address", 1, "127.0.0.1", "x".repeat(6000), "127.0.0.1"],
    ["version 4 as version 6 writes it", 0, "::ffff:198.51.100.7", null, "198.51.100.7"],
    ["version 6: its network", 0, "2001:db8:1:2:3:4:5:6", null, "2001:db8:1:2::/64"],
    ["version 6, shortened", 0, "2001:db8::1", null, "2001:db8:0:0::/64"],
  ])("%s", (_what, proxies, peer, forwarded, address) => {
    vi.stubEnv("HEMSTITCH_TRUSTED_PROXIES", String(proxies));
    const more = forwarded === null ? {} : { "x-forwarded-for": forwarded };
    expect(addressOf(new Headers({ [PEER_HEADER]: peer, ...more }))).toBe(address);
  });
  it("are kept under keyed hashes: neither addresses nor e-mails stand in the table", async () => {
    const { email } = await someone();
    await wrong(email, { from: "203.0.113.77" });
    const rows = JSON.stringify(await database.select().from(signInAttempts));
    expect(rows).not.toContain("203.0.113.77");
    expect(rows).not.toContain(email);
  });
});

describe("counting", () => {
  it("fails closed: where it can't be done, no password is looked at", async () => {
    const { email } = await someone();
    await database.execute(sql`alter table sign_in_attempts rename to away`);
    try {
      const answer = await tried(email, PASSWORD);
      expect([answer.status, answer.headers.getSetCookie()]).toEqual([500, []]);
    } finally {
      await database.execute(sql`alter table away rename to sign_in_attempts`);
    }
  });
});

describe("hashing", () => {
  it("has a queue; who comes when it is full is told to come back, and the try does not count", async () => {
    const { email } = await someone();
    const full = Array.from({ length: 60 }, () =>
      hashPassword("a long enough password").then(
        () => "hashed",
        (error: Error) => error.constructor.name,
      ),
    );
    const answer = await tried(email, PASSWORD);
    expect([answer.status, answer.headers.get("retry-after")]).toEqual([503, "5"]);
    const ends = await Promise.all(full);
    expect(ends.filter((end) => end === "hashed")).toHaveLength(42);
    expect(ends.filter((end) => end === "TooManySignIns")).toHaveLength(18);
    expect(await (await tried(email, PASSWORD)).json()).toEqual({ failedBefore: 0 });
  });
});

describe("a session (OWASP ASVS 4.0.3, V3)", () => {
  const open = async (cookie: string): Promise<number> => {
    const { GET } = await import("../src/app/api/requests/route");
    return (await GET(request("GET", "/x", { cookie }), context())).status;
  };
  it("ends after half an hour without use (3.3.2)", async () => {
    const person = await someone();
    const cookie = await signedIn(person.email);
    const [row] = await database.select().from(sessions).where(eq(sessions.userId, person.userId));
    const minutes = (row!.expiresAt.getTime() - Date.now()) / 60_000;
    expect([minutes > 29, minutes < 31]).toEqual([true, true]);
    await database
      .update(sessions)
      .set({ expiresAt: new Date(Date.now() - 1000) })
      .where(eq(sessions.id, row!.id));
    expect(await open(cookie)).toBe(401);
  });
  it("ends after twelve hours however much it is used (3.3.2)", async () => {
    const person = await someone();
    const cookie = await signedIn(person.email);
    const began = (hours: number) =>
      database
        .update(sessions)
        .set({ createdAt: new Date(Date.now() - hours * 3_600_000) })
        .where(eq(sessions.userId, person.userId));
    await began(11.9);
    expect(await open(cookie)).toBe(200);
    await began(12.1);
    expect(await open(cookie)).toBe(401);
  });
  it("can't be made of what the database holds: the cookie is signed with the installation's secret", async () => {
    const person = await someone();
    await signedIn(person.email);
    const [row] = await database.select().from(sessions).where(eq(sessions.userId, person.userId));
    for (const value of [row!.token, `${row!.token}.`, `${row!.token}.${"A".repeat(43)}=`])
      expect(await open(`${cookieName("session_token")}=${encodeURIComponent(value)}`)).toBe(401);
  });
  it("has cookies that only this host sets and gets, over https, where the address is https (3.4)", () => {
    expect(setCookie("x", "y", 60)).toBe("hemstitch.x=y; Path=/; HttpOnly; SameSite=Lax; Max-Age=60");
    vi.stubEnv("HEMSTITCH_ADDRESS", "https://plans.office.example");
    expect(setCookie("x", "y", 60)).toBe("__Host-hemstitch.x=y; Path=/; HttpOnly; SameSite=Lax; Max-Age=60; Secure");
  });
});

describe("a password", () => {
  it.each([
    "password12345",
    "Password2026!",
    "P@ssw0rd1234",
    "qwertyuiop123",
    "iloveyou!!!!",
    "aaaaaaaaaaaa",
    "abcabcabcabc",
    "123412341234",
    "abcdefghijkl",
    "987654321098",
    "!!!letmein!!!",
  ])("%s is one of those that are tried first", (password) => expect(isCommonPassword(password)).toBe(true));
  it.each([
    PASSWORD,
    "linen and hairline",
    "quiet drawing boards",
    "ruling pen and ink",
    "sheets go out friday",
    "Zk4-vqRt-8mWx",
  ])("%s is not", (password) => expect(isCommonPassword(password)).toBe(false));
  it("that is common is not taken, whoever chooses it", async () => {
    const cookie = await signedIn((await someone()).email);
    const { POST } = await import("../src/app/api/account/password/route");
    const body = { current: PASSWORD, fresh: "password12345" };
    const answer = await POST(request("POST", "/x", { cookie, body }), context());
    expect([answer.status, await answer.text()]).toEqual([422, expect.stringContaining("tried first")]);
  });
});
