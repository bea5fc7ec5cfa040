import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import * as one from "../../src/app/api/effect/[effectId]/route";
import * as effect from "../../src/app/api/effect/route";
import type { Asker } from "../../src/server/access/access";
import { planSets } from "../../src/server/database/schema";
import { runNow } from "../../src/server/jobs/run";
import { closeThreads } from "../../src/server/work/threads";
import { addMember } from "../../src/server/people/accounts";
import { publish } from "../../src/server/queries/editions";
import { effectRow } from "../../src/server/queries/effects";
import { editDraft, editList } from "../../src/server/queries/change-draft";
import { draftOf } from "../../src/server/queries/standard";
import { on, onePage } from "../../../core/test/support/raw-pdf";
import { Browser, database, inspectNow, newOffice, newPerson, pool, waitingFile } from "../support";

let ida: Asker;
let orrin: Asker;
let [idaAnywhere, orrinAnywhere]: [Browser, Browser] = [undefined!, undefined!];
let officeId = "";
let coordinator: Browser;
let drafter: Browser;
beforeAll(async () => {
  const home = await newOffice();
  ida = await newPerson(home, "coordinator");
  orrin = await newPerson(home, "drafter");
  [idaAnywhere, orrinAnywhere] = [await Browser.of(ida.email), await Browser.of(orrin.email)];
});
beforeEach(async () => {
  officeId = await newOffice();
  await addMember(database, officeId, ida.userId, "coordinator");
  await addMember(database, officeId, orrin.userId, "drafter");
  [coordinator, drafter] = [idaAnywhere.in(officeId), orrinAnywhere.in(officeId)];
});
afterAll(async () => {
  await closeThreads();
  await pool.end();
});

interface Told {
  readonly effect: {
    readonly id: string;
    readonly state: string;
    readonly progress: number;
    readonly draftVersion: number;
    readonly edition: number;
    readonly result: {
      readonly drawings: number;
      readonly sets: readonly { planSet: string; gained: number; lost: number }[];
      readonly changes: readonly { part: string; entry: string; gained: number; lost: number }[];
    } | null;
  } | null;
}
const published = async (): Promise<void> => {
  const { version } = await draftOf(officeId);
  await publish({ officeId, who: "Ida Fenn" }, "First.", version);
};
const asked = (): Promise<{ id: string }> => coordinator.json(effect.POST, "POST", {}, 202);
const answered = async (id: string): Promise<void> => runNow(database, (await effectRow(officeId, id))!.jobId);
const told = (): Promise<Told> => drafter.json<Told>(effect.GET, "GET");
const setPen = async (name: string, pen: string): Promise<void> => {
  const was = (await draftOf(officeId)).content.layers.find((layer) => layer.name === name)! as never;
  await editList({ officeId, who: "Ida Fenn" }, "layers", [{ key: name, was, entry: { ...(was as object), pen } }]);
};
const drawn = (layer: string, width: number): Uint8Array =>
  onePage({ layers: [layer], content: on(0, `${width} w 10 10 m 90 10 l S 10 20 m 90 20 l S`) });
const kept = async (planSet: string, ...files: Uint8Array[]): Promise<void> => {
  const [set] = await database
    .insert(planSets)
    .values({ officeId, name: planSet, units: "metric" })
    .returning({ id: planSets.id });
  // A file of the same name is a newer version of the same drawing, and the older one is not judged.
  for (const [i, bytes] of files.entries())
    await inspectNow(await waitingFile(officeId, bytes, { planSetId: set!.id, name: `${i}.pdf` }));
};

describe("what would this draft do?", () => {
  it("is not asked before anything is published", async () => {
    expect((await told()).effect).toBeNull();
    const answer = await coordinator.json<{ remedy: string }>(effect.POST, "POST", {}, 409);
    expect(answer.remedy).toContain("Publish a first edition");
  });
  it("is asked by the coordinator, and its answer seen by who draws too", async () => {
    await published();
    expect((await drafter.send(effect.POST, "POST")).status).toBe(403);
    const { id } = await asked();
    expect((await told()).effect).toMatchObject({ id, state: "waiting", edition: 1, draftVersion: 1, result: null });
    await answered(id);
    expect((await told()).effect).toMatchObject({ id, state: "done", progress: 1 });
  });
  it("is told per plan set and per change: findings that come and that go", async () => {
    await published();
    await kept("Ferry landing", drawn("A-GLAZ", 0.25), drawn("A-DOOR", 0.35));
    await kept("Clinic", drawn("A-DOOR", 0.5));
    await setPen("A-GLAZ", "0.18");
    await setPen("A-DOOR", "0.5");
    const { id } = await asked();
    await answered(id);
    const { result } = (await told()).effect!;
    expect(result!.drawings).toBe(3);
    expect(result!.sets.map(({ planSet, gained, lost }) => [planSet, gained, lost]).sort()).toEqual([
      ["Clinic", 0, 1],
      ["Ferry landing", 2, 0],
    ]);
    expect(result!.changes.map(({ entry, gained, lost }) => [entry, gained, lost]).sort()).toEqual([
      ["A-DOOR", 1, 1],
      ["A-GLAZ", 1, 0],
    ]);
  });
  it("of a rule that is turned off is that its findings go", async () => {
    await published();
    await kept("Ferry landing", drawn("walls", 0.5));
    await editDraft({ officeId, who: "Ida Fenn" }, { of: "rules", rules: { "layer/malformed": { severity: "off" } } });
    const { id } = await asked();
    await answered(id);
    expect((await told()).effect!.result!.sets).toMatchObject([{ planSet: "Ferry landing", gained: 0, lost: 1 }]);
  });
  it("of a draft that changes nothing is nothing", async () => {
    await published();
    await kept("Ferry landing", drawn("walls", 0.3));
    const { id } = await asked();
    await answered(id);
    const { result } = (await told()).effect!;
    expect(result!.changes).toEqual([]);
    expect(result!.sets.reduce((sum, set) => sum + set.gained + set.lost, 0)).toBe(0);
  });
  it("is cancelled while it waits; an answer that is there stays", async () => {
    await published();
    const first = await asked();
    const cancel = (id: string) =>
      coordinator.json<{ cancelled: number }>(one.DELETE, "DELETE", { params: { effectId: id } });
    expect(await cancel(first.id)).toEqual({ cancelled: 1 });
    await answered(first.id);
    expect((await told()).effect).toMatchObject({ state: "cancelled", result: null });
    const second = await asked();
    await answered(second.id);
    expect(await cancel(second.id)).toEqual({ cancelled: 0 });
    expect(await drafter.json<Told>(one.GET, "GET", { params: { effectId: second.id } })).toMatchObject({
      effect: { state: "done" },
    });
  });
  it("of another office is not there", async () => {
    await published();
    const { id } = await asked();
    const stranger = await Browser.of((await newPerson(await newOffice(), "coordinator")).email);
    for (const method of ["GET", "DELETE"] as const)
      expect((await stranger.send(one[method], method, { params: { effectId: id } })).status).toBe(404);
  });
});
