import { eq, sql } from "drizzle-orm";
import { afterAll, describe, expect, it } from "vitest";
import { canonical, preset, type Entry, type LayerEntry, type OfficeStandard } from "@hemstitch/core/standard";
import { changeLog, editions, filePieces, files, planSets, requests } from "../src/server/database/schema";
import { keepFile } from "../src/server/files/keep";
import { fileBytes, storedFile } from "../src/server/files/pieces";
import { sha256Of } from "../src/server/base/digest";
import { editionsOf, publish } from "../src/server/queries/editions";
import { logOf } from "../src/server/log/log";
import { ask, decide, requestsOf, seeAnswer, unseenAnswers } from "../src/server/queries/requests";
import { editList, replaceDraft } from "../src/server/queries/change-draft";
import { draftOf, editionInForce, editionOf, standardFor } from "../src/server/queries/standard";
import { rememberMapping, tryTable } from "../src/server/queries/tables";
import { context, database, newOffice, newPerson, pool, request, sha256, signedIn } from "./support";

afterAll(() => pool.end());

const asker = async (change?: (standard: OfficeStandard) => void) =>
  newPerson(await newOffice(change), "coordinator", "Ida Fenn");
const layer = (name: string): LayerEntry => ({
  name,
  purpose: "",
  pen: "0.25",
  lineType: "continuous",
  screenColour: "#112233",
  plots: true,
});
const layerOf = (standard: OfficeStandard, name: string): Entry =>
  standard.layers.find((each) => each.name === name) as Entry;
const entry = (value: LayerEntry): Entry => value as Entry;

/** What the database itself says of a statement. */
const refusal = async (statement: Promise<unknown>): Promise<string> => {
  try {
    await statement;
    return "";
  } catch (error) {
    return String((error as { cause?: Error }).cause?.message ?? error);
  }
};

describe("what is sealed", () => {
  it("files as received can't be changed or removed, even by hand", async () => {
    const { officeId } = await asker();
    const bytes = new TextEncoder().encode(`file ${Math.random()}`);
    await keepFile(database, { officeId }, sha256(bytes), bytes);
    const hash = eq(files.sha256, sha256(bytes));
    expect(await refusal(database.update(files).set({ size: 1 }).where(hash))).toContain("never changed");
    expect(await refusal(database.delete(files).where(hash))).toContain("never changed");
    const { stored } = (await storedFile(database, sha256(bytes)))!;
    const pieces = eq(filePieces.stored, stored);
    for (const change of [
      database
        .update(filePieces)
        .set({ bytes: new Uint8Array(1) })
        .where(pieces),
      database.delete(filePieces).where(pieces),
      database.insert(filePieces).values({ stored, position: bytes.length, bytes: new Uint8Array(1) }),
    ])
      expect(await refusal(change)).toContain("never changed");
    for (const table of ["files", "file_pieces"])
      expect(await refusal(database.execute(sql.raw(`truncate ${table} cascade`)))).toContain("never changed");
    await keepFile(database, { officeId }, sha256(bytes), bytes);
    expect(await fileBytes(database, sha256(bytes))).toEqual(bytes);
  });
  it("the log of changes only grows", async () => {
    const { officeId } = await asker();
    await database.insert(changeLog).values({ officeId, who: "coordinator", what: "test" });
    expect(
      await refusal(database.update(changeLog).set({ who: "nobody" }).where(eq(changeLog.officeId, officeId))),
    ).toContain("never changed");
    expect(await refusal(database.execute(sql`delete from change_log`))).toContain("never changed");
    expect(await refusal(database.execute(sql`truncate change_log`))).toContain("never changed");
  });
  it("a published edition can't be changed, removed or swept away, even by hand", async () => {
    const who = await asker();
    expect(await publish(who, "First", 1)).toMatchObject({ kind: "published", number: 1 });
    const own = eq(editions.officeId, who.officeId);
    expect(await refusal(database.update(editions).set({ summary: "Other" }).where(own))).toContain("never changed");
    expect(await refusal(database.delete(editions).where(own))).toContain("never changed");
    expect(await refusal(database.execute(sql`truncate editions`))).toContain("never changed");
  });
});

describe("editing the draft", () => {
  it("stores an edit, counts the version and logs who changed which entry from what to what", async () => {
    const who = await asker();
    const before = await draftOf(who.officeId);
    const was = layerOf(before.content, "A-GLAZ");
    expect(await editList(who, "layers", [{ key: "A-GLAZ", entry: { ...was, pen: "0.18" }, was }])).toMatchObject({
      kind: "saved",
      version: before.version + 1,
    });
    expect(layerOf((await draftOf(who.officeId)).content, "A-GLAZ")["pen"]).toBe("0.18");
    const [row] = await logOf(who.officeId, { words: "GLAZ" }, 10);
    expect(row).toMatchObject({
      who: "Ida Fenn",
      what: "standard.layers",
      entry: "A-GLAZ",
      before: { pen: "0.25" },
      after: { pen: "0.18" },
    });
  });
  it("two people at once, each on another entry: both are stored", async () => {
    const who = await asker();
    const { content } = await draftOf(who.officeId);
    const names = ["A-WALL", "A-DOOR", "A-GLAZ", "A-FURN"];
    const results = await Promise.all(
      names.map((name) =>
        editList(who, "layers", [
          { key: name, entry: { ...layerOf(content, name), note: "changed" }, was: layerOf(content, name) },
        ]),
      ),
    );
    expect(results.map((result) => result.kind)).toEqual(names.map(() => "saved"));
    const after = (await draftOf(who.officeId)).content;
    for (const name of names) expect(layerOf(after, name)["note"]).toBe("changed");
  });
  it("two people on one entry: what touches other things is brought together, what clashes is told, and nothing is lost", async () => {
    const who = await asker();
    const was = layerOf((await draftOf(who.officeId)).content, "A-GLAZ");
    await editList(who, "layers", [{ key: "A-GLAZ", entry: { ...was, pen: "0.18" }, was }]);
    expect(await editList(who, "layers", [{ key: "A-GLAZ", entry: { ...was, purpose: "Glass" }, was }])).toMatchObject({
      kind: "saved",
      merged: ["A-GLAZ"],
    });
    expect(layerOf((await draftOf(who.officeId)).content, "A-GLAZ")).toMatchObject({ pen: "0.18", purpose: "Glass" });
    const clash = await editList(who, "layers", [{ key: "A-GLAZ", entry: { ...was, pen: "0.35" }, was }]);
    expect(clash).toMatchObject({
      kind: "conflict",
      conflicts: [{ key: "A-GLAZ", properties: ["pen"], theirs: { pen: "0.18" }, mine: { pen: "0.35" } }],
    });
    await editList(who, "layers", [{ key: "A-GLAZ", entry: null }]);
    expect(await editList(who, "layers", [{ key: "A-GLAZ", entry: { ...was, pen: "0.5" }, was }])).toMatchObject({
      kind: "conflict",
      conflicts: [{ theirs: null }],
    });
  });
  it("with an error stores nothing and says where it is", async () => {
    const who = await asker();
    const before = await draftOf(who.officeId);
    const result = await editList(who, "layers", [
      { key: null, entry: entry(layer("A-SIGN")) },
      { key: "A-WALL", entry: entry({ ...layer("A-WALL"), pen: "9" }) },
    ]);
    expect(result).toMatchObject({ kind: "wrong", problems: [{ at: "layers[0].pen" }] });
    expect(await draftOf(who.officeId)).toEqual(before);
  });
  it("a pen that layers use is not removed; the answer says who uses it", async () => {
    const who = await asker();
    const result = await editList(who, "pens", [{ key: "0.7", entry: null }]);
    expect(result).toMatchObject({ kind: "wrong" });
    expect(JSON.stringify(result)).toContain("A-COLS");
  });
  it("replaced by a standard that somebody has changed meanwhile: told, nothing stored", async () => {
    const who = await asker();
    expect(await replaceDraft(who, preset("iso-13567")!, 7)).toMatchObject({ kind: "newer" });
    expect((await draftOf(who.officeId)).content.name).toBe("Tarnwick Plan Room");
  });
  it("takes 5,000 layers", async () => {
    const who = await asker();
    const edits = Array.from({ length: 5000 }, (_, i) => ({
      key: null,
      entry: entry(layer(`A-WALL-${String(i).padStart(4, "0")}`)),
    }));
    expect((await editList(who, "layers", edits)).kind).toBe("saved");
    expect((await draftOf(who.officeId)).content.layers.length).toBe(5034);
  });
  it("takes a scheme as it was seen, in whatever order its properties come; a stale one is told", async () => {
    const who = await asker();
    const cookie = await signedIn(who.email);
    const { PATCH } = await import("../src/app/api/standard/draft/route");
    const send = async (was: object, scheme: object): Promise<number> =>
      (await PATCH(request("PATCH", "/x", { cookie, body: { of: "scheme", which: "layers", scheme, was } }), context()))
        .status;
    const { layers: scheme } = (await draftOf(who.officeId)).content.naming;
    const renamed = { ...scheme, title: "Ours" };
    expect(await send(scheme, renamed)).toBe(200);
    // What a browser holds after its own change: the same, in an order of its own.
    const turned = Object.fromEntries(Object.entries(renamed).reverse());
    expect(await send(turned, scheme)).toBe(200);
    expect(await send(renamed, scheme)).toBe(409);
  });
  it("keeps texts of 4,000 characters in any script, with NUL and halves of letters made storable", async () => {
    const who = await asker();
    const was = layerOf((await draftOf(who.officeId)).content, "A-WALL");
    const note = `=1+1 <b> 壁🧱\u0000\ud800 ${"ä".repeat(3900)}`;
    expect((await editList(who, "layers", [{ key: "A-WALL", entry: { ...was, note }, was }])).kind).toBe("saved");
    expect(String(layerOf((await draftOf(who.officeId)).content, "A-WALL")["note"])).toContain("壁🧱");
  });
});

describe("editions", () => {
  it("are numbered, carry a digest of what they say, and judge from then on", async () => {
    const who = await asker();
    expect((await standardFor(who.officeId, null)).edition).toBe("draft");
    const first = await publish(who, "First", 1);
    const edition = (await editionInForce(who.officeId))!;
    expect(first).toEqual({ kind: "published", number: 1, digest: edition.digest });
    expect(sha256Of(edition.written)).toBe(edition.digest);
    expect((await standardFor(who.officeId, null)).edition).toBe("1");
    const was = layerOf((await draftOf(who.officeId)).content, "A-GLAZ");
    await editList(who, "layers", [{ key: "A-GLAZ", entry: { ...was, pen: "0.18" }, was }]);
    expect(layerOf(await standardFor(who.officeId, null), "A-GLAZ")["pen"]).toBe("0.25");
    expect(await publish(who, "Second", 2)).toMatchObject({ kind: "published", number: 2 });
    expect(layerOf(await standardFor(who.officeId, null), "A-GLAZ")["pen"]).toBe("0.18");
    expect((await editionsOf(who.officeId)).map((each) => each.number)).toEqual([2, 1]);
    // A plan set that follows an edition goes on with it.
    const [set] = await database
      .insert(planSets)
      .values({ officeId: who.officeId, name: "Old", units: "metric", edition: 1 })
      .returning({ id: planSets.id });
    expect(layerOf(await standardFor(who.officeId, set!.id), "A-GLAZ")["pen"]).toBe("0.25");
  });
  it("a draft that changed since it was looked at is not published; one that says nothing new neither", async () => {
    const who = await asker();
    expect((await publish(who, "x", 99)).kind).toBe("newer");
    await publish(who, "First", 1);
    expect(await publish(who, "Again", 1)).toEqual({ kind: "unchanged", number: 1 });
  });
  it("published twice at once make one edition", async () => {
    const who = await asker();
    const results = await Promise.all([publish(who, "a", 1), publish(who, "b", 1)]);
    expect((await editionsOf(who.officeId)).length).toBe(1);
    expect(results.map((result) => result.kind).sort()).toEqual(["published", "unchanged"]);
  });
  it("the draft is rolled back to any of them", async () => {
    const who = await asker();
    await publish(who, "First", 1);
    await editList(who, "layers", [{ key: "A-AREA", entry: null }]);
    const edition = (await editionOf(who.officeId, 1))!;
    expect((await replaceDraft(who, edition.content, 2, "standard.rolled-back")).kind).toBe("saved");
    expect(canonical((await draftOf(who.officeId)).content)).toEqual({
      ...canonical(edition.content),
      edition: "draft",
    });
  });
});

describe("requests", () => {
  const wish = {
    list: "layers" as const,
    entryKey: "",
    sample: { ...layer("A-SIGN"), purpose: "Signs" } as Record<string, unknown>,
    reason: "The sign has no layer.",
    finding: null,
  };
  it("an accepted one enters the draft with the credit, and the asker is told", async () => {
    const coordinator = await asker();
    const drafter = await newPerson(coordinator.officeId, "drafter", "Orrin Marrow");
    const id = await ask(drafter, wish);
    expect(await decide(coordinator, id, { state: "accepted", answer: "Good.", entry: null })).toEqual({
      kind: "decided",
    });
    expect(layerOf((await draftOf(coordinator.officeId)).content, "A-SIGN")).toMatchObject({ purpose: "Signs" });
    expect((await logOf(coordinator.officeId, { what: "standard.layers" }, 1))[0]!.who).toBe(
      "Ida Fenn, asked by Orrin Marrow",
    );
    expect(await unseenAnswers(drafter)).toMatchObject([{ state: "accepted", answer: "Good.", decidedBy: "Ida Fenn" }]);
    expect((await seeAnswer(coordinator, id)).length).toBe(0);
    await seeAnswer(drafter, id);
    expect(await unseenAnswers(drafter)).toEqual([]);
  });
  it("an amended one enters as amended; a declined one does not; none is decided twice", async () => {
    const who = await asker();
    const [a, b] = [await ask(who, wish), await ask(who, { ...wish, sample: { ...wish.sample, name: "A-SPCL" } })];
    expect((await decide(who, a, { state: "amended", answer: "", entry: { ...wish.sample, pen: "0.35" } })).kind).toBe(
      "decided",
    );
    expect(layerOf((await draftOf(who.officeId)).content, "A-SIGN")["pen"]).toBe("0.35");
    expect((await decide(who, b, { state: "declined", answer: "No.", entry: null })).kind).toBe("decided");
    expect(layerOf((await draftOf(who.officeId)).content, "A-SPCL")).toBeUndefined();
    expect((await decide(who, b, { state: "accepted", answer: "", entry: null })).kind).toBe("gone");
  });
  it("one that the standard can't take stays open, and says why", async () => {
    const who = await asker();
    const id = await ask(who, { ...wish, sample: { ...wish.sample, pen: "9" } });
    expect(await decide(who, id, { state: "accepted", answer: "", entry: null })).toMatchObject({ kind: "wrong" });
    const [row] = await database.select({ state: requests.state }).from(requests).where(eq(requests.id, id));
    expect(row!.state).toBe("open");
  });
  it("a reader sees their own only", async () => {
    const who = await asker();
    const reader = await newPerson(who.officeId, "reader");
    await ask(who, wish);
    await ask(reader, wish);
    expect((await requestsOf(who)).length).toBe(2);
    expect((await requestsOf(reader)).length).toBe(1);
  });
});

describe("tables", () => {
  const csv = (text: string): Uint8Array => new TextEncoder().encode(text);
  const options = { sheet: "", mapping: "", replace: false, partly: false, corrections: [], store: true };
  it("are tried without storing, and the columns chosen last time are remembered", async () => {
    const who = await asker();
    const bytes = csv("Stift;Breite\nbold;0.6");
    const first = await tryTable(who, "pens", bytes, options);
    expect(first.ok && first.value.run.problems).toEqual(["No column holds the Pen, by which entries are known."]);
    const chosen = await tryTable(who, "pens", bytes, { ...options, mapping: "id,widthMm" });
    expect(chosen.ok && chosen.value.run.sums).toEqual({ added: 1, changed: 0, unchanged: 0, wrong: 0 });
    expect((await draftOf(who.officeId)).version).toBe(1);
    if (chosen.ok) {
      await rememberMapping(who.officeId, "pens", chosen.value.run.columns, chosen.value.run.mapping);
      expect((await editList(who, "pens", chosen.value.edits)).kind).toBe("saved");
    }
    const again = await tryTable(who, "pens", bytes, options);
    expect(again.ok && again.value.run.mapping).toEqual(["id", "widthMm"]);
    expect(again.ok && again.value.run.sums.unchanged).toBe(1);
  });
  it("with a column that nobody knows are not stored before it is decided, which is remembered, too", async () => {
    const who = await asker();
    const bytes = csv("Pen;Width;Maker\nbold;0,6 mm;ours");
    const first = await tryTable(who, "pens", bytes, options);
    expect(first.ok && [first.value.run.undecided, first.value.edits]).toEqual([[2], []]);
    const told = await tryTable(who, "pens", bytes, { ...options, mapping: "id,widthMm,-" });
    expect(told.ok && told.value.edits.map(({ entry }) => entry?.["widthMm"])).toEqual([0.6]);
    if (told.ok) await rememberMapping(who.officeId, "pens", told.value.run.columns, told.value.run.mapping);
    const again = await tryTable(who, "pens", bytes, options);
    expect(again.ok && [again.value.run.undecided, again.value.edits.length]).toEqual([[], 1]);
  });
  it("go in part where that is asked, with cells as they were corrected", async () => {
    const who = await asker();
    const bytes = csv("Pen;Width\nbold;much\nfine;little\nsoft;0.3");
    const partly = await tryTable(who, "pens", bytes, { ...options, partly: true, corrections: [[2, 1, "0.6"]] });
    expect(partly.ok && partly.value.run.sums).toEqual({ added: 2, changed: 0, unchanged: 0, wrong: 1 });
    expect(partly.ok && partly.value.edits.map(({ entry }) => entry?.["id"])).toEqual(["bold", "soft"]);
    const whole = await tryTable(who, "pens", bytes, options);
    expect(whole.ok && whole.value.edits).toEqual([]);
  });
});
