import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, expect, it } from "vitest";
import { warmUp } from "../../src/server/http/warm";

const servers: ReturnType<typeof createServer>[] = [];
afterEach(() => servers.splice(0).forEach((server) => server.close()));

/** A server that answers every page with a status, and what it was asked for. */
async function answering(status: number): Promise<{ address: string; asked: string[] }> {
  const asked: string[] = [];
  const server = createServer((request, response) => {
    asked.push(request.url ?? "");
    response.writeHead(status).end("page");
  });
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, asked };
}

it("makes the page that anybody may see, one after the other", async () => {
  const { address, asked } = await answering(200);
  await warmUp(address);
  expect(asked.length).toBeGreaterThan(5);
  expect(new Set(asked)).toEqual(new Set(["/sign-in"]));
});

it("keeps what goes wrong to itself: whoever asks for a page is told", async () => {
  const { address } = await answering(503);
  await warmUp(address);
  await warmUp("http://127.0.0.1:1");
  await warmUp("http://:::3000");
});
