import { eq } from "drizzle-orm";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { checkStandard, type Entry, type OfficeStandard, type SeenEdit } from "@hemstitch/core/standard";
import type { Asker } from "../src/server/access/access";
import { onBehalf } from "../src/server/base/asking";
import { changeLog } from "../src/server/database/schema";
import { editionsOf, publish } from "../src/server/queries/editions";
import { editDraft, editList, replaceDraft, storeDraft } from "../src/server/queries/change-draft";
import { closeThreads } from "../src/server/work/threads";
import { draftOf } from "../src/server/queries/standard";
import { database, newOffice, newPerson, pool } from "./support";

let who: Asker;
beforeEach(async () => {
  who = await newPerson(await newOffice(), "coordinator", "Ida Fenn");
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

const layerOf = (standard: OfficeStandard, name: string): Entry =>
  standard.layers.find((layer) => layer.name === name)! as Entry;
const plain = (entry: Entry): Entry => JSON.parse(JSON.stringify(entry)) as Entry;
const logged = async (): Promise<number> =>
  (await database.select({ id: changeLog.id }).from(changeLog).where(eq(changeLog.officeId, who.officeId))).length;

describe("many edits of one draft at the same moment", () => {
  it("of different entries are all stored, counted and logged, none over another", async () => {
    const { content } = await draftOf(who.officeId);
    const names = content.layers.slice(0, 12).map((layer) => layer.name);
    const edited = await Promise.all(
      names.map((name) => {
        const was = plain(layerOf(content, name));
        return editList(who, "layers", [{ key: name, was, entry: { ...was, note: `note of ${name}` } }]);
      }),
    );
    expect(edited.map((each) => each.kind)).toEqual(names.map(() => "saved"));
    const versions = edited.map((each) => (each.kind === "saved" ? each.version : 0)).sort((a, b) => a - b);
    expect(versions).toEqual(names.map((_, i) => i + 2));
    const after = await draftOf(who.officeId);
    expect(after.version).toBe(names.length + 1);
    for (const name of names) expect(layerOf(after.content, name)["note"]).toBe(`note of ${name}`);
    expect(await logged()).toBe(names.length);
  });
  it("of different properties of one entry are brought together, in whatever order they come", async () => {
    const was = plain(layerOf((await draftOf(who.officeId)).content, "A-DOOR"));
    const changes: Entry[] = [{ pen: "0.5" }, { purpose: "Leaves" }, { note: "x" }, { screenColour: "#123456" }];
    await Promise.all(
      changes.map((change) => editList(who, "layers", [{ key: "A-DOOR", was, entry: { ...was, ...change } }])),
    );
    expect(layerOf((await draftOf(who.officeId)).content, "A-DOOR")).toMatchObject(
      Object.assign({}, ...changes) as object,
    );
  });
  it("of one property of one entry: the first is stored, every other is told, with both states", async () => {
    const was = plain(layerOf((await draftOf(who.officeId)).content, "A-DOOR"));
    const pens = ["0.13", "0.18", "0.25", "0.5", "0.7"];
    const edited = await Promise.all(
      pens.map((pen) => editList(who, "layers", [{ key: "A-DOOR", was, entry: { ...was, pen } }])),
    );
    expect(edited.filter((each) => each.kind === "saved").length).toBe(1);
    const stored = layerOf((await draftOf(who.officeId)).content, "A-DOOR")["pen"];
    for (const [i, each] of edited.entries())
      if (each.kind === "conflict")
        expect(each.conflicts[0]).toMatchObject({
          properties: ["pen"],
          theirs: { pen: stored },
          mine: { pen: pens[i] },
        });
      else expect(pens[i]).toBe(stored);
    expect(await logged()).toBe(1);
  });
  it("that add one name are stored once; the others are told where it stands", async () => {
    const entry = { ...plain(layerOf((await draftOf(who.officeId)).content, "A-DOOR")), name: "A-SIGN" };
    const edited = await Promise.all([1, 2, 3].map(() => editList(who, "layers", [{ key: null, entry }])));
    expect(edited.map((each) => each.kind).sort()).toEqual(["saved", "wrong", "wrong"]);
    const wrong = edited.find((each) => each.kind === "wrong")!;
    expect(wrong.kind === "wrong" && wrong.problems[0]!.message).toContain("A-SIGN");
  });
  it("where one removes what another changes, nothing is lost unasked", async () => {
    const was = plain(layerOf((await draftOf(who.officeId)).content, "A-FURN"));
    await editList(who, "layers", [{ key: "A-FURN", was, entry: { ...was, note: "kept" } }]);
    const removed = await editList(who, "layers", [{ key: "A-FURN", was, entry: null }]);
    expect(removed).toMatchObject({
      kind: "conflict",
      conflicts: [{ key: "A-FURN", mine: null, theirs: { note: "kept" } }],
    });
    const seen = plain(layerOf((await draftOf(who.officeId)).content, "A-FURN"));
    expect((await editList(who, "layers", [{ key: "A-FURN", was: seen, entry: null }])).kind).toBe("saved");
    const late = await editList(who, "layers", [{ key: "A-FURN", was: seen, entry: { ...seen, pen: "0.5" } }]);
    expect(late).toMatchObject({ kind: "conflict", conflicts: [{ theirs: null }] });
  });
  it("leave a draft that is sound, whatever comes between", async () => {
    const { content } = await draftOf(who.officeId);
    const pen = content.pens[4]! as Entry;
    await Promise.allSettled([
      editList(who, "pens", [{ key: "0.5", entry: { ...pen, id: "bold" } }]),
      editList(who, "layers", [
        { key: null, entry: { ...plain(layerOf(content, "A-DOOR")), name: "A-SIGN", pen: "0.5" } },
      ]),
      editList(who, "kinds", [{ key: "detail", entry: null }]),
      editDraft(who, { of: "facts", facts: { name: "North" } }),
      replaceDraft(who, { ...content, name: "South" }, null),
      editList(who, "layers", [{ key: "A-COLS", entry: null }]),
    ]);
    const after = await draftOf(who.officeId);
    const checked = checkStandard(JSON.parse(JSON.stringify(after.content)));
    expect(checked.ok ? [] : checked.problems).toEqual([]);
  });
});

describe("a change that takes long", () => {
  const many = (from: Entry): SeenEdit[] =>
    Array.from({ length: 2500 }, (_, i) => ({
      key: null,
      entry: { ...from, name: `A-WALL-${String(i).padStart(4, "0")}` },
    }));

  it("is worked out aside, and stored upon what others stored meanwhile", async () => {
    const door = plain(layerOf((await draftOf(who.officeId)).content, "A-DOOR"));
    const [added, edited] = await Promise.all([
      editList(who, "layers", many(door)),
      editList(who, "layers", [{ key: "A-DOOR", was: door, entry: { ...door, note: "kept" } }]),
    ]);
    expect([added.kind, edited.kind]).toEqual(["saved", "saved"]);
    const { content, version } = await draftOf(who.officeId);
    expect([version, layerOf(content, "A-DOOR")["note"]]).toEqual([3, "kept"]);
    expect(layerOf(content, "A-WALL-2499")).toBeDefined();
    // One entry of a large register is no light work either; what is wrong is told as ever.
    expect(await editList(who, "layers", [{ key: null, entry: { ...door, name: "A-WALL-0007" } }])).toMatchObject({
      kind: "wrong",
    });
  });
  it("ends when who asked for it leaves, and stores nothing", async () => {
    const door = plain(layerOf((await draftOf(who.officeId)).content, "A-DOOR"));
    const leaves = new AbortController();
    const adding = onBehalf({ officeId: who.officeId, userId: "", signal: leaves.signal }, () =>
      editList(who, "layers", many(door)),
    );
    leaves.abort();
    await expect(adding).rejects.toThrow();
    expect((await draftOf(who.officeId)).version).toBe(1);
    // Nobody waits behind it.
    expect((await editList(who, "layers", [{ key: "A-DOOR", was: door, entry: { ...door, note: "x" } }])).kind).toBe(
      "saved",
    );
  });
});

describe("a change that fails half-way", () => {
  it("stores nothing of itself, neither in the draft nor in the log", async () => {
    const before = await draftOf(who.officeId);
    const content = { ...before.content, name: "North" };
    // What the log can't take must undo the change as well, and so must what belongs to it.
    await expect(storeDraft(who, before.version, { content, steps: [{ what: null as never }] })).rejects.toThrow();
    const step = { what: "standard.facts", before: { name: "" }, after: { name: "North" } };
    const taken = { content, steps: [step] };
    expect(await storeDraft(who, before.version, taken, () => Promise.resolve(false))).toBe("taken-back");
    const breaks = storeDraft(who, before.version, taken, () => Promise.reject(new Error("half-way")));
    await expect(breaks).rejects.toThrow("half-way");
    // What was worked out for a draft that is gone is not stored upon another.
    expect(await storeDraft(who, before.version - 1, taken)).toBe("moved");
    expect(await draftOf(who.officeId)).toEqual(before);
    expect(await logged()).toBe(0);
  });
});

describe("publishing while others edit", () => {
  it("publishes what was looked at, or nothing", async () => {
    const { content, version } = await draftOf(who.officeId);
    const was = plain(layerOf(content, "A-DOOR"));
    const [published] = await Promise.all([
      publish(who, "First.", version),
      editList(who, "layers", [{ key: "A-DOOR", was, entry: { ...was, pen: "0.5" } }]),
    ]);
    const editions = await editionsOf(who.officeId);
    if (published.kind === "published") expect(editions).toMatchObject([{ number: 1, digest: published.digest }]);
    else expect(editions).toEqual([]);
    expect(layerOf((await draftOf(who.officeId)).content, "A-DOOR")["pen"]).toBe("0.5");
  });
});
