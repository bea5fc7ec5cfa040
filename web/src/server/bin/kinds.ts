import { and, eq, isNull, sql, type SQL } from "drizzle-orm";
import type { PgColumn, PgTable } from "drizzle-orm/pg-core";
import type { Asker } from "../access/access";
import type { Need } from "../access/roles";
import { database, type Transaction } from "../database/client";
import { inspectedFiles, inspections, offices, planSets, sheets, sourceDrawings, users } from "../database/schema";
import type { Complaint } from "../base/answer";
import { inspectCancelled } from "../queries/hand-in";
import { cancelFiles, filesOf, mayCancel } from "../queries/inspections";
import { lockPlanSet } from "../queries/plan-sets";
import { isOfUsedPlanSet, within, type Scope } from "../queries/scope";

/** What can be put into the bin. */
export const BIN_KINDS = ["plan-set", "sheet", "source", "inspection", "file"] as const;
export type BinKind = (typeof BIN_KINDS)[number];

/** A thing that is in use, or in the bin. */
export interface Thing {
  readonly id: string;
  readonly name: string;
  /** What it belongs to: the plan set of a sheet, the inspection of a file. */
  readonly of: string | null;
  readonly planSetId: string | null;
  /** Who handed it in, where that counts. */
  readonly madeBy: string | null;
  readonly takenAt: Date | null;
  /** Who put it into the bin. */
  readonly who: string | null;
}

/** One kind of thing: where its rows stand, who may take one away, and what stands against that. */
export interface Kind {
  readonly table: PgTable & Columns;
  readonly need: Need;
  /** Rows that the asker sees, of things whose surroundings are in use. */
  readonly rows: (scope: Scope, where: SQL) => Promise<Thing[]>;
  /** Why a thing can't be taken away; asked within the transaction that takes it. */
  readonly keeps?: (on: Transaction, thing: Thing) => Promise<Complaint | undefined>;
  /** Why a thing can't be put back; asked within the transaction that puts it back. */
  readonly collides?: (on: Transaction, thing: Thing, asker: Asker) => Promise<Complaint | undefined>;
  /** What is to be stopped before a thing is taken away. */
  readonly stop?: (asker: Asker, thing: Thing) => Promise<unknown>;
  /** What goes on when it is back. */
  readonly goOn?: (on: Transaction, thing: Thing, asker: Asker) => Promise<unknown>;
}

interface Columns {
  readonly id: PgColumn;
  readonly takenAt: PgColumn;
}

/** What every kind says of a row. */
const ofRow = <I extends PgColumn, T extends PgColumn>({ id, takenAt }: { id: I; takenAt: T }) => ({
  id,
  takenAt,
  who: users.name,
});
const NOTHING = sql<string | null>`null`;
const ofPlanSet = { of: planSets.name, planSetId: planSets.id, madeBy: NOTHING };

const SET: Kind = {
  table: planSets,
  need: "edit-plan-set",
  rows: (scope, where) =>
    database()
      .select({ ...ofRow(planSets), ...ofPlanSet, name: planSets.name, of: NOTHING })
      .from(planSets)
      .leftJoin(users, eq(users.id, planSets.takenBy))
      .where(and(within(scope, planSets.officeId, planSets.id), where)),
  async collides(on, { name }, { officeId }) {
    // As where a set is made: sets of one office are named one after the other.
    await on.select({ id: offices.id }).from(offices).where(eq(offices.id, officeId)).for("update");
    const [same] = await on
      .select({ id: planSets.id })
      .from(planSets)
      .where(and(eq(planSets.officeId, officeId), eq(planSets.name, name), isNull(planSets.takenAt)));
    return (
      same && { message: `There is another plan set called “${name}” now.`, remedy: "Rename or remove that one first." }
    );
  },
};

const SHEET: Kind = {
  table: sheets,
  need: "edit-plan-set",
  rows: (scope, where) =>
    database()
      .select({
        ...ofRow(sheets),
        ...ofPlanSet,
        name: sql<string>`trim(${sheets.number} || ' ' || ${sheets.title})`,
      })
      .from(sheets)
      .innerJoin(planSets, eq(planSets.id, sheets.planSetId))
      .leftJoin(users, eq(users.id, sheets.takenBy))
      .where(and(within(scope, planSets.officeId, planSets.id), isNull(planSets.takenAt), where)),
  async collides(on, { id, planSetId }) {
    await lockPlanSet(on, planSetId ?? "");
    const [own] = await on
      .select({ number: sheets.number, placement: sheets.placement })
      .from(sheets)
      .where(eq(sheets.id, id));
    if (!own) return undefined;
    const [same] = await on
      .select({ id: sheets.id })
      .from(sheets)
      .where(and(eq(sheets.planSetId, planSetId ?? ""), eq(sheets.number, own.number), isNull(sheets.takenAt)));
    if (same)
      return { message: `The set has another sheet ${own.number} now.`, remedy: "Renumber or remove that one first." };
    const [source] = await on
      .select({ title: sourceDrawings.title, takenAt: sourceDrawings.takenAt })
      .from(sourceDrawings)
      .where(eq(sourceDrawings.id, own.placement?.sourceId ?? id));
    return source?.takenAt
      ? { message: `The drawing on this sheet, “${source.title}”, is in the bin.`, remedy: "Put that back first." }
      : undefined;
  },
};

const SOURCE: Kind = {
  table: sourceDrawings,
  need: "edit-plan-set",
  rows: (scope, where) =>
    database()
      .select({ ...ofRow(sourceDrawings), ...ofPlanSet, name: sourceDrawings.title })
      .from(sourceDrawings)
      .innerJoin(planSets, eq(planSets.id, sourceDrawings.planSetId))
      .leftJoin(users, eq(users.id, sourceDrawings.takenBy))
      .where(and(within(scope, planSets.officeId, planSets.id), isNull(planSets.takenAt), where)),
  async keeps(on, { id, planSetId }) {
    await lockPlanSet(on, planSetId ?? "");
    const placed = await on
      .select({ number: sheets.number })
      .from(sheets)
      .where(
        and(
          eq(sheets.planSetId, planSetId ?? ""),
          sql`${sheets.placement}->>'sourceId' = ${id}`,
          isNull(sheets.takenAt),
        ),
      )
      .orderBy(sheets.position);
    if (placed.length === 0) return undefined;
    const numbers = placed.map(({ number }) => number).join(", ");
    return {
      message: `This drawing is on ${placed.length === 1 ? "sheet" : "sheets"} ${numbers}.`,
      remedy: "Place another drawing there, or move the sheet to the bin first.",
    };
  },
};

const INSPECTION: Kind = {
  table: inspections,
  need: "hand-in",
  rows: (scope, where) =>
    database()
      .select({
        ...ofRow(inspections),
        name: inspections.name,
        of: planSets.name,
        planSetId: inspections.planSetId,
        madeBy: inspections.madeBy,
      })
      .from(inspections)
      .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
      .leftJoin(users, eq(users.id, inspections.takenBy))
      .where(and(within(scope, inspections.officeId, inspections.planSetId), isOfUsedPlanSet(), where)),
  stop: async (asker, { id }) => cancelFiles(asker, await filesOf(id)),
  goOn: (on, { id }, asker) => inspectCancelled(on, asker, eq(inspectedFiles.inspectionId, id)),
};

const FILE: Kind = {
  table: inspectedFiles,
  need: "hand-in",
  rows: (scope, where) =>
    database()
      .select({
        ...ofRow(inspectedFiles),
        name: inspectedFiles.name,
        of: inspections.name,
        planSetId: inspections.planSetId,
        madeBy: inspections.madeBy,
      })
      .from(inspectedFiles)
      .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
      .leftJoin(users, eq(users.id, inspectedFiles.takenBy))
      .where(
        and(
          within(scope, inspections.officeId, inspections.planSetId),
          isNull(inspections.takenAt),
          isOfUsedPlanSet(),
          where,
        ),
      ),
  stop: (asker, file) => cancelFiles(asker, [file]),
  goOn: (on, { id }, asker) => inspectCancelled(on, asker, eq(inspectedFiles.id, id)),
};

export const KINDS: Readonly<Record<BinKind, Kind>> = {
  "plan-set": SET,
  sheet: SHEET,
  source: SOURCE,
  inspection: INSPECTION,
  file: FILE,
};

/** Whether somebody may take a thing away, or put it back: who is from outside, only what they handed in themselves. */
export const mayTake = (asker: Asker, kind: BinKind, thing: Thing): boolean =>
  KINDS[kind].need !== "hand-in" || mayCancel(asker, thing);
