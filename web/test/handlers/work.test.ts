import { gunzipSync } from "node:zlib";
import { readFileSync } from "node:fs";
import { eq } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { unpackDrawing } from "@hemstitch/core/drawing";
import * as attached from "../../src/app/api/inspected/[fileId]/attached/route";
import * as cancelFile from "../../src/app/api/inspected/[fileId]/cancel/route";
import * as downloadFile from "../../src/app/api/inspected/[fileId]/download/route";
import * as drawing from "../../src/app/api/inspected/[fileId]/drawing/route";
import * as kindOfFile from "../../src/app/api/inspected/[fileId]/kind/route";
import * as mend from "../../src/app/api/inspected/[fileId]/mend/route";
import * as oneFile from "../../src/app/api/inspected/[fileId]/route";
import * as cancelAll from "../../src/app/api/inspections/[inspectionId]/cancel/route";
import * as sendFile from "../../src/app/api/inspections/[inspectionId]/files/route";
import * as inspection from "../../src/app/api/inspections/[inspectionId]/route";
import * as inspections from "../../src/app/api/inspections/route";
import * as planSet from "../../src/app/api/plan-sets/[planSetId]/route";
import * as newSheet from "../../src/app/api/plan-sets/[planSetId]/sheets/route";
import * as sources from "../../src/app/api/plan-sets/[planSetId]/sources/route";
import * as planSets from "../../src/app/api/plan-sets/route";
import * as downloadSheet from "../../src/app/api/sheets/[sheetId]/download/route";
import * as preview from "../../src/app/api/sheets/[sheetId]/preview/route";
import * as sheet from "../../src/app/api/sheets/[sheetId]/route";
import type { Asker } from "../../src/server/access/access";
import { inspectedFiles, planSetReaders, planSets as planSetRows, sheets } from "../../src/server/database/schema";
import type { SheetPreview } from "../../src/app/api/sheets/[sheetId]/preview/route";
import { unframed } from "../../src/features/shared/framed";
import { closeThreads } from "../../src/server/work/threads";
import { addMember } from "../../src/server/people/accounts";
import { logOf } from "../../src/server/log/log";
import { planSetsOf } from "../../src/server/queries/plan-sets";
import { todayOf } from "../../src/server/queries/today";
import { lettering, on, onePage } from "../../../core/test/support/raw-pdf";
import { gridOf } from "../../../core/test/support/title-block";
import { checkedByQpdf, run, temporary } from "../../../core/test/support/tools";
import { Browser, database, inspectNow, mendNow, newOffice, newPerson, pool, sha256, waitingFile } from "../support";

/** A wall drawn in a pen that is none, on a layer whose name is off the scheme. */
const BAD = onePage({ layers: ["walls"], content: on(0, "0.3 w 10 10 m 90 90 l S") });
const GOOD = onePage({ layers: ["A-WALL"], content: on(0, "0.5 w 10 10 m 90 90 l S") });

let person: Asker;
let once: Browser;
let officeId = "";
let drafter: Browser;
beforeAll(async () => {
  person = await newPerson(await newOffice(), "drafter", "Orrin Marrow");
  once = await Browser.of(person.email);
});
beforeEach(async () => {
  officeId = await newOffice();
  await addMember(database, officeId, person.userId, "drafter");
  drafter = once.in(officeId);
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

const newSet = async (name = "Saltmarsh Ferry Landing"): Promise<string> =>
  (await drafter.json<{ id: string }>(planSets.POST, "POST", { body: { name, units: "metric" } }, 201)).id;
const newInspection = async (planSetId?: string): Promise<string> =>
  (
    await drafter.json<{ id: string }>(
      inspections.POST,
      "POST",
      { body: { name: "Ground floor", ...(planSetId ? { planSetId } : {}) } },
      201,
    )
  ).id;
const send = async (inspectionId: string, bytes: Uint8Array, name = "plan.pdf"): Promise<string> =>
  (await drafter.json<{ id: string }>(sendFile.POST, "POST", { params: { inspectionId }, query: { name }, bytes }, 201))
    .id;
const whats = async (): Promise<string[]> => (await logOf(officeId, {}, 20)).map((row) => row.what);

describe("files that are handed in", () => {
  it("wait, are inspected, and are seen with their findings and their drawing", async () => {
    const inspectionId = await newInspection();
    const fileId = await send(inspectionId, BAD);
    const before = await drafter.json<{ files: { state: string }[] }>(inspection.GET, "GET", {
      params: { inspectionId },
    });
    expect(before.files[0]!.state).toBe("waiting");
    await inspectNow(fileId);
    const seen = await drafter.json<{ state: string; findings: { rule: string }[]; sha256: string }>(
      oneFile.GET,
      "GET",
      { params: { fileId } },
    );
    expect(seen.state).toBe("done");
    expect(seen.sha256).toBe(sha256(BAD));
    expect(seen.findings.map((finding) => finding.rule)).toEqual(
      expect.arrayContaining(["layer/malformed", "line/width-off-series"]),
    );
    const shown = await drafter.file(drawing.GET, {}, { fileId });
    expect(unpackDrawing(gunzipSync(shown.bytes)).layers[0]!.name).toBe("walls");
  });
  it("are given back byte for byte under their own name", async () => {
    const fileId = await send(await newInspection(), GOOD, "Grundriß 壁.pdf");
    const { bytes, name } = await drafter.file(downloadFile.GET, {}, { fileId });
    expect(Buffer.from(bytes).equals(Buffer.from(GOOD))).toBe(true);
    expect(name).toBe("Grundriß 壁.pdf");
  });
  it("keep names that are paths, markup or without end as names", async () => {
    const inspectionId = await newInspection();
    for (const name of ["../../etc/passwd", "<img src=x>.pdf", "\u0000.pdf", "x".repeat(4000)])
      await send(inspectionId, GOOD, name);
    const { files } = await drafter.json<{ files: { name: string }[] }>(inspection.GET, "GET", {
      params: { inspectionId },
    });
    expect(files.map((file) => file.name).sort()).toEqual(
      ["../../etc/passwd", "<img src=x>.pdf", "\ufffd.pdf", "x".repeat(400)].sort(),
    );
  });
  it("over the limit are refused by their stated length, before they are read", async () => {
    const inspectionId = await newInspection();
    const response = await drafter.send(sendFile.POST, "POST", {
      params: { inspectionId },
      bytes: GOOD,
      headers: { "content-length": String(10 ** 12) },
    });
    expect(response.status).toBe(413);
    expect(((await response.json()) as { message: string }).message).toMatch(/limit is \d+ MB/);
  });
  it("are cancelled one by one or all together; what is done stays done", async () => {
    const inspectionId = await newInspection();
    const [done, a, b] = [
      await send(inspectionId, GOOD),
      await send(inspectionId, GOOD, "a.pdf"),
      await send(inspectionId, GOOD, "b.pdf"),
    ];
    await inspectNow(done);
    expect(await drafter.json(cancelFile.POST, "POST", { params: { fileId: a } })).toEqual({ cancelled: 1 });
    expect(await drafter.json(cancelAll.POST, "POST", { params: { inspectionId } })).toEqual({ cancelled: 1 });
    const { files } = await drafter.json<{ files: { id: string; state: string }[] }>(inspection.GET, "GET", {
      params: { inspectionId },
    });
    expect(Object.fromEntries(files.map((file) => [file.id, file.state]))).toEqual({
      [done]: "done",
      [a]: "cancelled",
      [b]: "cancelled",
    });
  });
  it("from outside go to a plan set that is shared, and to nothing else; they are looked at, not mended", async () => {
    const reader = await newPerson(officeId, "reader");
    const outside = await Browser.of(reader.email);
    const [shared, other] = [await newSet(), await newSet("Orchard Lane")];
    await database.insert(planSetReaders).values({ planSetId: shared, userId: reader.userId });
    const ask = (planSetId?: string): Promise<Response> =>
      outside.send(inspections.POST, "POST", { body: { name: "Structure", ...(planSetId ? { planSetId } : {}) } });
    const without = await ask();
    expect(without.status).toBe(422);
    expect(await without.json()).toMatchObject({ message: expect.stringContaining("shared with you") });
    expect((await ask(other)).status).toBe(404);
    const inspectionId = ((await (await ask(shared)).json()) as { id: string }).id;
    const query = { name: "structure.pdf" };
    const params = { inspectionId };
    const { id: fileId } = await outside.json<{ id: string }>(
      sendFile.POST,
      "POST",
      { params, query, bytes: BAD },
      201,
    );
    await inspectNow(fileId);
    expect((await outside.json<{ state: string }>(oneFile.GET, "GET", { params: { fileId } })).state).toBe("done");
    expect((await outside.send(mend.POST, "POST", { params: { fileId } })).status).toBe(403);
    // What the office looks at on its own is nothing to add to.
    const own = await newInspection();
    expect(
      (await outside.send(sendFile.POST, "POST", { params: { inspectionId: own }, query, bytes: BAD })).status,
    ).toBe(404);
    expect((await todayOf({ officeId, planSets: null })).waiting.map((each) => [each.name, each.planSet])).toEqual([
      ["structure.pdf", "Saltmarsh Ferry Landing"],
    ]);
  });
  it("that others carry are taken up by their names, and by no name that is not there", async () => {
    const inspectionId = await newInspection();
    const portfolio = readFileSync(new URL("../../../core/test/cases/pdf/portfolio.pdf", import.meta.url));
    const fileId = await send(inspectionId, portfolio, "binder.pdf");
    const takeUp = (name: string, status: number): Promise<unknown> =>
      drafter.json(attached.POST, "POST", { params: { fileId }, body: { name } }, status);
    expect(await takeUp("other.pdf", 404)).toMatchObject({ message: expect.stringContaining("“other.pdf”") });
    expect(await takeUp("../plan.pdf", 404)).toBeTruthy();
    const { id: planId } = (await takeUp("plan.pdf", 201)) as { id: string };
    const { files } = await drafter.json<{ files: { name: string; state: string }[] }>(inspection.GET, "GET", {
      params: { inspectionId },
    });
    expect(files.map((file) => [file.name, file.state])).toEqual([
      ["binder.pdf", "waiting"],
      ["plan.pdf", "waiting"],
    ]);
    // Byte for byte what Poppler takes out of it.
    const alone = temporary(new Uint8Array(), "plan.pdf");
    run("pdfdetach", "-savefile", "plan.pdf", "-o", alone, temporary(portfolio));
    const { bytes } = await drafter.file(downloadFile.GET, {}, { fileId: planId });
    expect(Buffer.from(bytes).equals(readFileSync(alone))).toBe(true);
    // Nobody of another office takes anything out of it.
    const stranger = await Browser.of((await newPerson(await newOffice(), "drafter")).email);
    expect(
      (await stranger.send(attached.POST, "POST", { params: { fileId }, body: { name: "plan.pdf" } })).status,
    ).toBe(404);
  });
  it("of an inspection without a name are not taken", async () =>
    void (await drafter.json(inspections.POST, "POST", { body: { name: "" } }, 422)));
});

describe("a drawing kind", () => {
  const titled = (words: string): Uint8Array =>
    onePage({
      layers: ["A-FURN", "A-ANNO-TTLT"],
      content:
        on(0, "0.18 w 40 80 m 60 80 l S") + on(1, lettering(words, 40, 30, 5) + lettering("SCALE 1:50", 40, 24, 2.5)),
    });
  interface Seen {
    kind: string | null;
    kinds: { id: string; by: string; words: string }[];
    findings: { rule: string }[];
  }
  const seen = (fileId: string): Promise<Seen> => drafter.json<Seen>(oneFile.GET, "GET", { params: { fileId } });
  const judgedAs = (fileId: string, kind: unknown, status = 202): Promise<unknown> =>
    drafter.json(kindOfFile.POST, "POST", { params: { fileId }, body: { kind } }, status);

  it("is read off the titles; another that somebody says is judged by anew, and stands in the log", async () => {
    const fileId = await send(await newInspection(), titled("GROUND FLOOR PLAN"));
    await inspectNow(fileId);
    expect(await seen(fileId)).toMatchObject({
      kind: null,
      kinds: [{ id: "floor-plan", by: "title", words: "GROUND FLOOR PLAN" }],
    });
    await judgedAs(fileId, "ceiling-plan");
    await judgedAs(fileId, "section", 409);
    await inspectNow(fileId);
    const after = await seen(fileId);
    expect(after).toMatchObject({ kind: "ceiling-plan", kinds: [{ id: "ceiling-plan", by: "said" }] });
    expect(after.findings.map(({ rule }) => rule)).toContain("kind/left-out-showing");
    expect(await whats()).toContain("file.kind");
    await judgedAs(fileId, null);
    await inspectNow(fileId);
    expect(await seen(fileId)).toMatchObject({ kind: null, kinds: [{ id: "floor-plan", by: "title" }] });
  });
  it("is not for readers to say, though they may hand files in", async () => {
    const reader = await newPerson(officeId, "reader");
    const reading = await Browser.of(reader.email);
    const fileId = await send(await newInspection(), titled("GROUND FLOOR PLAN"));
    await inspectNow(fileId);
    const params = { fileId };
    await reading.json(kindOfFile.POST, "POST", { params, body: { kind: "section" } }, 403);
    expect(await seen(fileId)).toMatchObject({ kind: null });
  });
  it("that the standard does not have is refused, as is any once the file was mended", async () => {
    const fileId = await send(await newInspection(), BAD);
    await inspectNow(fileId);
    await judgedAs(fileId, "boat plan", 400);
    await judgedAs(fileId, 7, 422);
    await drafter.json(mend.POST, "POST", { params: { fileId } }, 202);
    await mendNow(fileId);
    await judgedAs(fileId, "section", 409);
  });
});

describe("the particulars of a plan set", () => {
  it("are what title blocks of its files are held against, and mended to", async () => {
    const planSetId = await newSet();
    await database
      .update(planSetRows)
      .set({ particulars: { project: "Saltmarsh Ferry Landing" } })
      .where(eq(planSetRows.id, planSetId));
    const block = gridOf(
      [
        ["Project", "Saltmarsh Ferry Terminal"],
        ["Sheet number", "A-101"],
        ["Date", "2026-03-12"],
      ],
      300,
      20,
    );
    const fileId = await send(
      await newInspection(planSetId),
      onePage({ layers: ["A-ANNO-TTLB-LINE"], content: block }),
    );
    await inspectNow(fileId);
    const differing = (rows: { rule: string; expected?: unknown }[]) =>
      rows.filter(({ rule }) => rule === "title/differs");
    const read = () =>
      drafter.json<{ findings: { rule: string; expected?: unknown }[]; left: { rule: string }[] }>(oneFile.GET, "GET", {
        params: { fileId },
      });
    expect(differing((await read()).findings)).toMatchObject([{ expected: "Saltmarsh Ferry Landing" }]);
    await drafter.json(mend.POST, "POST", { params: { fileId } }, 202);
    await mendNow(fileId);
    expect(differing((await read()).left)).toEqual([]);
  });
});

describe("mending", () => {
  it("is asked for once, makes a sound new file beside the received one, and stands in the log", async () => {
    const fileId = await send(await newInspection(), BAD);
    expect((await drafter.send(mend.POST, "POST", { params: { fileId } })).status).toBe(409);
    await inspectNow(fileId);
    expect(await drafter.json(mend.POST, "POST", { params: { fileId } }, 202)).toEqual({ queued: true });
    expect(await drafter.json(mend.POST, "POST", { params: { fileId } })).toEqual({ already: true });
    await mendNow(fileId);
    const after = await drafter.file(downloadFile.GET, { state: "after" }, { fileId });
    expect(after.name).toBe("plan-mended.pdf");
    checkedByQpdf(after.bytes);
    const before = await drafter.file(downloadFile.GET, {}, { fileId });
    expect(sha256(before.bytes)).toBe(sha256(BAD));
    expect((await logOf(officeId, { what: "file." }, 5)).map((row) => [row.what, row.entry])).toEqual([
      ["file.mend", "plan.pdf"],
    ]);
  });
  it("of what has not been mended there is no file after", async () => {
    const fileId = await send(await newInspection(), GOOD);
    expect(
      (await drafter.send(downloadFile.GET, "GET", { params: { fileId }, query: { state: "after" } })).status,
    ).toBe(404);
    expect((await drafter.send(drawing.GET, "GET", { params: { fileId } })).status).toBe(404);
  });
});

describe("a plan set", () => {
  it("is listed with how many sheets and source drawings it has", async () => {
    const planSetId = await newSet();
    await newSet("Orchard Lane");
    await database.insert(sheets).values([
      { planSetId, number: "A-101", title: "", frame: "A1" },
      { planSetId, number: "A-102", title: "", frame: "A1" },
    ]);
    expect(
      (await planSetsOf({ officeId, planSets: null })).map((each) => [each.name, each.sheets, each.sources]),
    ).toEqual([
      ["Saltmarsh Ferry Landing", 2, 0],
      ["Orchard Lane", 0, 0],
    ]);
  });
  it("is made with what its title blocks begin with, and stands in the log", async () => {
    await newSet();
    expect(await logOf(officeId, { what: "plan-set." }, 5)).toMatchObject([
      { who: "Orrin Marrow", what: "plan-set.added", entry: "Saltmarsh Ferry Landing" },
    ]);
  });
  it("takes particulars from who saw the newest; the second is told, and only the first is logged", async () => {
    const planSetId = await newSet();
    const change = (client: string, status: number) =>
      drafter.json<{ message: string }>(
        planSet.PATCH,
        "PATCH",
        { params: { planSetId }, body: { version: 1, particulars: { client } } },
        status,
      );
    await change("Harbour trust", 200);
    expect((await change("Somebody else", 409)).message).toContain("Your change was not saved");
    expect((await logOf(officeId, { what: "plan-set.particulars" }, 5)).map((row) => row.after)).toMatchObject([
      { client: "Harbour trust" },
    ]);
  });
  it.each([
    ["a number", { client: 5 }],
    ["a text of 5,000 characters", { client: "x".repeat(5000) }],
    ["a hundred and one fields", Object.fromEntries(Array.from({ length: 101 }, (_, i) => [`f${i}`, "x"]))],
  ])("refuses %s among its particulars", async (_what, particulars) => {
    const planSetId = await newSet();
    await drafter.json(planSet.PATCH, "PATCH", { params: { planSetId }, body: { version: 1, particulars } }, 422);
  });
  it.each([{ name: " ", units: "metric" }, { name: "x", units: "cubits" }, {}])("is not made of %j", async (body) => {
    await drafter.json(planSets.POST, "POST", { body }, 422);
    expect(await whats()).toEqual([]);
  });
});

describe("a sheet", () => {
  const make = async (planSetId: string, body: object = {}): Promise<string> =>
    (
      await drafter.json<{ id: string }>(
        newSheet.POST,
        "POST",
        { params: { planSetId }, body: { number: "A-101", title: "Ground floor", frame: "A3", ...body } },
        201,
      )
    ).id;
  const source = async (planSetId: string, bytes = GOOD): Promise<string> => {
    const fileId = await waitingFile(officeId, bytes, { planSetId });
    await inspectNow(fileId);
    return (
      await drafter.json<{ id: string }>(
        sources.POST,
        "POST",
        { params: { planSetId }, body: { fileId, title: "Plan", drawnAt: "1:50" } },
        201,
      )
    ).id;
  };

  it("stands after the others in the register, and in the log", async () => {
    const planSetId = await newSet();
    const ids = [await make(planSetId), await make(planSetId, { number: "A-102" })];
    const rows = await database
      .select({ id: sheets.id, position: sheets.position })
      .from(sheets)
      .where(eq(sheets.planSetId, planSetId))
      .orderBy(sheets.position);
    expect(rows).toEqual(ids.map((id, position) => ({ id, position })));
    expect((await logOf(officeId, { what: "plan-set.sheet-added" }, 5)).map((row) => row.entry)).toEqual([
      "A-102, Saltmarsh Ferry Landing",
      "A-101, Saltmarsh Ferry Landing",
    ]);
  });
  it("in a frame that the standard does not have is refused", async () => {
    const planSetId = await newSet();
    await drafter.json(
      newSheet.POST,
      "POST",
      { params: { planSetId }, body: { number: "A-101", title: "", frame: "B9" } },
      422,
    );
  });
  it("with a placed drawing comes out as a sound sheet that states its scale and its particulars", async () => {
    const planSetId = await newSet();
    const sheetId = await make(planSetId);
    const sourceId = await source(planSetId);
    await drafter.json(sheet.PATCH, "PATCH", {
      params: { sheetId },
      body: { version: 1, placement: { sourceId, placedAt: "1:50", title: "Ground floor plan" } },
    });
    const { bytes, name } = await drafter.file(downloadSheet.GET, {}, { sheetId });
    expect(name).toBe("A-101 Ground floor.pdf");
    checkedByQpdf(bytes);
    const words = run("pdftotext", "-layout", temporary(bytes), "-");
    for (const word of ["A-101", "1:50", "Saltmarsh Ferry Landing", "Ground floor plan", "1 of 1"])
      expect(words).toContain(word);
    expect(run("pdfinfo", temporary(bytes))).toMatch(/1190\.\d+ x 841\.\d+ pts/);
  });
  it("is previewed with changes that are not stored", async () => {
    const planSetId = await newSet();
    const sheetId = await make(planSetId);
    const sourceId = await source(planSetId);
    const response = await drafter.send(preview.POST, "POST", {
      params: { sheetId },
      body: { version: 1, title: "Another", placement: { sourceId, placedAt: "1:100", title: "P" } },
    });
    expect(response.status).toBe(200);
    const { said, parts } = unframed<SheetPreview>(new Uint8Array(await response.arrayBuffer()));
    expect(said.placed!.fits).toBe(true);
    const shown = unpackDrawing(gunzipSync(parts[0]!));
    expect(shown.pages[0]!.texts.strings).toContain("Another");
    // The file itself is sent too, to be shown as it would be downloaded.
    expect(new TextDecoder().decode(parts[1]!.subarray(0, 5))).toBe("%PDF-");
    const [row] = await database.select().from(sheets).where(eq(sheets.id, sheetId));
    expect(row).toMatchObject({ title: "Ground floor", placement: null, version: 1 });
  });
  it("changed by two keeps the first change, and the log says from what to what", async () => {
    const sheetId = await make(await newSet());
    const change = (title: string, status: number) =>
      drafter.json(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 1, title } }, status);
    await change("Upper floor", 200);
    await change("Cellar", 409);
    expect((await logOf(officeId, { what: "plan-set.sheet" }, 1))[0]).toMatchObject({
      entry: "A-101, Saltmarsh Ferry Landing",
      before: { title: "Ground floor" },
      after: { title: "Upper floor", number: "A-101" },
    });
  });
  it.each([
    ["a scale that is none", { placedAt: "1:zero" }, 422],
    ["a source that is not an id", { sourceId: "x" }, 422],
    ["a source of nobody", { sourceId: "00000000-0000-4000-8000-000000000000" }, 404],
  ])("does not take %s", async (_what, change, status) => {
    const planSetId = await newSet();
    const sheetId = await make(planSetId);
    const placement = { sourceId: await source(planSetId), placedAt: "1:50", title: "x", ...change };
    await drafter.json(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 1, placement } }, status);
  });
  it("takes over the mended file where there is one, and none that has not been inspected", async () => {
    const planSetId = await newSet();
    const fileId = await waitingFile(officeId, BAD, { planSetId });
    const body = { fileId, title: "Plan", drawnAt: "1:50" };
    await drafter.json(sources.POST, "POST", { params: { planSetId }, body }, 409);
    await drafter.json(sources.POST, "POST", { params: { planSetId }, body: { ...body, drawnAt: "half" } }, 422);
    await inspectNow(fileId);
    await drafter.json(mend.POST, "POST", { params: { fileId } }, 202);
    await mendNow(fileId);
    await drafter.json(sources.POST, "POST", { params: { planSetId }, body }, 201);
    const [row] = await logOf(officeId, { what: "plan-set.source-added" }, 1);
    const [file] = await database.select().from(inspectedFiles).where(eq(inspectedFiles.id, fileId));
    expect(row).toMatchObject({ entry: "Plan, Saltmarsh Ferry Landing", after: { sha256: file!.mendedSha256 } });
    expect(file!.mendedSha256).not.toBe(sha256(BAD));
  });
});

describe("Today", () => {
  it("sums the newest look at each file: by plan set, and by family of rules", async () => {
    const planSetId = await newSet();
    for (const bytes of [GOOD, BAD, BAD]) await inspectNow(await waitingFile(officeId, bytes, { planSetId }));
    await inspectNow(
      await waitingFile(officeId, onePage({ content: lettering("X", 9, 9, 2.5) }), { name: "loose.pdf" }),
    );
    await waitingFile(officeId, onePage({ content: "1 1 m 2 2 l S" }));
    const today = await todayOf({ officeId, planSets: null });
    expect(today.underWay).toBe(1);
    expect(today.conformity.find((each) => each.planSet === "Saltmarsh Ferry Landing")).toEqual({
      planSet: "Saltmarsh Ferry Landing",
      stop: 0,
      mend: 1,
      clean: 1,
    });
    expect(today.waiting.map((each) => each.name)).toContain("plan.pdf");
    expect(today.families.find((each) => each.family === "layer")!.findings).toBeGreaterThan(0);
  });
  it("shows a reader the plan sets that are shared with them only", async () => {
    const [mine, other] = [await newSet("Mine"), await newSet("Other")];
    for (const planSetId of [mine, other])
      await inspectNow(await waitingFile(officeId, planSetId === mine ? GOOD : BAD, { planSetId }));
    const today = await todayOf({ officeId, planSets: [mine] });
    expect(today.conformity.map((each) => each.planSet)).toEqual(["Mine"]);
    expect((await todayOf({ officeId, planSets: [] })).conformity).toEqual([]);
  });
});
