import { createHash } from "node:crypto";
import { NextRequest } from "next/server";
import { afterEach, describe, expect, it, vi } from "vitest";
import { proxy } from "../../src/proxy";
import { may, MAY, type Need } from "../../src/server/access/roles";
import { storable, storableText } from "../../src/server/database/jsonb";
import { ROLES } from "../../src/server/database/schema";
import { download } from "../../src/server/making/download";
import { maxFileBytes } from "../../src/server/files/limits";
import { receiveFile } from "../../src/server/files/receive";
import * as forms from "../../src/server/forms/forms";
import { isId } from "../../src/server/base/ids";
import { hashOf, newSecret } from "../../src/server/people/secrets";

afterEach(() => vi.unstubAllEnvs());

describe("the policy of every page", () => {
  const policyOf = (): Map<string, string> => {
    const header = proxy(new NextRequest("http://127.0.0.1:3000/today")).headers.get("content-security-policy")!;
    return new Map(header.split("; ").map((rule) => [rule.split(" ")[0]!, rule.slice(rule.indexOf(" ") + 1)] as const));
  };
  it("lets no script run but the application's own, told by a nonce of the answer", () => {
    const [a, b] = [policyOf(), policyOf()];
    const script = a.get("script-src")!;
    expect(script).not.toMatch(/unsafe-inline|unsafe-eval|https?:|\*/);
    const nonce = (policy: Map<string, string>): string => /'nonce-([^']+)'/.exec(policy.get("script-src")!)![1]!;
    expect(Buffer.from(nonce(a), "base64").length).toBeGreaterThanOrEqual(16);
    expect(nonce(a)).not.toBe(nonce(b));
  });
  it("lets nobody frame it, and nothing be sent or loaded elsewhere (OWASP ASVS, level 2)", () => {
    const policy = policyOf();
    expect(policy.get("frame-ancestors")).toBe("'none'");
    expect(policy.get("object-src")).toBe("'none'");
    expect(policy.get("base-uri")).toBe("'none'");
    expect(policy.get("form-action")).toBe("'self'");
    for (const [rule, sources] of policy) expect(`${rule} ${sources}`).not.toMatch(/https?:\/\/|\*/);
  });
});

describe("secrets", () => {
  it("are 256 random bits, told apart by what they are for, and kept as their hash only", () => {
    const made = Array.from({ length: 200 }, () => newSecret("hst"));
    expect(new Set(made).size).toBe(200);
    for (const secret of made) expect(secret).toMatch(/^hst_[\w-]{43}$/);
    expect(hashOf(made[0]!)).toBe(createHash("sha256").update(made[0]!).digest("hex"));
  });
});

describe("who may what", () => {
  it.each(Object.keys(MAY) as Need[])("%s: the coordinator may", (need) => expect(may("coordinator", need)).toBe(true));
  it("a reader looks at what is shared, hands in to it, asks, and has an account; nothing else", () =>
    expect((Object.keys(MAY) as Need[]).filter((need) => may("reader", need)).sort()).toEqual([
      "account",
      "hand-in",
      "request",
      "see",
    ]));
  it("only the coordinator writes the standard, decides and invites", () => {
    for (const need of ["edit-standard", "decide", "people"] as const)
      expect(ROLES.filter((role) => may(role, need))).toEqual(["coordinator"]);
  });
});

describe("what comes in is checked", () => {
  const refusal = async (form: new () => object, value: unknown): Promise<{ status: number; at: string[] }> => {
    const result = forms.checked(form, value);
    if (!(result instanceof Response)) return { status: 200, at: [] };
    const told = (await result.json()) as { problems?: { at: string }[] };
    return { status: result.status, at: (told.problems ?? []).map((problem) => problem.at) };
  };
  const uuid = "00000000-0000-4000-8000-000000000000";
  it.each<[string, new () => object, unknown, string[]]>([
    ["an inspection without a name", forms.NewInspection, { name: "" }, ["name"]],
    ["of no plan set's id", forms.NewInspection, { name: "x", planSetId: "1" }, ["planSetId"]],
    ["findings that are no texts", forms.MendRequest, { only: [1] }, ["only"]],
    ["a password that is too short", forms.PasswordChange, { current: "x", fresh: "short" }, ["fresh"]],
    ["an e-mail that is none", forms.SignIn, { email: "me", password: "x" }, ["email"]],
    ["a token for ten years", forms.NewToken, { name: "x", days: 3650 }, ["days"]],
    ["a part that there is not", forms.NewInvitation, { email: "a@b.example", role: "owner" }, ["role"]],
    ["a summary of nothing", forms.Publication, { summary: "\n", version: 1 }, ["summary"]],
    ["a version that is none", forms.RollBack, { edition: 1, version: 0 }, ["version"]],
    ["units that there are not", forms.NewPlanSet, { name: "x", units: "ells" }, ["units"]],
    ["a placement by no id", forms.PlacementForm, { sourceId: "x", placedAt: "1:50", title: "" }, ["sourceId"]],
    ["a place that is no figure", forms.PlacementForm, { sourceId: uuid, placedAt: "1", title: "", xMm: "5" }, ["xMm"]],
    ["a decision that there is not", forms.Decision, { state: "open", answer: "" }, ["state"]],
    ["anything more than the form has", forms.OfficeChoice, { officeId: uuid, role: "coordinator" }, ["role"]],
  ])("%s", async (_what, form, value, at) => expect(await refusal(form, value)).toEqual({ status: 422, at }));
  it.each([null, 5, "x", []])("%j is no form at all", async (value) =>
    expect((await refusal(forms.SignIn, value)).status).toBe(400),
  );
  it("blanks around an e-mail address do not count", () => {
    const form = forms.checked(forms.SignIn, { email: " a@b.example\n", password: " x " });
    // A password is taken to the letter.
    expect(form).toMatchObject({ email: "a@b.example", password: " x " });
  });
  it("every cell of the showing chart is looked at", async () => {
    const cells = [
      { layer: "A", kind: "b", state: "drawn" },
      { layer: "A", kind: "b", state: null },
    ];
    expect(forms.checked(forms.CellsChange, { cells })).not.toBeInstanceOf(Response);
    const wrong = forms.checked(forms.CellsChange, { cells: [...cells, { layer: 1, kind: "b", state: "drawn" }] });
    expect(wrong).toBeInstanceOf(Response);
  });
  it.each(["1:50", `1/4" = 1'-0"`])("%s is a scale", (written) =>
    expect(forms.complainOfScale(written)).toBeUndefined(),
  );
  it("what is none is refused with how to write one", async () => {
    const told = (await forms.complainOfScale("half")!.json()) as { message: string; remedy: string };
    expect(told.message).toContain("“half”");
    expect(told.remedy).toContain("1:100");
  });
});

describe("ids", () => {
  it.each(["00000000-0000-4000-8000-000000000000", "ABCDEF01-2345-6789-abcd-ef0123456789"])("%s can be one", (id) =>
    expect(isId(id)).toBe(true),
  );
  it.each(["", "1", "../x", "00000000-0000-4000-8000-00000000000", "00000000-0000-4000-8000-000000000000'--"])(
    "%j can't",
    (id) => expect(isId(id)).toBe(false),
  );
});

describe("what PostgreSQL would refuse", () => {
  it("is made storable, deep inside too, and nothing else is changed", () => {
    expect(storableText("a\u0000b\ud800")).toBe("a\ufffdb\ufffd");
    expect(storable({ a: ["\u0000", { b: "壁🧱" }], n: 1, no: null })).toEqual({
      a: ["\ufffd", { b: "壁🧱" }],
      n: 1,
      no: null,
    });
  });
});

describe("a file that is sent", () => {
  const sent = (body: BodyInit | null, headers: Record<string, string> = {}): Request =>
    new Request("http://127.0.0.1/x", { method: "POST", headers, ...(body === null ? {} : { body }) });
  it("is taken whole, with its digest", async () => {
    const received = await receiveFile(sent("abc"));
    expect(received.ok && [received.value.bytes.length, received.value.sha256]).toEqual([
      3,
      createHash("sha256").update("abc").digest("hex"),
    ]);
  });
  it("over the limit is refused by its stated length, and as soon as it is passed where none is stated", async () => {
    vi.stubEnv("HEMSTITCH_MAX_FILE_MB", "1");
    expect(maxFileBytes()).toBe(2 ** 20);
    const stated = await receiveFile(sent("abc", { "content-length": String(5 * 2 ** 20) }));
    expect(stated.ok ? "" : stated.problem.message).toBe("The file has 5 MB; the limit is 1 MB.");
    let given = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        given++;
        controller.enqueue(new Uint8Array(2 ** 18));
      },
    });
    const passed = await receiveFile(
      new Request("http://127.0.0.1/x", { method: "POST", body: endless, duplex: "half" } as RequestInit),
    );
    expect(passed.ok ? "" : passed.problem.message).toContain("the limit is 1 MB");
    expect(given).toBeLessThan(12);
  });
  it("that is none is said", async () => {
    const received = await receiveFile(sent(null));
    expect(received.ok ? "" : received.problem.code).toBe("empty-file");
  });
  it.each(["0", "-5", "much"])("a limit of %j is the usual one", (written) => {
    vi.stubEnv("HEMSTITCH_MAX_FILE_MB", written);
    expect(maxFileBytes()).toBe(256 * 2 ** 20);
  });
});

describe("a download", () => {
  const nameOf = (name: string): { plain: string; full: string } => {
    const header = download(new Uint8Array(1), name).headers.get("content-disposition")!;
    const [, plain, full] = /^attachment; filename="([^"]*)"; filename\*=UTF-8''(.*)$/.exec(header)!;
    return { plain: plain!, full: decodeURIComponent(full!) };
  };
  it.each(['a"b.pdf', "a\r\nSet-Cookie: x=1.pdf", "../../etc/passwd", "Grundriß 壁.pdf", "\ud800.pdf"])(
    "named %j stays within its header (RFC 6266)",
    (name) => {
      const { plain, full } = nameOf(name);
      expect(plain).toMatch(/^[\w.() -]*$/);
      expect(full).toBe(name.toWellFormed());
    },
  );
  it("keeps its ending, however long its name is", () => {
    const { plain, full } = nameOf(`${"ä".repeat(300)}.pdf`);
    expect(full.length).toBe(120);
    expect(full.endsWith("ä.pdf")).toBe(true);
    expect(plain.endsWith(".pdf")).toBe(true);
  });
});
