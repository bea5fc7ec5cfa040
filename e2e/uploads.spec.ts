import { createHash, randomBytes } from "node:crypto";
import { readFileSync } from "node:fs";
import { request as send, type IncomingMessage } from "node:http";
import { Readable } from "node:stream";
import type { BrowserContext } from "@playwright/test";
import { Client } from "pg";
import { expect, pageOf, test } from "./support";

/** Files are sent as any client sends them, over a connection of their own, to the running application. */
const address = new URL(process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000");
const MB = 2 ** 20;

/** Bytes that no two places of the file share, made as they are sent: nothing here holds a large file either. */
function* bytesOf(size: number, piece = randomBytes(MB)): Generator<Buffer> {
  const head = Buffer.from("%PDF-1.7\n");
  yield head.subarray(0, size);
  for (let at = head.length, turn = 0; at < size; at += MB, turn++) {
    const part = Buffer.from(piece.subarray(0, Math.min(MB, size - at)));
    if (part.length >= 4) part.writeUInt32LE(turn);
    yield part;
  }
}

interface Answer {
  readonly status: number;
  readonly json: Record<string, unknown>;
}

const headersOf = async (context: BrowserContext): Promise<Record<string, string>> => ({
  cookie: (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join("; "),
  origin: address.origin,
});

async function textOf(response: IncomingMessage): Promise<string> {
  const pieces: Buffer[] = [];
  for await (const piece of response) pieces.push(piece as Buffer);
  return Buffer.concat(pieces).toString();
}

/** One request. `body` is written as fast as the server takes it; gives how much of it went out. */
function asked(
  method: string,
  path: string,
  headers: Record<string, string | number>,
  body: Iterable<Buffer> = [],
): Promise<Answer & { readonly written: number }> {
  let written = 0;
  return new Promise((resolve, reject) => {
    const request = send({ host: address.hostname, port: address.port, method, path, headers, agent: false });
    request.on("response", (response) => {
      void textOf(response).then((text) =>
        resolve({ status: response.statusCode ?? 0, json: JSON.parse(text || "{}") as Answer["json"], written }),
      );
    });
    request.on("error", reject);
    const counted = function* (): Generator<Buffer> {
      for (const piece of body) {
        written += piece.length;
        yield piece;
      }
    };
    Readable.from(counted(), { objectMode: false }).on("error", reject).pipe(request);
  });
}

const inspection = async (headers: Record<string, string>): Promise<string> => {
  const body = Buffer.from(JSON.stringify({ name: "Sent over HTTP" }));
  const { json } = await asked(
    "POST",
    "/api/inspections",
    { ...headers, "content-type": "application/json", "content-length": body.length },
    [body],
  );
  return String(json["id"]);
};

/** SHA-256 and length of what a download gives, read as it comes. */
function readBack(fileId: string, headers: Record<string, string>): Promise<{ sha256: string; size: number }> {
  return new Promise((resolve, reject) => {
    send(
      { host: address.hostname, port: address.port, path: `/api/inspected/${fileId}/download`, headers, agent: false },
      (response) => {
        const hash = createHash("sha256");
        let size = 0;
        response.on("data", (piece: Buffer) => {
          hash.update(piece);
          size += piece.length;
        });
        response.on("end", () => resolve({ sha256: hash.digest("hex"), size }));
        response.on("error", reject);
      },
    )
      .on("error", reject)
      .end();
  });
}

/** The most memory that the web process has taken so far, MB. */
const peakOf = (pid: string): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

const rows = async (query: string): Promise<number> => {
  const client = new Client({ connectionString: process.env["DATABASE_URL"] });
  await client.connect();
  const { rows } = (await client.query(query)) as { rows: { n: number }[] };
  await client.end();
  return rows[0]?.n ?? 0;
};
const LEFT_OVER = `select (select count(*) from uploads)::int
  + (select count(*) from file_pieces where stored not in (select stored from files))::int as n`;

test.describe("a file sent to the running application", () => {
  let headers: Record<string, string>;
  test.beforeAll(async ({ browser }) => {
    const page = await pageOf(browser, "coordinator");
    headers = await headersOf(page.context());
    await page.context().close();
  });

  for (const size of [9 * MB, 11 * MB + 1, 40 * MB, 250 * MB])
    test(`of ${Math.round(size / MB)} MB is kept byte for byte`, async () => {
      test.setTimeout(180_000);
      const piece = randomBytes(MB);
      const hash = createHash("sha256");
      for (const part of bytesOf(size, piece)) hash.update(part);
      const digest = hash.digest();
      const pid = process.env["HEMSTITCH_WEB_PID"] ?? "";
      const before = peakOf(pid);
      const id = await inspection(headers);
      const sent = await asked(
        "POST",
        `/api/inspections/${id}/files?name=large.pdf`,
        {
          ...headers,
          "content-length": size,
          "repr-digest": `sha-256=:${digest.toString("base64")}:`,
        },
        bytesOf(size, piece),
      );
      expect(sent.json).toMatchObject({ size, sha256: digest.toString("hex") });
      expect(sent.status).toBe(201);
      expect(await readBack(String(sent.json["id"]), headers)).toEqual({ size, sha256: digest.toString("hex") });
      // A quarter of the largest file would show already; what the process itself needs meanwhile is less.
      expect(peakOf(pid) - before).toBeLessThan(64);
      expect(await rows(LEFT_OVER)).toBe(0);
    });

  test("of a declared size over the limit is refused before it is read", async () => {
    const id = await inspection(headers);
    const sent = await asked(
      "POST",
      `/api/inspections/${id}/files?name=large.pdf`,
      { ...headers, "content-length": 300 * MB, expect: "100-continue" },
      [],
    );
    expect(sent).toMatchObject({ status: 413, written: 0 });
    expect(String(sent.json["message"])).toContain("300 MB; the limit is 256 MB");
  });
  test("of no declared size is refused where it passes the limit, and nothing of it stays", async () => {
    test.setTimeout(180_000);
    const id = await inspection(headers);
    const sent = await asked(
      "POST",
      `/api/inspections/${id}/files?name=large.pdf`,
      { ...headers, "transfer-encoding": "chunked" },
      bytesOf(258 * MB),
    ).catch((error: NodeJS.ErrnoException) => error);
    if (!(sent instanceof Error)) expect(sent).toMatchObject({ status: 413 });
    await expect.poll(() => rows(LEFT_OVER)).toBe(0);
  });
  test("whose digest is another is not kept", async () => {
    const id = await inspection(headers);
    const sent = await asked(
      "POST",
      `/api/inspections/${id}/files?name=a.pdf`,
      { ...headers, "content-length": MB, "repr-digest": `sha-256=:${randomBytes(32).toString("base64")}:` },
      bytesOf(MB),
    );
    expect(sent.status).toBe(422);
    expect(sent.json["message"]).toContain("SHA-256 differs");
    expect(await rows(LEFT_OVER)).toBe(0);
  });
  test("that breaks off half-way leaves nothing", async () => {
    const id = await inspection(headers);
    const path = `/api/inspections/${id}/files?name=a.pdf`;
    await new Promise<void>((resolve) => {
      const request = send({
        host: address.hostname,
        port: address.port,
        method: "POST",
        path,
        headers: { ...headers, "content-length": 40 * MB },
        agent: false,
      });
      request.on("error", () => resolve());
      request.write(randomBytes(12 * MB), () => setTimeout(() => (request.destroy(), resolve()), 500));
    });
    await expect.poll(() => rows(LEFT_OVER)).toBe(0);
    expect(await rows(`select count(*)::int as n from inspected_files where inspection_id = '${id}'`)).toBe(0);
  });
});

test("a large file goes on where the connection was lost, and is kept whole", async ({ page }) => {
  const content = Buffer.concat([...bytesOf(13 * MB)]);
  await page.goto("/inspection");
  let parts = 0;
  const lost: string[] = [];
  await page.route(/\/api\/uploads\/[^/]+\?from=/, async (route) => {
    // The second part is cut off on the way, the third gets through and its answer is lost.
    parts++;
    if (parts === 2) {
      lost.push("before");
      return route.abort("connectionreset");
    }
    if (parts === 3) {
      lost.push("after");
      await route.fetch();
      return route.abort("connectionreset");
    }
    return route.continue();
  });
  let asked = 0;
  await page.route(/\/files\?name=.*&upload=/, async (route) => {
    // That it has become a file is not heard of at once, either.
    if (asked++ > 0) return route.continue();
    lost.push("the last answer");
    await route.fetch();
    return route.abort("connectionreset");
  });
  await page.getByTestId("files").setInputFiles({ name: "thirteen.pdf", mimeType: "application/pdf", buffer: content });
  await expect(page).toHaveURL(/\/inspection\/[0-9a-f-]{36}/, { timeout: 60_000 });
  expect(lost).toEqual(["before", "after", "the last answer"]);
  const hash = createHash("sha256").update(content).digest("hex");
  const kept = (table: string): Promise<number> =>
    rows(`select count(*)::int as n from ${table} where sha256 = '${hash}'`);
  expect([await kept("files"), await kept("inspected_files"), await rows(LEFT_OVER)]).toEqual([1, 1, 0]);
});

test("a file that is cancelled on its way leaves nothing", async ({ page }) => {
  await page.goto("/inspection");
  await page.route(/\/api\/uploads\/[^/]+\?from=(?!0$)/, (route) => route.abort("connectionreset"));
  await page.getByTestId("files").setInputFiles({
    name: "nine.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.concat([...bytesOf(9 * MB)]),
  });
  await expect(page.getByText(/server can't be reached/)).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("Drop drawings here")).toBeVisible();
  await expect.poll(() => rows(LEFT_OVER)).toBe(0);
});
