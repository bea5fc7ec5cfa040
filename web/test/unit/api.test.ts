import { afterEach, describe, expect, it, vi } from "vitest";
import { ApiError, getBytes, getJson, sendFile, sendJson, wordsOf } from "../../src/features/shared/api";
import { isLongAsked } from "../../src/features/shared/long-asked";

const answering = (response: () => Response | Promise<Response>) => {
  const fetched = vi.fn<typeof fetch>(async () => response());
  vi.stubGlobal("fetch", fetched);
  return fetched;
};
afterEach(() => vi.unstubAllGlobals());
const failure = async (doing: Promise<unknown>): Promise<ApiError> =>
  doing.then(
    () => {
      throw new Error("It did not fail.");
    },
    (error: unknown) => error as ApiError,
  );

describe("what a page asks the server", () => {
  it("is sent as JSON, or a file as it is", async () => {
    const fetched = answering(() => Response.json({ ok: 1 }));
    expect(await sendJson("PATCH", "/api/x", { a: 1 })).toEqual({ ok: 1 });
    expect(fetched.mock.calls[0]).toEqual([
      "/api/x",
      { method: "PATCH", headers: { "Content-Type": "application/json" }, body: '{"a":1}', keepalive: true },
    ]);
    const file = new Blob(["x"]);
    await sendFile("/api/y", file);
    expect(fetched.mock.calls[1]![1]).toMatchObject({
      method: "POST",
      headers: { "Content-Type": "application/octet-stream" },
      body: file,
    });
  });
  it("goes through though the page is left at once, unless it is too large for that (Fetch standard: 64 KiB)", async () => {
    const fetched = answering(() => Response.json({}));
    await sendJson("PATCH", "/api/x", { text: "x".repeat(59_000) });
    await sendJson("PATCH", "/api/x", { text: "x".repeat(61_000) });
    expect(fetched.mock.calls.map(([, init]) => init!.keepalive)).toEqual([true, false]);
  });
  it("comes back as JSON or as bytes with their headers", async () => {
    answering(() => new Response(new Uint8Array([1, 2]), { headers: { "x-sheet": "y" } }));
    const { bytes, headers } = await getBytes("/api/z");
    expect([[...bytes], headers.get("x-sheet")]).toEqual([[1, 2], "y"]);
  });
});

describe("what went wrong is told in the server's words", () => {
  it("with what to do, and every problem with its place", async () => {
    answering(() =>
      Response.json(
        { message: "Two rows are wrong.", remedy: "Mend them.", problems: [{ at: "pens[0]", message: "no" }] },
        { status: 422 },
      ),
    );
    const error = await failure(getJson("/api/x"));
    expect(error).toMatchObject({ status: 422, message: "Two rows are wrong. Mend them." });
    expect(error.problems).toEqual([{ at: "pens[0]", message: "no" }]);
  });
  it("with both states where two people changed one entry", async () => {
    answering(() => Response.json({ message: "x", conflicts: [{ key: "A" }] }, { status: 409 }));
    expect((await failure(sendJson("PATCH", "/api/x"))).conflicts).toEqual([{ key: "A" }]);
  });
  it("where the answer is no JSON, by its status", async () => {
    answering(() => new Response("<html>", { status: 502 }));
    expect((await failure(getJson("/api/x"))).message).toBe("The server answered 502.");
  });
  it("where nothing answers, as that", async () => {
    answering(() => Promise.reject(new TypeError("failed")));
    const error = await failure(getJson("/api/x"));
    expect(error.status).toBe(0);
    expect(error.message).toContain("can't be reached");
  });
  it("anything else by its own words", () => {
    expect(wordsOf(new Error("plain"))).toBe("plain");
    expect(wordsOf("text")).toBe("text");
  });
  it("is counted once it has lasted long, until it is answered or fails", async () => {
    vi.useFakeTimers();
    const answers: (() => void)[] = [];
    answering(() => new Promise((resolve) => answers.push(() => resolve(Response.json({})))));
    const [first, second] = [getJson("/api/x"), getJson("/api/y")];
    expect(isLongAsked()).toBe(false);
    await vi.advanceTimersByTimeAsync(2000);
    expect(isLongAsked()).toBe(true);
    answers[0]?.();
    await first;
    expect(isLongAsked()).toBe(true);
    answers[1]?.();
    await second;
    expect(isLongAsked()).toBe(false);
    vi.useRealTimers();
  });
});
