import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import * as putBackFile from "../../src/app/api/inspected/[fileId]/put-back/route";
import * as oneFile from "../../src/app/api/inspected/[fileId]/route";
import * as putBackInspection from "../../src/app/api/inspections/[inspectionId]/put-back/route";
import * as inspection from "../../src/app/api/inspections/[inspectionId]/route";
import * as inspections from "../../src/app/api/inspections/route";
import * as sendFile from "../../src/app/api/inspections/[inspectionId]/files/route";
import * as putBackSet from "../../src/app/api/plan-sets/[planSetId]/put-back/route";
import * as planSet from "../../src/app/api/plan-sets/[planSetId]/route";
import * as newSheet from "../../src/app/api/plan-sets/[planSetId]/sheets/route";
import * as sources from "../../src/app/api/plan-sets/[planSetId]/sources/route";
import * as planSets from "../../src/app/api/plan-sets/route";
import * as putBackSheet from "../../src/app/api/sheets/[sheetId]/put-back/route";
import * as sheet from "../../src/app/api/sheets/[sheetId]/route";
import * as putBackSource from "../../src/app/api/sources/[sourceId]/put-back/route";
import * as source from "../../src/app/api/sources/[sourceId]/route";
import type { Asker } from "../../src/server/access/access";
import { binOf } from "../../src/server/bin/bin";
import { planSetReaders } from "../../src/server/database/schema";
import { closeThreads } from "../../src/server/work/threads";
import { addMember } from "../../src/server/people/accounts";
import { find } from "../../src/server/queries/find";
import { inspectionsOf } from "../../src/server/queries/inspections";
import { logOf } from "../../src/server/log/log";
import { planSetsOf, sheetsOf, sourcesOf } from "../../src/server/queries/plan-sets";
import { todayOf } from "../../src/server/queries/today";
import { on, onePage } from "../../../core/test/support/raw-pdf";
import { Browser, database, inspectNow, newOffice, newPerson, pool } from "../support";

const DRAWING = onePage({ layers: ["walls"], content: on(0, "0.3 w 10 10 m 90 90 l S") });

let person: Asker;
let once: Browser;
let asker: Asker;
let office: Browser;
beforeAll(async () => {
  person = await newPerson(await newOffice(), "drafter", "Orrin Marrow");
  once = await Browser.of(person.email);
});
beforeEach(async () => {
  const officeId = await newOffice();
  await addMember(database, officeId, person.userId, "drafter");
  office = once.in(officeId);
  asker = { ...person, officeId, planSets: null };
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

const newSet = async (name = "Saltmarsh Ferry Landing"): Promise<string> =>
  (await office.json<{ id: string }>(planSets.POST, "POST", { body: { name, units: "metric" } }, 201)).id;
const addSheet = async (planSetId: string, number: string): Promise<string> =>
  (
    await office.json<{ id: string }>(
      newSheet.POST,
      "POST",
      { params: { planSetId }, body: { number, title: "Ground floor", frame: "A1" } },
      201,
    )
  ).id;
const handedIn = async (by: Browser, planSetId?: string): Promise<{ inspectionId: string; fileId: string }> => {
  const body = { name: "Ground floor", ...(planSetId ? { planSetId } : {}) };
  const { id: inspectionId } = await by.json<{ id: string }>(inspections.POST, "POST", { body }, 201);
  const { id: fileId } = await by.json<{ id: string }>(
    sendFile.POST,
    "POST",
    { params: { inspectionId }, query: { name: "plan.pdf" }, bytes: DRAWING },
    201,
  );
  return { inspectionId, fileId };
};
const statusOf = async (...asked: Parameters<Browser["send"]>): Promise<number> => (await office.send(...asked)).status;
const complaint = async (...asked: Parameters<Browser["send"]>): Promise<string> => {
  const response = await office.send(...asked);
  expect(response.status).toBe(409);
  return ((await response.json()) as { message: string }).message;
};

describe("a sheet that is moved to the bin", () => {
  it("is in no register, no search and behind no address; it comes back as it was, and the log knows both", async () => {
    const planSetId = await newSet();
    await addSheet(planSetId, "A-101");
    const sheetId = await addSheet(planSetId, "A-102");
    const before = await sheetsOf(planSetId);
    expect(await office.json(sheet.DELETE, "DELETE", { params: { sheetId } })).toEqual({
      id: sheetId,
      name: "A-102 Ground floor",
    });
    expect((await sheetsOf(planSetId)).map(({ number }) => number)).toEqual(["A-101"]);
    expect((await planSetsOf(asker))[0]!.sheets).toBe(1);
    expect(await find(asker, "A-102")).toEqual([]);
    expect(await statusOf(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 1, title: "x" } })).toBe(404);
    expect(await binOf(asker)).toMatchObject([
      { kind: "sheet", id: sheetId, name: "A-102 Ground floor", of: "Saltmarsh Ferry Landing", who: "Orrin Marrow" },
    ]);
    await office.json(putBackSheet.POST, "POST", { params: { sheetId } });
    expect(await sheetsOf(planSetId)).toEqual(before);
    expect(await binOf(asker)).toEqual([]);
    expect((await logOf(asker.officeId, {}, 2)).map(({ what, entry }) => [what, entry])).toEqual([
      ["sheet.put-back", "A-102 Ground floor, Saltmarsh Ferry Landing"],
      ["sheet.taken-away", "A-102 Ground floor, Saltmarsh Ferry Landing"],
    ]);
  });
  it("leaves its number to another, and comes back when that is free again", async () => {
    const planSetId = await newSet();
    const sheetId = await addSheet(planSetId, "A-101");
    await office.json(sheet.DELETE, "DELETE", { params: { sheetId } });
    const other = await addSheet(planSetId, "A-101");
    expect(await complaint(putBackSheet.POST, "POST", { params: { sheetId } })).toMatch(/another sheet A-101/);
    await office.json(sheet.PATCH, "PATCH", { params: { sheetId: other }, body: { version: 1, number: "A-102" } });
    await office.json(putBackSheet.POST, "POST", { params: { sheetId } });
    expect((await sheetsOf(planSetId)).map(({ number }) => number).sort()).toEqual(["A-101", "A-102"]);
  });
  it("asked for twice or at once is taken away once, and all are answered alike", async () => {
    const sheetId = await addSheet(await newSet(), "A-101");
    const answers = await Promise.all(
      Array.from({ length: 5 }, () => statusOf(sheet.DELETE, "DELETE", { params: { sheetId } })),
    );
    expect(answers).toEqual([200, 200, 200, 200, 200]);
    const lines = (await logOf(asker.officeId, {}, 20)).filter(({ what }) => what === "sheet.taken-away");
    expect(lines.length).toBe(1);
  });
});

describe("a source drawing", () => {
  it("that stands on a sheet stays, and says on which; else it goes and comes back", async () => {
    const planSetId = await newSet();
    const { fileId } = await handedIn(office, planSetId);
    await inspectNow(fileId);
    const { id: sourceId } = await office.json<{ id: string }>(
      sources.POST,
      "POST",
      { params: { planSetId }, body: { fileId, title: "Plan", drawnAt: "1:50" } },
      201,
    );
    const sheetId = await addSheet(planSetId, "A-101");
    const placement = { sourceId, title: "Plan", placedAt: "1:50", xMm: 20, yMm: 20 };
    await office.json(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 1, placement } });
    expect(await complaint(source.DELETE, "DELETE", { params: { sourceId } })).toBe("This drawing is on sheet A-101.");
    await office.json(sheet.DELETE, "DELETE", { params: { sheetId } });
    await office.json(source.DELETE, "DELETE", { params: { sourceId } });
    expect(await sourcesOf(planSetId)).toEqual([]);
    expect((await binOf(asker)).map(({ kind }) => kind)).toEqual(["source", "sheet"]);
    // The sheet does not come back with a drawing that is not there.
    expect(await complaint(putBackSheet.POST, "POST", { params: { sheetId } })).toBe(
      "The drawing on this sheet, “Plan”, is in the bin.",
    );
    expect(await statusOf(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 2, placement } })).toBe(404);
    await office.json(putBackSource.POST, "POST", { params: { sourceId } });
    await office.json(putBackSheet.POST, "POST", { params: { sheetId } });
    expect((await sheetsOf(planSetId))[0]!.placement).toMatchObject({ sourceId });
  });
  it("is placed or taken away, never both, when two do it at once", async () => {
    const planSetId = await newSet();
    const { fileId } = await handedIn(office, planSetId);
    await inspectNow(fileId);
    for (let i = 0; i < 5; i++) {
      const { id: sourceId } = await office.json<{ id: string }>(
        sources.POST,
        "POST",
        { params: { planSetId }, body: { fileId, title: `Plan ${i}`, drawnAt: "1:50" } },
        201,
      );
      const sheetId = await addSheet(planSetId, `A-20${i}`);
      const placement = { sourceId, title: "Plan", placedAt: "1:50" };
      const [placed, taken] = await Promise.all([
        statusOf(sheet.PATCH, "PATCH", { params: { sheetId }, body: { version: 1, placement } }),
        statusOf(source.DELETE, "DELETE", { params: { sourceId } }),
      ]);
      expect([`${placed} ${taken}`]).toEqual([placed === 200 ? "200 409" : "404 200"]);
    }
  });
});

describe("a plan set that is moved to the bin", () => {
  it("takes its inspections out of sight, frees its name, and brings all back", async () => {
    const planSetId = await newSet();
    const { inspectionId, fileId } = await handedIn(office, planSetId);
    await inspectNow(fileId);
    const waiting = (await todayOf(asker)).waiting;
    expect(waiting.length).toBe(1);
    await office.json(planSet.DELETE, "DELETE", { params: { planSetId } });
    expect(await planSetsOf(asker)).toEqual([]);
    expect(await inspectionsOf(asker)).toEqual([]);
    expect((await todayOf(asker)).waiting).toEqual([]);
    expect(await find(asker, "plan.pdf")).toEqual([]);
    expect(await statusOf(inspection.GET, "GET", { params: { inspectionId } })).toBe(404);
    expect(await statusOf(oneFile.GET, "GET", { params: { fileId } })).toBe(404);
    const again = await newSet();
    expect(await complaint(putBackSet.POST, "POST", { params: { planSetId } })).toMatch(
      /another plan set called “Saltmarsh Ferry Landing”/,
    );
    await office.json(planSet.DELETE, "DELETE", { params: { planSetId: again } });
    await office.json(putBackSet.POST, "POST", { params: { planSetId } });
    expect((await todayOf(asker)).waiting).toEqual(waiting);
  });
  it("comes back once where two of a name are put back at once", async () => {
    const first = await newSet();
    await office.json(planSet.DELETE, "DELETE", { params: { planSetId: first } });
    const second = await newSet();
    await office.json(planSet.DELETE, "DELETE", { params: { planSetId: second } });
    const answers = await Promise.all(
      [first, second].map((planSetId) => statusOf(putBackSet.POST, "POST", { params: { planSetId } })),
    );
    expect(answers.sort()).toEqual([200, 409]);
    expect((await planSetsOf(asker)).length).toBe(1);
  });
  it("is in the bin of its office alone", async () => {
    const planSetId = await newSet();
    await office.json(planSet.DELETE, "DELETE", { params: { planSetId } });
    const elsewhere = { ...asker, officeId: await newOffice() };
    expect(await binOf(elsewhere)).toEqual([]);
  });
});

describe("what was handed in", () => {
  it("goes as a whole or file by file; what waits is stopped, and nothing of a file is lost", async () => {
    const { inspectionId, fileId } = await handedIn(office);
    await office.json(oneFile.DELETE, "DELETE", { params: { fileId } });
    expect(
      (await office.json<{ files: unknown[] }>(inspection.GET, "GET", { params: { inspectionId } })).files,
    ).toEqual([]);
    await office.json(putBackFile.POST, "POST", { params: { fileId } });
    const { files } = await office.json<{ files: { state: string }[] }>(inspection.GET, "GET", {
      params: { inspectionId },
    });
    // What was stopped is inspected after all.
    expect(files.map(({ state }) => state)).toEqual(["waiting"]);
    await office.json(inspection.DELETE, "DELETE", { params: { inspectionId } });
    expect(await inspectionsOf(asker)).toEqual([]);
    await office.json(putBackInspection.POST, "POST", { params: { inspectionId } });
    await inspectNow(fileId);
    expect((await office.json<{ state: string }>(oneFile.GET, "GET", { params: { fileId } })).state).toBe("done");
    expect((await inspectionsOf(asker)).map(({ files }) => files)).toEqual([1]);
  });
  it("by the office is not for somebody from outside to take away; what they handed in themselves is", async () => {
    const planSetId = await newSet();
    const theirs = await handedIn(office, planSetId);
    const guest = await newPerson(asker.officeId, "reader", "Ines Vole");
    await database.insert(planSetReaders).values({ planSetId, userId: guest.userId });
    const outside = await Browser.of(guest.email);
    expect(
      (await outside.send(inspection.DELETE, "DELETE", { params: { inspectionId: theirs.inspectionId } })).status,
    ).toBe(403);
    const own = await handedIn(outside, planSetId);
    await outside.json(inspection.DELETE, "DELETE", { params: { inspectionId: own.inspectionId } });
    const seen = { ...guest, planSets: [planSetId] };
    expect((await binOf(seen)).map(({ id }) => id)).toEqual([own.inspectionId]);
    // What a guest took away is the office's as well.
    expect((await binOf(asker)).map(({ who }) => who)).toEqual(["Ines Vole"]);
  });
});
