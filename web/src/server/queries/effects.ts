import { and, desc, eq, inArray } from "drizzle-orm";
import { database } from "../database/client";
import { effects } from "../database/schema";

const columns = {
  id: effects.id,
  draftVersion: effects.draftVersion,
  edition: effects.edition,
  state: effects.state,
  progress: effects.progress,
  problem: effects.problem,
  result: effects.result,
  madeAt: effects.madeAt,
};

/** The newest answer to “what would this draft do?”. */
export async function newestEffect(officeId: string) {
  const [row] = await database()
    .select(columns)
    .from(effects)
    .where(eq(effects.officeId, officeId))
    .orderBy(desc(effects.madeAt))
    .limit(1);
  return row;
}

export async function effectRow(officeId: string, effectId: string) {
  const [row] = await database()
    .select(columns)
    .from(effects)
    .where(and(eq(effects.id, effectId), eq(effects.officeId, officeId)));
  return row;
}

export type EffectState = NonNullable<Awaited<ReturnType<typeof newestEffect>>>;

export async function askForEffect(officeId: string, draftVersion: number, edition: number): Promise<string> {
  const [made] = await database()
    .insert(effects)
    .values({ officeId, draftVersion, edition })
    .returning({ id: effects.id });
  if (!made) throw new Error("The question could not be stored.");
  return made.id;
}

export const cancelEffect = (officeId: string, effectId: string) =>
  database()
    .update(effects)
    .set({ state: "cancelled" })
    .where(
      and(eq(effects.id, effectId), eq(effects.officeId, officeId), inArray(effects.state, ["waiting", "working"])),
    )
    .returning({ id: effects.id });
