import { eq, sql } from "drizzle-orm";
import { afterAll, describe, expect, it } from "vitest";
import type { LayerEntry } from "@hemstitch/core/standard";
import { changeLog, files } from "../src/server/database/schema";
import { keepFile } from "../src/server/files/keep";
import { editChapter, officeStandard, replaceStandard } from "../src/server/queries/standard";
import { database, newOffice, pool, sha256 } from "./support";

afterAll(() => pool.end());

const asker = async () => ({ officeId: await newOffice(), officeName: "", who: "coordinator" });
const layer = (name: string): LayerEntry => ({
  name,
  purpose: "",
  pen: "0.25",
  lineType: "continuous",
  screenColour: "#112233",
  plots: true,
});

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
    const bytes = new TextEncoder().encode(`file ${Math.random()}`);
    await keepFile(database, sha256(bytes), bytes);
    expect(
      await refusal(
        database
          .update(files)
          .set({ bytes: new Uint8Array(1) })
          .where(eq(files.sha256, sha256(bytes))),
      ),
    ).toContain("never changed");
    expect(await refusal(database.delete(files).where(eq(files.sha256, sha256(bytes))))).toContain("never changed");
    await keepFile(database, sha256(bytes), bytes);
  });
  it("the log of changes only grows", async () => {
    const { officeId } = await asker();
    await database.insert(changeLog).values({ officeId, who: "coordinator", what: "test" });
    expect(
      await refusal(database.update(changeLog).set({ who: "nobody" }).where(eq(changeLog.officeId, officeId))),
    ).toContain("never changed");
    expect(await refusal(database.execute(sql`delete from change_log`))).toContain("never changed");
  });
});

describe("editing the standard", () => {
  it("stores an edit, counts the version and logs who changed what from what to what", async () => {
    const who = await asker();
    const before = await officeStandard(who.officeId);
    const edit = {
      key: "A-GLAZ",
      entry: { ...before.content.layers.find((each) => each.name === "A-GLAZ")!, pen: "0.18" },
    };
    expect(await editChapter(who, "layers", before.version, [edit])).toEqual({
      kind: "saved",
      version: before.version + 1,
    });
    const after = await officeStandard(who.officeId);
    expect(after.content.layers.find((each) => each.name === "A-GLAZ")!.pen).toBe("0.18");
    const [entry] = await database.select().from(changeLog).where(eq(changeLog.officeId, who.officeId));
    expect(entry).toMatchObject({
      who: "coordinator",
      what: "standard.layers",
      before: [{ name: "A-GLAZ", pen: "0.25" }],
      after: [{ key: "A-GLAZ", entry: { pen: "0.18" } }],
    });
  });
  it("two people: the second is told, and nobody's work is lost", async () => {
    const who = await asker();
    const { version } = await officeStandard(who.officeId);
    const results = await Promise.all(
      ["A-SIGN", "A-SPCL"].map((name) => editChapter(who, "layers", version, [{ key: null, entry: layer(name) }])),
    );
    expect(results.map((result) => result.kind).sort()).toEqual(["newer", "saved"]);
    const names = (await officeStandard(who.officeId)).content.layers.map((each) => each.name);
    expect(names.filter((name) => name === "A-SIGN" || name === "A-SPCL").length).toBe(1);
  });
  it("with an error stores nothing and says where it is", async () => {
    const who = await asker();
    const before = await officeStandard(who.officeId);
    const result = await editChapter(who, "layers", before.version, [
      { key: null, entry: layer("A-SIGN") },
      { key: "A-WALL", entry: { ...layer("A-WALL"), pen: "9" } },
    ]);
    expect(result).toMatchObject({ kind: "wrong", problems: [{ at: "layers[0].pen" }] });
    expect(await officeStandard(who.officeId)).toEqual(before);
  });
  it("an import with errors stores nothing", async () => {
    const who = await asker();
    const before = await officeStandard(who.officeId);
    expect((await replaceStandard(who, { ...before.content, pens: "none" }, before.version)).kind).toBe("wrong");
    expect(await officeStandard(who.officeId)).toEqual(before);
  });
  it("takes 5,000 layers", async () => {
    const who = await asker();
    const { version } = await officeStandard(who.officeId);
    const edits = Array.from({ length: 5000 }, (_, i) => ({
      key: null,
      entry: layer(`A-WALL-${String(i).padStart(4, "0")}`),
    }));
    expect((await editChapter(who, "layers", version, edits)).kind).toBe("saved");
    expect((await officeStandard(who.officeId)).content.layers.length).toBe(5034);
  });
});
