import { eq } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { preset } from "@hemstitch/core/standard";
import * as planSet from "../src/app/api/plan-sets/[planSetId]/route";
import * as newSheets from "../src/app/api/plan-sets/[planSetId]/sheets/route";
import * as planSetList from "../src/app/api/plan-sets/route";
import * as sheet from "../src/app/api/sheets/[sheetId]/route";
import * as draft from "../src/app/api/standard/draft/route";
import * as imported from "../src/app/api/standard/import/route";
import * as rollBack from "../src/app/api/standard/roll-back/route";
import * as publication from "../src/app/api/editions/publish/route";
import * as sources from "../src/app/api/plan-sets/[planSetId]/sources/route";
import * as requestList from "../src/app/api/requests/route";
import { planSets, sheets, sourceDrawings } from "../src/server/database/schema";
import { refusalOf } from "../src/server/http/refusals";
import { closeThreads } from "../src/server/work/threads";
import { onePage } from "../../core/test/support/raw-pdf";
import { Browser, database, inspectNow, newOffice, newPerson, pool, waitingFile } from "./support";

let ida: Browser;
let office = "";
let planSetId = "";
let sheetId = "";
const status = async (...asked: Parameters<Browser["send"]>): Promise<number> => (await ida.send(...asked)).status;

beforeAll(async () => {
  office = await newOffice();
  ida = await Browser.of((await newPerson(office, "coordinator")).email);
  planSetId = (
    await ida.json<{ id: string }>(planSetList.POST, "POST", { body: { name: "Landing", units: "metric" } }, 201)
  ).id;
  const body = { number: "A-101", title: "Plan", frame: "A1" };
  sheetId = (await ida.json<{ id: string }>(newSheets.POST, "POST", { params: { planSetId }, body }, 201)).id;
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

describe("a version that no row can have is refused, and is no fault of the server's", () => {
  it.each([2 ** 31, 1e12, 0, -1, 1.5])("%d", async (version) => {
    expect(await status(planSet.PATCH, "PATCH", { params: { planSetId }, body: { version, name: "x" } })).toBe(422);
    expect(await status(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version, title: "x" } })).toBe(422);
    expect(await status(publication.POST, "POST", { body: { version, summary: "x" } })).toBe(422);
    expect(await status(rollBack.POST, "POST", { body: { version: 1, edition: version } })).toBe(422);
    const bytes = new TextEncoder().encode(JSON.stringify(preset("tarnwick")));
    expect(await status(imported.POST, "POST", { query: { store: String(version) }, bytes })).toBe(400);
  });
});

describe("an address", () => {
  const refused = (url: string, headers: Record<string, string> = {}) => refusalOf({ url, headers } as never)?.status;
  it.each([
    ["with half a character", "/today/%E0%A4%A", 400],
    ["with a NUL in its query", "/api/find?q=a%00b", 400],
    ["with a lone per cent sign", "/api/find?q=100%", 400],
    ["without a slash", "http://elsewhere.example/", 400],
    ["without end", `/${"a".repeat(9000)}`, 414],
  ])("%s is refused", (_what, url, expected) => expect(refused(url)).toBe(expected));
  it.each(["/today", "/api/find?q=W%C3%A4nde%20100%25", "/api/inspections/x/files?name=%E5%A3%81.pdf"])(
    "%s is not",
    (url) => expect(refused(url)).toBeUndefined(),
  );
  it("is refused by what its body is said to have", () => {
    expect(refused("/api/x", { "content-length": String(300 * 2 ** 20) })).toBe(413);
    expect(refused("/api/x", { "content-length": String(200 * 2 ** 20) })).toBeUndefined();
  });
});

describe("JSON", () => {
  const sent = (text: string) =>
    ida.send(draft.PATCH, "PATCH", { bytes: new TextEncoder().encode(text) }).then(({ status: code }) => code);
  it.each([
    ["nested ten thousand deep", `${"[".repeat(10_000)}${"]".repeat(10_000)}`],
    ["nested deep within an edit", `{"of":"list","list":"layers","edits":${'{"a":'.repeat(5000)}1${"}".repeat(5000)}}`],
    ["that is none", "{"],
    ["of bytes that are no text", "\ud800"],
  ])("%s is refused", async (_what, text) => expect([400, 422]).toContain(await sent(text)));
  it("with brackets in its texts is not taken for deep", async () => {
    const name = `${'["'.repeat(40)}${"\\".repeat(3)}`;
    expect(await sent(JSON.stringify({ of: "facts", facts: { name } }))).toBe(200);
  });
  it("that never ends is refused as soon as it is read, however it is written", async () => {
    for (const text of [`"${'\\"'.repeat(2_000_000)}`, `[${'"'.repeat(3_000_001)}`, `{"a":"${"\\".repeat(3_000_001)}`])
      expect(await sent(text)).toBe(400);
  });
  it("with a password without end is refused", async () => {
    const { POST } = await import("../src/app/api/account/password/route");
    const body = { current: "x", fresh: "1".repeat(900_000) };
    expect(await status(POST, "POST", { body })).toBe(422);
  });
  it("too large to be read is refused", async () => expect(await sent(`"${"x".repeat(17 * 2 ** 20)}"`)).toBe(413));
});

describe("names of this language's own", () => {
  it.each(['"__proto__"', '"__pr\\u006fto__"', '"constructor"', '"toString"', '" "', `"${"x".repeat(61)}"`])(
    "%s is no particular",
    async (key) => {
      const bytes = new TextEncoder().encode(`{"version":1,"particulars":{${key}:"x"}}`);
      expect([400, 422]).toContain(await status(planSet.PATCH, "PATCH", { params: { planSetId }, bytes }));
    },
  );
  it.each(["Bauherr", "施主", "Drawn by", "№ 1"])("%j is one, as an office calls it", async (key) => {
    const [now] = await database.select().from(planSets).where(eq(planSets.id, planSetId));
    const body = { version: now!.version, particulars: { [key]: "x" } };
    expect(await status(planSet.PATCH, "PATCH", { params: { planSetId }, body })).toBe(200);
  });
});

describe("what there is not", () => {
  it("a frame: refused for a new sheet and for one that there is", async () => {
    const body = { number: "A-102", title: "", frame: "no such" };
    expect(await status(newSheets.POST, "POST", { params: { planSetId }, body })).toBe(422);
    expect(await status(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 1, frame: "no such" } })).toBe(
      422,
    );
  });
  it("a rule: refused in an edit and in a standard from a file", async () => {
    const rules = { "line/no-such": { severity: "stop" } };
    expect(await status(draft.PATCH, "PATCH", { body: { of: "rules", rules } })).toBe(422);
    const bytes = new TextEncoder().encode(JSON.stringify({ ...preset("tarnwick"), rules }));
    const told = await ida.json<{ problems: { message: string }[] }>(imported.POST, "POST", { bytes }, 422);
    expect(told.problems).toEqual([expect.objectContaining({ message: "There is no rule “line/no-such”." })]);
  });
});

describe("the same form sent eight times at once", () => {
  it("makes one sheet", async () => {
    const body = { number: "A-201", title: "Sections", frame: "A1" };
    const answers = await Promise.all(
      Array.from({ length: 8 }, () => status(newSheets.POST, "POST", { params: { planSetId }, body })),
    );
    expect(answers.sort()).toEqual([201, ...Array<number>(7).fill(409)]);
    const rows = await database.select().from(sheets).where(eq(sheets.planSetId, planSetId));
    expect(rows.filter(({ number }) => number === "A-201")).toHaveLength(1);
  });
  it("makes one plan set", async () => {
    const body = { name: "Boat store", units: "metric" };
    const answers = await Promise.all(Array.from({ length: 8 }, () => status(planSetList.POST, "POST", { body })));
    expect(answers.sort()).toEqual([201, ...Array<number>(7).fill(409)]);
    expect(await database.$count(planSets, eq(planSets.name, "Boat store"))).toBe(1);
  });
  it("makes one source drawing, and tells all eight of it", async () => {
    const fileId = await waitingFile(office, onePage({ content: "1 w 1 1 m 9 9 l S" }));
    await inspectNow(fileId);
    const body = { fileId, title: "Ground floor", drawnAt: "1:50" };
    const answers = await Promise.all(
      Array.from({ length: 8 }, () => ida.send(sources.POST, "POST", { params: { planSetId }, body })),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([...Array<number>(7).fill(200), 201]);
    expect(new Set(await Promise.all(answers.map((answer) => answer.text()))).size).toBe(1);
    expect(await database.$count(sourceDrawings, eq(sourceDrawings.planSetId, planSetId))).toBe(1);
  });
});

describe("a sheet's number", () => {
  const change = async (number: string): Promise<number> => {
    const [now] = await database.select().from(sheets).where(eq(sheets.id, sheetId));
    return status(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: now!.version, number } });
  };
  it("can't become blank, nor that of another sheet", async () => {
    const body = { number: "A-301", title: "", frame: "A1" };
    await status(newSheets.POST, "POST", { params: { planSetId }, body });
    expect([await change(""), await change("   "), await change("A-301"), await change(" A-301 ")]).toEqual([
      422, 422, 409, 409,
    ]);
    expect([await change("A-101"), await change(" A-102 ")]).toEqual([200, 200]);
    expect((await database.select().from(sheets).where(eq(sheets.id, sheetId)))[0]?.number).toBe("A-102");
  });
  it("asked for twice at once goes to one sheet", async () => {
    const made = async (number: string) =>
      (
        await ida.json<{ id: string }>(
          newSheets.POST,
          "POST",
          { params: { planSetId }, body: { number, title: "", frame: "A1" } },
          201,
        )
      ).id;
    const both = [await made("A-401"), await made("A-402")];
    const answers = await Promise.all(
      both.map((id) =>
        status(sheet.PATCH, "PATCH", { params: { sheetId: id }, body: { version: 1, number: "A-499" } }),
      ),
    );
    expect(answers.sort()).toEqual([200, 409]);
  });
});

describe("an edit that says nothing", () => {
  it.each([[{ key: null, entry: null }], [{ key: null }], [{ entry: null }], [{}]])(
    "%j is refused, and makes no new version",
    async (nothing) => {
      const version = async () => (await ida.json<{ version: number }>(draft.GET, "GET")).version;
      const before = await version();
      expect(await status(draft.PATCH, "PATCH", { body: { of: "list", list: "layers", edits: [nothing] } })).toBe(422);
      expect(await version()).toBe(before);
    },
  );
});

describe("a method that there is not", () => {
  it.each(["TRACE", "PROPFIND", "FOO"])("%s is answered 405", (method) =>
    expect(refusalOf({ method, url: "/today", headers: {} } as never)).toMatchObject({ status: 405 }),
  );
});

describe("a request for a label pattern", () => {
  it("of twelve fields with thousands of codes is checked aside", async () => {
    const field = (i: number) => ({
      id: `f${i}`,
      title: `Field ${i}`,
      minLength: 1,
      maxLength: 64,
      characters: "letters-and-digits",
      required: i === 11,
      codes: Array.from({ length: 250 }, (_, n) => ({ code: `${n}`, meaning: "" })),
    });
    const pattern = {
      id: "p",
      title: "",
      source: "",
      separator: "",
      fields: Array.from({ length: 12 }, (_, i) => field(i)),
      examples: [],
    };
    const sample = { id: "p", title: "Pattern", pattern };
    let ticks = 0;
    const clock = setInterval(() => ticks++, 10);
    const answer = await ida.send(requestList.POST, "POST", {
      body: { list: "labelPatterns", entryKey: "", sample, reason: "we need it" },
    });
    clearInterval(clock);
    expect([201, 422]).toContain(answer.status);
    expect(ticks).toBeGreaterThan(3);
  });
});
