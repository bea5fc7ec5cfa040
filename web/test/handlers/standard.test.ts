import ExcelJS from "exceljs";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import {
  blankStandard,
  differences,
  preset,
  readStandard,
  writeStandard,
  type OfficeStandard,
} from "@hemstitch/core/standard";
import * as begin from "../../src/app/api/standard/begin/route";
import * as compare from "../../src/app/api/standard/compare/route";
import * as draft from "../../src/app/api/standard/draft/route";
import * as exported from "../../src/app/api/standard/export/route";
import * as fonts from "../../src/app/api/standard/fonts/route";
import * as imported from "../../src/app/api/standard/import/route";
import * as library from "../../src/app/api/standard/library/route";
import * as lists from "../../src/app/api/standard/lists/[list]/route";
import * as manual from "../../src/app/api/standard/manual/route";
import * as rollBack from "../../src/app/api/standard/roll-back/route";
import * as stamps from "../../src/app/api/standard/stamps/route";
import * as starter from "../../src/app/api/standard/starter/route";
import * as table from "../../src/app/api/standard/table/route";
import * as workbook from "../../src/app/api/standard/workbook/route";
import * as edition from "../../src/app/api/editions/[number]/route";
import * as publication from "../../src/app/api/editions/publish/route";
import * as log from "../../src/app/api/log/route";
import type { Asker } from "../../src/server/access/access";
import { addMember } from "../../src/server/people/accounts";
import { draftOf } from "../../src/server/queries/standard";
import { ringPng } from "../../../core/test/support/png";
import { checkedByQpdf, run, temporary } from "../../../core/test/support/tools";
import { Browser, database, newOffice, newPerson, pool } from "../support";

interface Told {
  readonly message: string;
  readonly remedy?: string;
  readonly problems?: readonly { at: string; message: string }[];
}

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
let officeId = "";
let coordinator: Browser;

let person: Asker;
let signedInOnce: Browser;
beforeAll(async () => {
  person = await newPerson(await newOffice(), "coordinator", "Ida Fenn");
  signedInOnce = await Browser.of(person.email);
});
/** An office of its own for each test: what one stores does not change what another finds. */
beforeEach(async () => {
  officeId = await newOffice();
  await addMember(database, officeId, person.userId, "coordinator");
  coordinator = signedInOnce.in(officeId);
});
afterAll(() => pool.end());

const content = async (): Promise<OfficeStandard> => (await draftOf(officeId)).content;
const layers = { params: { list: "layers" } };
const onLayers = (edits: readonly unknown[]) => ({ of: "list", list: "layers", edits });
const publish = (summary = "First."): Promise<{ number: number; digest: string }> =>
  draftOf(officeId).then(({ version }) =>
    coordinator.json(publication.POST, "POST", { body: { summary, version } }, 201),
  );

describe("a list of the draft", () => {
  it("is read with its version, and edited by what was seen", async () => {
    const { version, entries } = await coordinator.json<{ version: number; entries: { name: string }[] }>(
      lists.GET,
      "GET",
      layers,
    );
    const was = entries.find((entry) => entry.name === "A-GLAZ")!;
    const edited = await coordinator.json(draft.PATCH, "PATCH", {
      body: onLayers([{ key: "A-GLAZ", was, entry: { ...was, pen: "0.18" } }]),
    });
    expect(edited).toEqual({ version: version + 1, merged: [] });
    expect((await content()).layers.find((layer) => layer.name === "A-GLAZ")!.pen).toBe("0.18");
  });
  it("changed by somebody else in another property comes back merged, with the entries as they are now", async () => {
    const { entries } = await coordinator.json<{ entries: Record<string, unknown>[] }>(lists.GET, "GET", layers);
    const was = entries.find((entry) => entry["name"] === "A-DOOR")!;
    const send = (entry: object) =>
      coordinator.json<{ merged: string[] }>(draft.PATCH, "PATCH", {
        body: onLayers([{ key: "A-DOOR", was, entry: { ...was, ...entry } }]),
      });
    await send({ purpose: "Leaves and frames" });
    const second = await send({ pen: "0.5" });
    expect(second.merged).toEqual(["A-DOOR"]);
    const now = await coordinator.json<{ entries: Record<string, unknown>[] }>(lists.GET, "GET", layers);
    expect(now.entries.find((entry) => entry["name"] === "A-DOOR")).toMatchObject({
      purpose: "Leaves and frames",
      pen: "0.5",
    });
  });
  it("changed by somebody else in the same property is answered with both states, and nothing is stored", async () => {
    const { entries } = await coordinator.json<{ entries: Record<string, unknown>[] }>(lists.GET, "GET", layers);
    const was = entries.find((entry) => entry["name"] === "A-DOOR")!;
    const send = (pen: string, status: number) =>
      coordinator.json<Told & { conflicts: { properties: string[]; theirs: object; mine: object }[] }>(
        draft.PATCH,
        "PATCH",
        { body: onLayers([{ key: "A-DOOR", was, entry: { ...was, pen } }]) },
        status,
      );
    await send("0.5", 200);
    const told = await send("0.7", 409);
    expect(told.message).toContain("A-DOOR");
    expect(told.conflicts[0]).toMatchObject({ properties: ["pen"], theirs: { pen: "0.5" }, mine: { pen: "0.7" } });
    expect((await content()).layers.find((layer) => layer.name === "A-DOOR")!.pen).toBe("0.5");
  });
  it.each([
    ["that there is not", { body: { of: "list", list: "chairs", edits: [] } }, 422],
    ["by the name of the object's own", { body: { of: "list", list: "constructor", edits: [] } }, 422],
    ["without edits", { body: { of: "list", list: "layers" } }, 422],
    ["with an edit that is no object", { body: onLayers([5]) }, 422],
    ["with something the form does not have", { body: { ...onLayers([]), officeId: "x" } }, 422],
    ["with an entry that is no entry", { body: onLayers([{ key: null, entry: { name: 5 } }]) }, 422],
    ["of no kind", { body: { edits: [] } }, 400],
    ["of a kind that there is not", { body: { of: "constructor", edits: [] } }, 400],
    ["within others twice over", { body: { of: "several", edits: [{ of: "several", edits: [] }] } }, 400],
  ])("%s is refused", async (_what, sent, status) => {
    const told = await coordinator.json<Told>(draft.PATCH, "PATCH", sent, status);
    expect(told.message).not.toBe("");
    expect((await draftOf(officeId)).version).toBe(1);
  });
  it("of what is no JSON is refused", async () =>
    expect((await coordinator.send(draft.PATCH, "PATCH", { bytes: bytesOf("{") })).status).toBe(400));
});

describe("the showing chart", () => {
  it("takes cells, and forgets those that are undecided again", async () => {
    const cells = (state: string | null) => ({
      body: { of: "cells", cells: [{ layer: "A-WALL", kind: "detail", state }] },
    });
    await coordinator.json(draft.PATCH, "PATCH", cells("faint"));
    expect((await content()).showing["A-WALL"]!["detail"]).toBe("faint");
    await coordinator.json(draft.PATCH, "PATCH", cells(null));
    expect((await content()).showing["A-WALL"]).not.toHaveProperty("detail");
  });
  it("names each cell in the log, from what to what", async () => {
    await coordinator.json(draft.PATCH, "PATCH", {
      body: {
        of: "cells",
        cells: [
          { layer: "A-WALL", kind: "floor-plan", state: "faint" },
          { layer: "A-DOOR", kind: "detail", state: "drawn" },
        ],
      },
    });
    const { log: rows } = await coordinator.json<{ log: Record<string, unknown>[] }>(log.GET, "GET", {
      query: { what: "standard.showing" },
    });
    expect(rows).toMatchObject([
      { who: "Ida Fenn", entry: "A-DOOR in detail", after: "drawn" },
      { who: "Ida Fenn", entry: "A-WALL in floor-plan", before: "needed", after: "faint" },
    ]);
  });
  it.each([
    ["a layer that there is not", { layer: "A-NONE", kind: "detail", state: "drawn" }],
    ["a kind that there is not", { layer: "A-WALL", kind: "nowhere", state: "drawn" }],
    ["a layer by the name of every object's prototype", { layer: "__proto__", kind: "polluted", state: "drawn" }],
    ["a state that there is not", { layer: "A-WALL", kind: "detail", state: "bold" }],
  ])("refuses %s", async (_what, cell) => {
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "cells", cells: [cell] } }, 422);
    expect((await draftOf(officeId)).version).toBe(1);
    expect({}).not.toHaveProperty("polluted");
  });
});

const facts = (said: object) => ({ of: "facts", facts: said });
const rules = (said: object) => ({ of: "rules", rules: said });

describe("what the standard says once", () => {
  it.each<[object, (standard: OfficeStandard) => unknown, unknown]>([
    [facts({ name: "Tarnwick North" }), (s) => s.name, "Tarnwick North"],
    [facts({ units: "feet-inches" }), (s) => s.units, "feet-inches"],
    [facts({ legendOrder: ["finishes", "materials"] }), (s) => s.legendOrder, ["finishes", "materials"]],
    [facts({ defaultLayers: ["Default"] }), (s) => s.naming.defaultLayers, ["Default"]],
    [facts({ textStyleNames: "T-{height}" }), (s) => s.naming.textStyleNames, "T-{height}"],
    [rules({ "layer/empty": { severity: "off" } }), (s) => s.rules["layer/empty"], { severity: "off" }],
    [
      rules({ "line/width-off-series": { parameters: { offMm: 0.02 } }, "text/height": { severity: "note" } }),
      (s) => s.rules,
      { "line/width-off-series": { parameters: { offMm: 0.02 } }, "text/height": { severity: "note" } },
    ],
    [{ of: "default-layer", name: " Sketch ", is: true }, (s) => s.naming.defaultLayers.at(-1), "Sketch"],
  ])("is changed: %j", async (body, said, value) => {
    await coordinator.json(draft.PATCH, "PATCH", { body });
    expect(said(await content())).toEqual(value);
  });
  it("a rule's severity goes back to the usual one", async () => {
    await coordinator.json(draft.PATCH, "PATCH", {
      body: { of: "rules", rules: { "layer/empty": { severity: "stop" } } },
    });
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "rules", rules: { "layer/empty": null } } });
    expect((await content()).rules).toEqual({});
  });
  it.each([
    [facts({ name: " " })],
    [facts({ units: "cubits" })],
    [facts({ officeId: "x" })],
    [rules({ "line/width-off-series": { parameters: { offMm: -1 } } })],
    [rules({ "line/width-off-series": { parameters: { onMm: 1 } } })],
    [rules({ "layer/empty": { severity: "fatal" } })],
    [rules({ "layer/chairs": { severity: "off" } })],
    [rules({ "layer/empty": "off" })],
    [{ of: "default-layer", name: " ", is: true }],
  ])("is refused: %j", async (body) => {
    await coordinator.json(draft.PATCH, "PATCH", { body }, 422);
    expect((await draftOf(officeId)).version).toBe(1);
  });
});

describe("a scheme", () => {
  it("is replaced by who saw the one that there is", async () => {
    const was = (await content()).naming.layers;
    await coordinator.json(draft.PATCH, "PATCH", {
      body: { of: "scheme", which: "layers", was, scheme: { ...was, title: "Ours" } },
    });
    expect((await content()).naming.layers.title).toBe("Ours");
  });
  it("is not replaced over one that was not seen", async () => {
    const was = (await content()).naming.layers;
    const told = await coordinator.json<Told>(
      draft.PATCH,
      "PATCH",
      { body: { of: "scheme", which: "layers", was: { ...was, separator: "_" }, scheme: { ...was, title: "Ours" } } },
      409,
    );
    expect(told.remedy).toContain("Reload the page");
    expect((await content()).naming.layers.title).toBe(was.title);
  });
  it("that no name can follow is refused with the reason", async () => {
    const was = (await content()).naming.sheets;
    const told = await coordinator.json<Told>(
      draft.PATCH,
      "PATCH",
      { body: { of: "scheme", which: "sheets", was, scheme: { ...was, fields: [] } } },
      422,
    );
    expect(told.problems![0]!.at).toContain("naming.sheets");
  });
});

describe("a font", () => {
  const bytes = new Uint8Array(
    readFileSync(join(import.meta.dirname, "../../../core/assets/fonts/Barlow-Regular.ttf")),
  );
  /** Uploads it and lists it in the office's standard under a name of the office's. */
  const listed = async (family: string): Promise<string> => {
    const { sha256 } = await coordinator.json<{ sha256: string }>(fonts.POST, "POST", { bytes }, 201);
    const entry = { family, licence: "SIL Open Font License 1.1", sha256 };
    await coordinator.json(draft.PATCH, "PATCH", {
      body: { of: "list", list: "fonts", edits: [{ key: null, entry }] },
    });
    return sha256;
  };
  it("that the draft names is given out as it was handed in, as a download of no type that runs", async () => {
    const sha256 = await listed("Tarnwick Hand");
    const got = await coordinator.file(fonts.GET, { sha256 });
    expect(got.bytes).toEqual(bytes);
    expect(got.headers.get("content-type")).toBe("application/octet-stream");
    expect(got.headers.get("content-disposition")).toMatch(/^attachment/);
  });
  it("of another office is not given out, though its file is kept here too", async () => {
    const sha256 = await listed("Tarnwick Hand");
    const elsewhere = await newOffice();
    await addMember(database, elsewhere, person.userId, "coordinator");
    const query = { sha256 };
    expect((await signedInOnce.in(elsewhere).send(fonts.GET, "GET", { query })).status).toBe(404);
  });
  it.each(["", "0".repeat(64), "' or 1=1"])("that nobody named (%j) is not there", async (sha256) =>
    expect((await coordinator.send(fonts.GET, "GET", { query: { sha256 } })).status).toBe(404),
  );
  it("of a text style letters the manual, the starter and the library in it", async () => {
    await listed("Tarnwick Hand");
    const style = (await content()).textStyles.find((each) => each.heightMm === 2.5)!;
    await coordinator.json(draft.PATCH, "PATCH", {
      body: {
        of: "list",
        list: "textStyles",
        edits: [{ key: style.id, was: style, entry: { ...style, fonts: ["Spline Sans Mono", "Barlow"] } }],
      },
    });
    for (const [handler, query] of [
      [manual.GET, {}],
      [starter.GET, { kind: "floor-plan" }],
      [library.GET, { item: "scale-bar", scale: "1:50" }],
    ] as const) {
      const { bytes: pdf } = await coordinator.file(handler, query);
      expect(run("pdffonts", temporary(pdf))).toContain("SplineSansMono");
    }
  });
  it("that no style can be lettered in is named, in place of a starter or an item in another", async () => {
    const edits = (await content()).textStyles.map((style) => ({
      key: style.id,
      was: style,
      entry: { ...style, fonts: ["Nowhere Sans"] },
    }));
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "list", list: "textStyles", edits } });
    for (const [handler, query] of [
      [starter.GET, { kind: "floor-plan" }],
      [library.GET, { item: "notes" }],
    ] as const) {
      const told = await coordinator.json<Told>(handler, "GET", { query }, 422);
      expect(told.message).toContain("Nowhere Sans");
      expect(told.remedy).toContain("Upload the font's file");
    }
  });
  it("is taken with its family and the height of its capitals", async () => {
    const told = await coordinator.json<{ family: string; sha256: string; capHeight: number }>(
      fonts.POST,
      "POST",
      { bytes },
      201,
    );
    expect(told).toMatchObject({ family: "Barlow", sha256: expect.stringMatching(/^[0-9a-f]{64}$/) });
    expect(told.capHeight).toBeCloseTo(0.7, 2);
  });
  it.each([
    ["a text", bytesOf("no font")],
    ["nothing", new Uint8Array(0)],
  ])("%s is refused with what to do", async (_what, bytes) => {
    const told = await coordinator.json<Told>(fonts.POST, "POST", { bytes }, 422);
    expect(told.remedy).toContain(".ttf");
  });
});

describe("a stamp", () => {
  it("is taken with its size in dots", async () =>
    expect(await coordinator.json(stamps.POST, "POST", { bytes: ringPng(120, 60) }, 201)).toMatchObject({
      widthPx: 120,
      heightPx: 60,
    }));
  it("that is no picture is refused", async () =>
    expect((await coordinator.json<Told>(stamps.POST, "POST", { bytes: bytesOf("<svg/>") }, 422)).message).toContain(
      "PNG or JPEG",
    ));
});

describe("a table", () => {
  const csv = bytesOf("Layer,Purpose,Pen\r\nA-SIGN,Signs,0.25\r\nA-DOOR,Doors,0.35\r\n");
  const query = { list: "layers" };
  it("is tried first: nothing is stored", async () => {
    const told = await coordinator.json<{ sums: object; rows: { key: string; state: string }[] }>(table.POST, "POST", {
      query,
      bytes: csv,
    });
    expect(told.sums).toEqual({ added: 1, changed: 1, unchanged: 0, wrong: 0 });
    expect((await draftOf(officeId)).version).toBe(1);
  });
  it("is stored whole; the same table again has nothing to store", async () => {
    const stored = await coordinator.json<{ version: number; edits: { key: string | null }[] }>(table.POST, "POST", {
      query: { ...query, store: "yes" },
      bytes: csv,
    });
    expect(stored.version).toBe(2);
    // What was done, so that the page can take it back.
    expect(stored.edits.map((edit) => edit.key)).toEqual([null, "A-DOOR"]);
    expect((await content()).layers.find((layer) => layer.name === "A-SIGN")).toMatchObject({ purpose: "Signs" });
    const again = await coordinator.json<Told>(
      table.POST,
      "POST",
      { query: { ...query, store: "yes" }, bytes: csv },
      422,
    );
    expect(again.message).toContain("nothing to store");
  });
  it("with one wrong row is not stored at all", async () => {
    const told = await coordinator.json<Told>(
      table.POST,
      "POST",
      { query: { ...query, store: "yes" }, bytes: bytesOf("Layer,Pen\r\nA-SIGN,0.25\r\nA-SPCL,9\r\n") },
      422,
    );
    expect(told.message).toContain("Nothing was stored");
    expect((await draftOf(officeId)).version).toBe(1);
  });
  it("of a workbook is read from the sheet that is asked for", async () => {
    const book = new ExcelJS.Workbook();
    book.addWorksheet("Notes").addRow(["nothing here"]);
    const sheet = book.addWorksheet("Ours");
    sheet.addRows([
      ["Layer", "Purpose"],
      ["A-SIGN", "Signs"],
    ]);
    const bytes = new Uint8Array(await book.xlsx.writeBuffer());
    const told = await coordinator.json<{ sheets: string[]; sheet: string; sums: { added: number } }>(
      table.POST,
      "POST",
      { query: { ...query, sheet: "Ours" }, bytes },
    );
    expect(told).toMatchObject({ sheets: ["Notes", "Ours"], sheet: "Ours", sums: { added: 1 } });
  });
  it("of another list, or of none, is said", async () => {
    expect((await coordinator.send(table.POST, "POST", { query: { list: "chairs" }, bytes: csv })).status).toBe(404);
    expect((await coordinator.send(table.GET, "GET", { query: { list: "chairs" } })).status).toBe(404);
  });
  it("goes out as CSV and as a workbook, and comes back with nothing to change", async () => {
    for (const format of ["csv", "xlsx"]) {
      const { bytes, name } = await coordinator.file(table.GET, { list: "pens", format });
      expect(name).toBe(`Tarnwick Plan Room, draft, pens.${format}`);
      const told = await coordinator.json<{ sums: object }>(table.POST, "POST", { query: { list: "pens" }, bytes });
      expect(told.sums).toEqual({ added: 0, changed: 0, unchanged: 9, wrong: 0 });
    }
  });
});

describe("the whole standard in and out", () => {
  it("as JSON and as a workbook is the draft exactly", async () => {
    const json = writeStandard(await content());
    const { bytes } = await coordinator.file(exported.GET);
    expect(new TextDecoder().decode(bytes)).toBe(json);
    const book = await coordinator.file(workbook.GET);
    expect(book.name).toBe("Tarnwick Plan Room, draft.xlsx");
    const told = await coordinator.json<{ changes: number }>(imported.POST, "POST", { bytes: book.bytes });
    expect(told.changes).toBe(0);
  });
  it("is tried, then stored at the version that was seen, and refused at another", async () => {
    const changed = preset("tarnwick")!;
    changed.layers.find((layer) => layer.name === "A-GLAZ")!.pen = "0.18";
    const bytes = bytesOf(writeStandard(changed));
    const tried = await coordinator.json<{ words: string[]; version: number }>(imported.POST, "POST", { bytes });
    expect(tried.words).toEqual(["A-GLAZ: pen 0.25 → 0.18"]);
    expect((await draftOf(officeId)).version).toBe(tried.version);
    await coordinator.json(imported.POST, "POST", { bytes, query: { store: String(tried.version) } });
    expect((await content()).layers.find((layer) => layer.name === "A-GLAZ")!.pen).toBe("0.18");
    const stale = await coordinator.json<Told>(
      imported.POST,
      "POST",
      { bytes, query: { store: String(tried.version) } },
      409,
    );
    expect(stale.message).toContain("Your change was not saved");
  });
  it.each([
    ["no JSON", bytesOf("plain")],
    ["JSON of something else", bytesOf('{"a": 1}')],
    ["half a workbook", new Uint8Array([0x50, 0x4b, 3, 4, 0, 0])],
  ])("%s is refused, and says what is wrong", async (_what, bytes) => {
    const told = await coordinator.json<Told>(imported.POST, "POST", { bytes, query: { store: "1" } }, 422);
    expect(told.message.length).toBeGreaterThan(10);
    expect((await draftOf(officeId)).version).toBe(1);
  });
  it("lists every error of a file with its place", async () => {
    const broken = JSON.parse(writeStandard(preset("tarnwick")!)) as {
      pens: { widthMm: number }[];
      textStyles: { heightMm: unknown }[];
    };
    broken.pens[0]!.widthMm = -1;
    broken.textStyles[0]!.heightMm = "high";
    const told = await coordinator.json<Told>(imported.POST, "POST", { bytes: bytesOf(JSON.stringify(broken)) }, 422);
    expect(told.problems!.map((problem) => problem.at)).toEqual(
      expect.arrayContaining(["pens[0].widthMm", "textStyles[0].heightMm"]),
    );
  });
});

describe("editions", () => {
  it("are published with a digest, read as JSON, and the newest is the one in force", async () => {
    expect((await coordinator.send(edition.GET, "GET", { params: { number: "in-force" } })).status).toBe(404);
    const { number, digest } = await publish();
    expect([number, digest]).toEqual([1, expect.stringMatching(/^[0-9a-f]{64}$/)]);
    const { bytes } = await coordinator.file(edition.GET, {}, { number: "in-force" });
    const read = readStandard(new TextDecoder().decode(bytes));
    expect(read.ok && read.standard.edition).toBe("1");
    for (const wrong of ["2", "0", "-1", "1e3", "x", "9999999"])
      expect((await coordinator.send(edition.GET, "GET", { params: { number: wrong } })).status, wrong).toBe(404);
  });
  it("need a summary, and the draft that was looked at", async () => {
    await coordinator.json(publication.POST, "POST", { body: { summary: "  ", version: 1 } }, 422);
    await coordinator.json(publication.POST, "POST", { body: { summary: "x", version: 7 } }, 409);
    await publish();
    expect(
      (await coordinator.json<Told>(publication.POST, "POST", { body: { summary: "x", version: 1 } }, 409)).message,
    ).toContain("nothing to publish");
  });
  it("are compared with each other, with the draft and with a file, in words", async () => {
    await publish();
    const { layers: all } = await content();
    const was = all.find((layer) => layer.name === "A-GLAZ")!;
    await coordinator.json(draft.PATCH, "PATCH", {
      body: onLayers([{ key: "A-GLAZ", was, entry: { ...was, pen: "0.18" } }]),
    });
    const words = async (query: Record<string, string>, bytes?: Uint8Array): Promise<string[]> =>
      (
        await coordinator.json<{ differences: { words: string }[] }>(compare.POST, "POST", {
          query,
          ...(bytes ? { bytes } : {}),
        })
      ).differences.map((each) => each.words);
    expect(await words({ from: "1", to: "draft" })).toEqual(["A-GLAZ: pen 0.25 → 0.18"]);
    expect(await words({ from: "draft", to: "1" })).toEqual(["A-GLAZ: pen 0.18 → 0.25"]);
    const { bytes } = await coordinator.file(exported.GET, { edition: "1" });
    expect(await words({ from: "draft", to: "file" }, bytes)).toEqual(["A-GLAZ: pen 0.18 → 0.25"]);
    expect((await coordinator.send(compare.POST, "POST", { query: { from: "1", to: "9" } })).status).toBe(404);
    expect((await coordinator.send(compare.POST, "POST", { query: { from: "x", to: "1" } })).status).toBe(404);
  });
  it("say of the draft how much it changes", async () => {
    await publish();
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "facts", facts: { name: "Tarnwick North" } } });
    const told = await coordinator.json<{ version: number; edition: number; changes: number }>(draft.GET, "GET");
    expect(told.edition).toBe(1);
    expect(told.version).toBe((await draftOf(officeId)).version);
    expect(told.changes).toBe(1);
  });
  it("bring the draft back to what they say; what is not there is not", async () => {
    await publish();
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "facts", facts: { name: "Tarnwick North" } } });
    const { version } = await draftOf(officeId);
    await coordinator.json(rollBack.POST, "POST", { body: { edition: 1, version: version - 1 } }, 409);
    await coordinator.json(rollBack.POST, "POST", { body: { edition: 2, version } }, 404);
    await coordinator.json(rollBack.POST, "POST", { body: { edition: 1, version } });
    expect(differences(await content(), preset("tarnwick")!)).toEqual([]);
    const { log: rows } = await coordinator.json<{ log: Record<string, unknown>[] }>(log.GET, "GET");
    expect(rows.slice(0, 2)).toMatchObject([
      { what: "standard.name", before: "Tarnwick North", after: "Tarnwick Plan Room" },
      { what: "standard.rolled-back" },
    ]);
  });
  it("name in the log every entry that a rolled-back draft had changed", async () => {
    await publish();
    const was = (await content()).layers.find((layer) => layer.name === "A-GLAZ")!;
    await coordinator.json(draft.PATCH, "PATCH", {
      body: onLayers([{ key: "A-GLAZ", was, entry: { ...was, pen: "0.18" } }]),
    });
    await coordinator.json(rollBack.POST, "POST", { body: { edition: 1, version: 2 } });
    const { log: rows } = await coordinator.json<{ log: Record<string, unknown>[] }>(log.GET, "GET", {
      query: { what: "standard.layers" },
    });
    expect(rows[0]).toMatchObject({ entry: "A-GLAZ", before: { pen: "0.18" }, after: { pen: "0.25" } });
  });
});

describe("a standard that nobody has begun", () => {
  const asBlank = async (): Promise<void> => {
    officeId = await newOffice((standard) => Object.assign(standard, blankStandard("Larkfield Drawings")));
    await addMember(database, officeId, person.userId, "coordinator");
    coordinator = signedInOnce.in(officeId);
  };
  it.each(["hyphenated-discipline", "iso-13567"])("begins from %s, under the office's own name", async (name) => {
    await asBlank();
    await coordinator.json(begin.POST, "POST", { body: { preset: name } });
    expect(writeStandard(await content())).toBe(
      writeStandard({ ...preset(name)!, name: "Larkfield Drawings", edition: "draft" }),
    );
    const { log: rows } = await coordinator.json<{ log: Record<string, unknown>[] }>(log.GET, "GET", { query: {} });
    expect(rows.map((row) => row["what"])).toContain("standard.begun");
  });
  it("does not begin from the demo's, nor from one that there is not", async () => {
    await asBlank();
    for (const name of ["tarnwick", "nobody", "__proto__"])
      await coordinator.json(begin.POST, "POST", { body: { preset: name } }, 422);
    expect(writeStandard(await content())).toBe(writeStandard(blankStandard("Larkfield Drawings")));
  });
  it("is begun once: what an office has written is not put aside", async () => {
    const was = writeStandard(await content());
    const told = await coordinator.json<Told>(begin.POST, "POST", { body: { preset: "iso-13567" } }, 409);
    expect(told.message).toContain("already been started");
    expect(writeStandard(await content())).toBe(was);
  });
});

describe("files made of the standard", () => {
  it("the manual is a sound A4 file, of the draft and of an edition with its changes (ISO 216, pdfinfo)", async () => {
    await publish("Glass and doors.");
    for (const query of [{}, { edition: "1" }]) {
      const { bytes, name } = await coordinator.file(manual.GET, query);
      checkedByQpdf(bytes);
      expect(run("pdfinfo", temporary(bytes))).toContain("A4");
      expect(name).toMatch(/manual\.pdf$/);
    }
    const words = run("pdftotext", temporary((await coordinator.file(manual.GET, { edition: "1" })).bytes), "-");
    expect(words).toContain("Glass and doors.");
  });
  it.each(["pdf", "svg"])("a kind's starter comes as %s", async (format) => {
    const { bytes, name } = await coordinator.file(starter.GET, { kind: "floor-plan", format });
    expect(name).toBe(`starter-floor-plan.${format}`);
    if (format === "pdf") checkedByQpdf(bytes);
    else expect(new TextDecoder().decode(bytes)).toContain('data-layer="A-WALL"');
  });
  it("a starter of a kind that there is not is refused in words", async () =>
    expect((await coordinator.json<Told>(starter.GET, "GET", { query: { kind: "nowhere" } }, 422)).message).toContain(
      "nowhere",
    ));
  it.each([
    { item: "scale-bar", scale: "1:50", format: "pdf" },
    { item: "scale-bar", scale: '1/4" = 1\'-0"', format: "svg" },
    { item: "layer-key", kind: "ceiling-plan", format: "pdf" },
    { item: "north-point", format: "svg" },
  ])("of the library: %j", async (query) => {
    const { bytes } = await coordinator.file(library.GET, query);
    if (query.format === "pdf") checkedByQpdf(bytes);
    else expect(new TextDecoder().decode(bytes)).toMatch(/^<\?xml[^]*<svg /);
  });
  it.each([
    [404, { item: "chair" }],
    [422, { item: "scale-bar", scale: "1:zero" }],
    [422, { item: "layer-key", kind: "nowhere" }],
  ])("answers %i to what is not of the library: %j", async (status, query) =>
    expect((await coordinator.send(library.GET, "GET", { query })).status).toBe(status),
  );
  it("downloads are of an inert type and never kept by the browser", async () => {
    const { headers } = await coordinator.file(exported.GET);
    expect(headers.get("content-type")).toBe("application/octet-stream");
    expect(headers.get("content-disposition")).toMatch(/^attachment;/);
    expect(headers.get("cache-control")).toBe("no-store");
  });
  it("of an office with any name keep it in theirs, and nothing breaks out of the header", async () => {
    const name = 'Zeichner "Büro"\\ 壁 ' + "ä".repeat(80);
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "facts", facts: { name } } });
    const { name: saved, headers } = await coordinator.file(exported.GET);
    expect(saved).toBe(`${name}, draft.json`.slice(-120));
    expect(headers.get("content-disposition")).not.toMatch(/[\r\n]|filename="[^"]*"[^;]/);
  });
});

describe("the log", () => {
  beforeEach(async () => {
    await coordinator.json(draft.PATCH, "PATCH", { body: { of: "facts", facts: { name: "100% North" } } });
    await coordinator.json(draft.PATCH, "PATCH", {
      body: { of: "rules", rules: { "layer/empty": { severity: "off" } } },
    });
  });
  const whats = async (query: Record<string, string>): Promise<string[]> =>
    (await coordinator.json<{ log: { what: string }[] }>(log.GET, "GET", { query })).log.map((row) => row.what);
  it("is filtered by what, by who, by words and by days", async () => {
    expect(await whats({})).toEqual(["standard.rules", "standard.name"]);
    expect(await whats({ what: "standard.rules" })).toEqual(["standard.rules"]);
    expect(await whats({ who: "Nobody" })).toEqual([]);
    expect(await whats({ words: "EMPTY" })).toEqual(["standard.rules"]);
    const today = new Date().toISOString().slice(0, 10);
    expect(await whats({ from: today, to: today })).toHaveLength(2);
    expect(await whats({ to: "2020-01-01" })).toEqual([]);
    expect(await whats({ from: "2020-13-45" })).toHaveLength(2);
  });
  it("takes a percent sign in a filter as one", async () => expect(await whats({ words: "%" })).toEqual([]));
  it("goes out as CSV with when, who, what, from and to", async () => {
    const { bytes, name } = await coordinator.file(log.GET, { format: "csv" });
    expect(name).toBe("log.csv");
    const [head, ...rows] = new TextDecoder().decode(bytes).trim().split("\r\n");
    expect(head).toBe("When,Who,What,Entry,Change,From,To");
    expect(rows[0]).toMatch(
      /^\d{4}-\d\d-\d\dT.*Ida Fenn,standard\.rules,layer\/empty,severity off,,"{""severity"":""off""}"$/,
    );
    expect(rows).toHaveLength(2);
  });
});
