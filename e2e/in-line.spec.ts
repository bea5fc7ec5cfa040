import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { BrowserContext } from "@playwright/test";
import { Client } from "pg";
import { withEndlessSubstitutions } from "../core/test/support/hostile-font";
import { expect, pageOf, test } from "./support";

/** What the running application says to who waits, for their turn or for a database that has gone. */
const address = process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000";
const root = join(import.meta.dirname, "..");

const cookiesOf = async (context: BrowserContext): Promise<string> =>
  (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join("; ");

test("who waits for a request is told how much is done before it", async ({ page: coordinator, browser }) => {
  const drafter = await pageOf(browser, "drafter");
  await drafter.goto("/standard/editions");
  await drafter.getByRole("button", { name: "Editions", exact: true }).click();
  const barlow = new Uint8Array(readFileSync(join(root, "core/assets/fonts/Barlow-Regular.ttf")));
  const headers = { cookie: await cookiesOf(coordinator.context()), origin: address };
  // Each takes a thread for five seconds.
  const fonts = Array.from({ length: 8 }, () =>
    fetch(new URL("/api/standard/fonts", address), {
      method: "POST",
      headers,
      body: Buffer.from(withEndlessSubstitutions(barlow)),
    }),
  );
  const asked = async (): Promise<unknown> =>
    (await fetch(new URL("/api/waiting", address), { headers: { cookie: headers.cookie } })).json();
  await expect.poll(asked).toEqual({ before: expect.any(Number) });
  await drafter.getByRole("link", { name: "XLSX" }).first().click();
  await expect(drafter.getByRole("status").filter({ hasText: "The server is busy." })).toContainText(
    /What you asked for is next|before yours/,
  );
  await Promise.all(fonts);
  await expect(drafter.getByText("The server is busy.")).toHaveCount(0);
  expect(await asked()).toEqual({ before: null });
  await drafter.context().close();
});

test("a page that loses the database while it is made says so to programs, too", async ({ browser }) => {
  const drafter = await pageOf(browser, "drafter");
  const cookie = await cookiesOf(drafter.context());
  await drafter.context().close();
  // What others wait for is seen as it was when a transaction first asked: the one that locks can't watch them.
  const [locks, watches] = [0, 1].map(() => new Client({ connectionString: process.env["DATABASE_URL"] })) as [
    Client,
    Client,
  ];
  await Promise.all([locks.connect(), watches.connect()]);
  await locks.query("begin");
  await locks.query("lock table requests in access exclusive mode");
  const asked = fetch(new URL("/today", address), { headers: { cookie } });
  const cut = async (): Promise<number> => {
    const { rowCount } = await watches.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where wait_event_type = 'Lock' and query ~ 'requests'",
    );
    return rowCount ?? 0;
  };
  await expect.poll(cut).toBeGreaterThan(0);
  await locks.query("rollback");
  await Promise.all([locks.end(), watches.end()]);
  const answer = await asked;
  expect([answer.status, answer.headers.get("retry-after")]).toEqual([503, "5"]);
});
