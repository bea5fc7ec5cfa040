import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { access } from "../src/server/access/access";
import { guarded } from "../src/server/access/guarded";
import { newOffice, pool } from "./support";

const api = join(import.meta.dirname, "../src/app/api");
const routes = (readdirSync(api, { recursive: true }) as string[]).filter((name) => name.endsWith("route.ts"));

beforeAll(async () => void (await newOffice()));
afterAll(() => pool.end());

const headers = (more: Record<string, string>): Headers => new Headers({ host: "127.0.0.1:3000", ...more });

describe("every handler asks access first", () => {
  it("there are handlers", () => expect(routes.length).toBeGreaterThan(15));
  it.each(routes)("%s exports nothing but guarded handlers, and those that change say so", (route) => {
    const source = readFileSync(join(api, route), "utf8");
    const exported = [...source.matchAll(/^export (.*)$/gm)].map((match) => match[1]!);
    expect(exported.length).toBeGreaterThan(0);
    for (const each of exported) {
      const method = /^const (GET|POST|PATCH|DELETE|PUT) = guarded\((true|false), /.exec(each);
      expect(method, each).not.toBeNull();
      expect(method![2]).toBe(String(method![1] !== "GET"));
    }
  });
});

describe("until there is sign-in, only this machine's own pages are answered", () => {
  it("takes Hemstitch's own pages", async () => {
    await expect(access(headers({}), true)).resolves.toMatchObject({ who: "coordinator" });
    await expect(
      access(headers({ origin: "http://127.0.0.1:3000", "sec-fetch-site": "same-origin" }), true),
    ).resolves.toBeDefined();
  });
  it.each([
    ["another name for this address", { host: "evil.example" }, false],
    ["a form of another site", { origin: "http://evil.example" }, true],
    ["a request that a browser marks as another site's", { "sec-fetch-site": "cross-site" }, true],
    ["another port of this machine", { origin: "http://127.0.0.1:9999" }, true],
    ["a sandboxed page", { origin: "null" }, true],
  ])("refuses %s", async (_what, more, changes) => {
    await expect(access(headers(more), changes)).rejects.toMatchObject({ status: 403 });
  });
  it("a handler answers a refusal in words, and 404 for what can't be an id", async () => {
    const handler = guarded(false, async () => Response.json({ reached: true }));
    const ask = (host: string, fileId: string): Promise<Response> =>
      handler(new Request("http://127.0.0.1:3000/x", { headers: { host } }), { params: Promise.resolve({ fileId }) });
    const uuid = "00000000-0000-4000-8000-000000000000";
    expect((await ask("evil.example", uuid)).status).toBe(403);
    expect((await ask("127.0.0.1:3000", "1' or 1=1")).status).toBe(404);
    expect(await (await ask("127.0.0.1:3000", uuid)).json()).toEqual({ reached: true });
  });
  it("works for addresses without parts to fill", async () => {
    const handler = guarded(false, async () => Response.json({ reached: true }));
    const response = await handler(new Request("http://127.0.0.1:3000/x", { headers: { host: "127.0.0.1:3000" } }), {
      params: Promise.resolve(undefined),
    });
    expect(response.status).toBe(200);
  });
  it("an error inside a handler is told without its insides", async () => {
    const handler = guarded(false, async () => Promise.reject(new Error("password=secret")));
    const response = await handler(new Request("http://127.0.0.1:3000/x", { headers: { host: "127.0.0.1:3000" } }), {
      params: Promise.resolve({}),
    });
    expect(response.status).toBe(500);
    expect(await response.text()).not.toContain("secret");
  });
});
