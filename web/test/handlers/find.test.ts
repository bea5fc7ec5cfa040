import { and, eq } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import * as finding from "../../src/app/api/find/route";
import * as people from "../../src/app/api/people/[memberId]/route";
import type { Asker } from "../../src/server/access/access";
import { inspectedFiles, members, planSets, sheets } from "../../src/server/database/schema";
import { findingsOf } from "../../src/server/queries/findings";
import { closeThreads } from "../../src/server/work/threads";
import { addMember } from "../../src/server/people/accounts";
import type { FoundByKind } from "../../src/server/queries/find";
import { on, onePage } from "../../../core/test/support/raw-pdf";
import { Browser, database, inspectNow, newOffice, newPerson, pool, waitingFile } from "../support";

/** A wall drawn in a pen that is none, on a layer whose name is off the scheme. */
const BAD = onePage({ layers: ["walls_100%"], content: on(0, "0.3 w 10 10 m 90 90 l S") });

let coordinator: Asker;
let reader: Asker;
let atWork: Browser;
let reading: Browser;
let officeId = "";
let planSetId = "";

beforeAll(async () => {
  const first = await newOffice();
  [coordinator, reader] = [await newPerson(first, "coordinator"), await newPerson(first, "reader")];
  [atWork, reading] = [await Browser.of(coordinator.email), await Browser.of(reader.email)];
});
beforeEach(async () => {
  officeId = await newOffice();
  await addMember(database, officeId, coordinator.userId, "coordinator");
  await addMember(database, officeId, reader.userId, "reader");
  const [set] = await database
    .insert(planSets)
    .values({ officeId, name: "Saltmarsh Ferry Landing", units: "metric", particulars: { client: "Harbour Board" } })
    .returning({ id: planSets.id });
  planSetId = set!.id;
  await database.insert(sheets).values({ planSetId, number: "A-101", title: "Ground floor plan", frame: "A1" });
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

const found = async (who: Browser, q: string): Promise<FoundByKind> =>
  (await who.in(officeId).json<{ kinds: FoundByKind }>(finding.GET, "GET", { query: { q } })).kinds;
const names = async (who: Browser, q: string, kind: string): Promise<string[]> =>
  (await found(who, q)).find((each) => each.kind === kind)?.found.map((each) => each.name) ?? [];
const inspected = async (name: string, of: string | null = null): Promise<string> => {
  const fileId = await waitingFile(officeId, BAD, { name, planSetId: of });
  await inspectNow(fileId);
  return fileId;
};

describe("finding", () => {
  it("leads to entries of the draft, plan sets and sheets by any of their words", async () => {
    expect((await found(atWork, "glazed screens"))[0]).toEqual({
      kind: "Standard",
      found: [
        {
          name: "A-GLAZ",
          words: "layer: Windows and glazed screens",
          path: "/standard/layers?view=layers&entry=A-GLAZ",
        },
      ],
    });
    expect(await names(atWork, "harbour", "Plan sets")).toEqual(["Saltmarsh Ferry Landing"]);
    const [sheet] = (await found(atWork, "a-101")).find((each) => each.kind === "Sheets")!.found;
    expect(sheet).toMatchObject({ name: "A-101", words: "Ground floor plan, Saltmarsh Ferry Landing" });
    expect(sheet!.path).toContain(`/plan-sets/${planSetId}/sheets/`);
  });
  it("leads to drawings, and to a finding with its number on the light table", async () => {
    const fileId = await inspected("ground-floor.pdf");
    expect(await names(atWork, "ground pdf", "Drawings")).toEqual(["ground-floor.pdf"]);
    const [file] = await database.select().from(inspectedFiles).where(eq(inspectedFiles.id, fileId));
    const wide = (await findingsOf(fileId, "received")).find((each) => each.rule === "line/width-off-series")!;
    const all = (await found(atWork, "width-off-series")).find((each) => each.kind === "Findings")!.found;
    expect(all).toEqual([
      {
        name: wide.message,
        words: "ground-floor.pdf",
        path: `/inspection/${file!.inspectionId}?file=${fileId}&finding=${wide.key}`,
      },
    ]);
  });
  it("looks at the newest look at a file only", async () => {
    await inspected("first.pdf");
    await inspected("again.pdf");
    expect(await names(atWork, "pdf", "Drawings")).toEqual(["again.pdf"]);
  });
  it("takes signs of patterns as they are typed", async () => {
    await inspected("plan.pdf");
    expect(await names(atWork, "walls_100%", "Findings")).not.toEqual([]);
    expect(await names(atWork, "walls%100", "Findings")).toEqual([]);
    expect(await names(atWork, "wallsx100", "Findings")).toEqual([]);
  });
  it.each(["", "   ", "\u0000", "\ud800", "' or 1=1 --", "\\", "x".repeat(5000), "a ".repeat(500)])(
    "%j is a question like any other",
    async (q) => expect(Array.isArray(await found(atWork, q))).toBe(true),
  );
  it("never leaves the office", async () => {
    await inspected("secret.pdf");
    const elsewhere = await newOffice((standard) => void (standard.layers[0]!.purpose = "Zebra crossings"));
    await addMember(database, elsewhere, coordinator.userId, "coordinator");
    const there = atWork.in(elsewhere);
    const ask = async (q: string) =>
      (await there.json<{ kinds: FoundByKind }>(finding.GET, "GET", { query: { q } })).kinds;
    for (const q of ["saltmarsh", "a-101", "secret", "width-off-series"]) expect(await ask(q)).toEqual([]);
    expect(await found(atWork, "zebra")).toEqual([]);
    expect((await ask("zebra"))[0]!.found).toHaveLength(1);
  });
  it("shows a reader what is shared with them, and nothing of the standard", async () => {
    await inspected("shared.pdf", planSetId);
    for (const q of ["A-GLAZ", "saltmarsh", "a-101", "shared", "width-off-series"])
      expect(await found(reading, q)).toEqual([]);
    const [member] = await database
      .select()
      .from(members)
      .where(and(eq(members.officeId, officeId), eq(members.userId, reader.userId)));
    await atWork.in(officeId).json(people.PATCH, "PATCH", {
      params: { memberId: member!.id },
      body: { planSets: [planSetId] },
    });
    expect(await found(reading, "A-GLAZ")).toEqual([]);
    for (const [q, kind] of [
      ["saltmarsh", "Plan sets"],
      ["a-101", "Sheets"],
      ["shared", "Drawings"],
      ["width-off-series", "Findings"],
    ] as const)
      expect(await names(reading, q, kind)).not.toEqual([]);
  });
});
