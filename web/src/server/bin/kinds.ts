import { and, eq, isNotNull, isNull, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Asker } from "../access/access";
import type { Need } from "../access/roles";
import { database, type Transaction } from "../database/client";
import { inspectedFiles, inspections, planSets, sheets, sourceDrawings, users } from "../database/schema";
import type { Complaint } from "../base/answer";
import { cancelFiles, filesOf, mayCancel } from "../queries/inspections";
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

/** One kind of thing: how its rows are found, who may take one away, and what stands against that. */
export interface Kind {
  readonly need: Need;
  /** Rows that the asker sees, of things whose surroundings are in use; `where` is of the kind's own table. */
  readonly rows: (scope: Scope, where: (columns: Columns) => SQL | undefined) => Promise<Thing[]>;
  /** Why a thing can't be taken away; asked within the transaction that takes it. */
  readonly keeps?: (on: Transaction, thing: Thing) => Promise<Complaint | undefined>;
  /** Why a thing can't be put back. */
  readonly collides?: (on: Transaction, thing: Thing, asker: Asker) => Promise<Complaint | undefined>;
  /** What is to be stopped first. */
  readonly before?: (asker: Asker, thing: Thing) => Promise<unknown>;
  /** Takes it away or puts it back; no row where somebody has done so already. */
  readonly mark: (on: Transaction, id: string, taken: Taken) => Promise<readonly unknown[]>;
}

interface Columns {
  readonly id: PgColumn;
  readonly takenAt: PgColumn;
}

export interface Taken {
  readonly takenAt: Date | null;
  readonly takenBy: string | null;
}

/** What is taken away was in use until then, and what is put back was not: one of two who do it at once did. */
const was = ({ takenAt }: Columns, values: Taken): SQL => (values.takenAt ? isNull(takenAt) : isNotNull(takenAt));

const NOBODY = sql<string | null>`null`;
const nobody = { madeBy: NOBODY };
const planSet = { of: planSets.name, planSetId: planSets.id };

/** Sheets of one set are numbered one after the other; so are sets named. */
const lockSet = (on: Transaction, planSetId: string): Promise<unknown> =>
  on.select({ id: planSets.id }).from(planSets).where(eq(planSets.id, planSetId)).for("update");

const SET: Kind = {
  need: "edit-plan-set",
  rows: (scope, where) =>
    database()
      .select({
        id: planSets.id,
        takenAt: planSets.takenAt,
        who: users.name,
        name: planSets.name,
        of: NOBODY,
        planSetId: planSets.id,
        ...nobody,
      })
      .from(planSets)
      .leftJoin(users, eq(users.id, planSets.takenBy))
      .where(and(within(scope, planSets.officeId, planSets.id), where(planSets))),
  async collides(on, { name }, { officeId }) {
    const [same] = await on
      .select({ id: planSets.id })
      .from(planSets)
      .where(and(eq(planSets.officeId, officeId), eq(planSets.name, name), isNull(planSets.takenAt)));
    return same && { message: `There is a plan set “${name}” again.`, remedy: "Give that one another name first." };
  },
  mark: (on, id, values) =>
    on
      .update(planSets)
      .set(values)
      .where(and(eq(planSets.id, id), was(planSets, values)))
      .returning({ id: planSets.id }),
};

const SHEET: Kind = {
  need: "edit-plan-set",
  rows: (scope, where) =>
    database()
      .select({
        id: sheets.id,
        takenAt: sheets.takenAt,
        who: users.name,
        name: sql<string>`trim(${sheets.number} || ' ' || ${sheets.title})`,
        ...planSet,
        ...nobody,
      })
      .from(sheets)
      .innerJoin(planSets, eq(planSets.id, sheets.planSetId))
      .leftJoin(users, eq(users.id, sheets.takenBy))
      .where(and(within(scope, planSets.officeId, planSets.id), isNull(planSets.takenAt), where(sheets))),
  async collides(on, { id, planSetId }) {
    await lockSet(on, planSetId ?? "");
    const [own] = await on.select({ number: sheets.number }).from(sheets).where(eq(sheets.id, id));
    const number = own?.number ?? "";
    const [same] = await on
      .select({ id: sheets.id })
      .from(sheets)
      .where(and(eq(sheets.planSetId, planSetId ?? ""), eq(sheets.number, number), isNull(sheets.takenAt)));
    return (
      same && { message: `The set has another sheet ${number} by now.`, remedy: "Give that one another number first." }
    );
  },
  mark: (on, id, values) =>
    on
      .update(sheets)
      .set(values)
      .where(and(eq(sheets.id, id), was(sheets, values)))
      .returning({ id: sheets.id }),
};

const SOURCE: Kind = {
  need: "edit-plan-set",
  rows: (scope, where) =>
    database()
      .select({
        id: sourceDrawings.id,
        takenAt: sourceDrawings.takenAt,
        who: users.name,
        name: sourceDrawings.title,
        ...planSet,
        ...nobody,
      })
      .from(sourceDrawings)
      .innerJoin(planSets, eq(planSets.id, sourceDrawings.planSetId))
      .leftJoin(users, eq(users.id, sourceDrawings.takenBy))
      .where(and(within(scope, planSets.officeId, planSets.id), isNull(planSets.takenAt), where(sourceDrawings))),
  async keeps(on, { id, planSetId }) {
    await lockSet(on, planSetId ?? "");
    const on_ = await on
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
    if (on_.length === 0) return undefined;
    const numbers = on_.map(({ number }) => number).join(", ");
    return {
      message: `This drawing stands on ${on_.length === 1 ? "sheet" : "sheets"} ${numbers}.`,
      remedy: "Place another drawing there, or move the sheet to the bin first.",
    };
  },
  mark: (on, id, values) =>
    on
      .update(sourceDrawings)
      .set(values)
      .where(and(eq(sourceDrawings.id, id), was(sourceDrawings, values)))
      .returning({ id: sourceDrawings.id }),
};

const INSPECTION: Kind = {
  need: "hand-in",
  rows: (scope, where) =>
    database()
      .select({
        id: inspections.id,
        takenAt: inspections.takenAt,
        who: users.name,
        name: inspections.name,
        of: planSets.name,
        planSetId: inspections.planSetId,
        madeBy: inspections.madeBy,
      })
      .from(inspections)
      .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
      .leftJoin(users, eq(users.id, inspections.takenBy))
      .where(and(within(scope, inspections.officeId, inspections.planSetId), isOfUsedPlanSet(), where(inspections))),
  before: async (asker, { id }) => cancelFiles(asker, await filesOf(id)),
  mark: (on, id, values) =>
    on
      .update(inspections)
      .set(values)
      .where(and(eq(inspections.id, id), was(inspections, values)))
      .returning({ id: inspections.id }),
};

const FILE: Kind = {
  need: "hand-in",
  rows: (scope, where) =>
    database()
      .select({
        id: inspectedFiles.id,
        takenAt: inspectedFiles.takenAt,
        who: users.name,
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
          where(inspectedFiles),
        ),
      ),
  before: (asker, file) => cancelFiles(asker, [file]),
  mark: (on, id, values) =>
    on
      .update(inspectedFiles)
      .set(values)
      .where(and(eq(inspectedFiles.id, id), was(inspectedFiles, values)))
      .returning({ id: inspectedFiles.id }),
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
