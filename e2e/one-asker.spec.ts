import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { request as send } from "node:http";
import { connect } from "node:net";
import { join } from "node:path";
import type { BrowserContext } from "@playwright/test";
import { withEndlessSubstitutions } from "../core/test/support/hostile-font";
import { axeFindings, expect, pageOf, test } from "./support";

/** What one asker sends, over connections of its own, to the running application; and whether others are answered. */
const address = new URL(process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000");
const root = join(import.meta.dirname, "..");

const headersOf = async (context: BrowserContext): Promise<Record<string, string>> => ({
  cookie: (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join("; "),
  origin: address.origin,
  "content-type": "application/json",
});

interface Answer {
  readonly status: number;
  readonly text: string;
}

async function asked(method: string, path: string, headers: Record<string, string>, body?: BodyInit): Promise<Answer> {
  const response = await fetch(new URL(path, address), { method, headers, ...(body === undefined ? {} : { body }) });
  return { status: response.status, text: await response.text() };
}

const anybody = { origin: address.origin, "content-type": "application/json" };
const isWell = (): Promise<Answer> => asked("GET", "/api/health", {});

/** Does something and asks all the while whether the application answers others; gives the answers to those. */
async function meanwhile<T>(work: () => Promise<T>): Promise<{ value: T; others: readonly Answer[] }> {
  const others: Answer[] = [];
  let over = false;
  const asking = (async () => {
    while (!over) {
      others.push(await isWell());
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  })();
  const value = await work();
  over = true;
  await asking;
  return { value, others };
}

const strangers = JSON.stringify(Object.fromEntries(Array.from({ length: 150_000 }, (_, i) => [`stranger ${i}`, 1])));

test("health is told to whoever asks, by any name, and says nothing of anybody", async () => {
  expect(await isWell()).toEqual({ status: 200, text: '{"well":true}' });
  const byName = await new Promise<number>((resolve) =>
    send(
      { host: address.hostname, port: address.port, path: "/api/health", headers: { host: "10.0.0.7" } },
      (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      },
    ).end(),
  );
  expect(byName).toBe(200);
});

test("a form with 150,000 unknown names, sent by nobody in particular, is refused at once", async () => {
  const { value, others } = await meanwhile(() =>
    Promise.all(Array.from({ length: 10 }, () => asked("POST", "/api/session", anybody, strangers).catch(() => null))),
  );
  for (const answer of value) if (answer) expect([413, 503]).toContain(answer.status);
  expect(others.every(({ status }) => status === 200)).toBe(true);
});

test("14 MB of empty objects from somebody who may edit is refused, and others are answered", async ({
  page: coordinator,
}) => {
  const headers = await headersOf(coordinator.context());
  const body = `[${"{},".repeat(4_600_000)}{}]`;
  const { value, others } = await meanwhile(() => asked("PATCH", "/api/standard/draft", headers, body));
  expect([value.status, value.text.length < 500]).toEqual([400, true]);
  expect(others.every(({ status }) => status === 200)).toBe(true);
});

test("a font whose substitutions never end is refused with the reason, and others are answered", async ({
  page: coordinator,
}) => {
  const barlow = new Uint8Array(readFileSync(join(root, "core/assets/fonts/Barlow-Regular.ttf")));
  const headers = await headersOf(coordinator.context());
  const { value, others } = await meanwhile(() =>
    asked("POST", "/api/standard/fonts", headers, Buffer.from(withEndlessSubstitutions(barlow))),
  );
  expect([value.status, value.text]).toEqual([422, expect.stringContaining("could not be read within 5 seconds")]);
  expect(others.length).toBeGreaterThan(20);
});

test("a label pattern of twelve fields with thousands of codes, asked for by a drafter", async ({ browser }) => {
  const drafter = await pageOf(browser, "drafter");
  const field = (i: number) => ({
    id: `f${i}`,
    title: `f${i}`,
    minLength: 1,
    maxLength: 64,
    characters: "letters-and-digits",
    required: i === 11,
    codes: Array.from({ length: 250 }, (_, n) => ({ code: `${n}`, meaning: "" })),
  });
  const fields = Array.from({ length: 12 }, (_, i) => field(i));
  const sample = {
    id: "p",
    title: "p",
    pattern: { id: "p", title: "", source: "", separator: "", fields, examples: [] },
  };
  const body = JSON.stringify({ list: "labelPatterns", entryKey: "", sample, reason: "x" });
  const { value, others } = await meanwhile(async () =>
    asked("POST", "/api/requests", await headersOf(drafter.context()), body),
  );
  expect([201, 413, 422]).toContain(value.status);
  expect(others.every(({ status }) => status === 200)).toBe(true);
});

test("a method that there is not, and a body that never comes", async () => {
  const raw = (text: string): Promise<string> =>
    new Promise((resolve) => {
      const socket = connect(Number(address.port), address.hostname, () => socket.write(text));
      let said = "";
      socket.on("data", (data) => (said += data.toString()));
      socket.on("close", () => resolve(said));
      socket.on("error", () => resolve(said));
    });
  expect(await raw(`TRACE /today HTTP/1.1\r\nHost: ${address.host}\r\nConnection: close\r\n\r\n`)).toMatch(
    /^HTTP\/1\.1 405 /,
  );
  const head = `POST /api/session HTTP/1.1\r\nHost: ${address.host}\r\nOrigin: ${address.origin}\r\nContent-Type: application/json\r\nContent-Length: 500\r\nConnection: close\r\n\r\n{`;
  const held = Array.from({ length: 12 }, () => raw(head));
  // Others of the same address are answered meanwhile.
  const password = JSON.stringify({ email: "nobody@example.org", password: "not a password" });
  expect((await asked("POST", "/api/session", anybody, password)).status).toBe(401);
  expect((await Promise.all(held)).map((said) => said.slice(9, 12))).toEqual(Array<string>(12).fill("408"));
});

test("the sheet is seen before it is judged; a plan in a portfolio joins the inspection", async ({ page: drafter }) => {
  const large = execFileSync(
    join(root, "node_modules/.bin/tsx"),
    ["-e", 'import("./bench/src/large-page.ts").then((made) => process.stdout.write(made.largePage(60000, 50)))'],
    { cwd: root, maxBuffer: 1e9 },
  );
  await drafter.goto("/inspection");
  await drafter
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "large.pdf", mimeType: "application/pdf", buffer: large });
  await expect(drafter.locator("[data-testid=first-look][data-painted=yes]")).toBeVisible();
  await expect(drafter.getByTestId("stage")).toBeVisible();

  await drafter.goto("/inspection");
  await drafter.locator("input[type=file]").first().setInputFiles(join(root, "core/test/cases/pdf/portfolio.pdf"));
  await expect(drafter.getByText(/The file is a portfolio/)).toBeVisible();
  await drafter.getByRole("button", { name: "Inspect “plan.pdf”" }).click();
  await expect(drafter.getByText("plan.pdf", { exact: true })).toBeVisible();
});

test("a coordinator makes a link for a member who has lost their password", async ({ page: coordinator, nobody }) => {
  await coordinator.goto("/people");
  await coordinator.getByRole("button", { name: "New password for Tamsin Quill" }).click();
  await coordinator.getByRole("dialog").getByRole("button", { name: "Make a link" }).click();
  const link = /http\S+#\S+/.exec(await coordinator.getByText(/new-password#/).innerText())?.[0] ?? "";
  await nobody.goto(link);
  await expect(nobody.getByText(/For Tamsin Quill/)).toBeVisible();
  expect(await axeFindings(nobody)).toEqual([]);
  // The demo's password stays as it is for the other tests: the same again.
  await nobody.getByLabel("New password").fill("sheets go out friday");
  await nobody.getByRole("button", { name: "Set the password and come in" }).click();
  await expect(nobody).toHaveURL(/\/today$/);
});
