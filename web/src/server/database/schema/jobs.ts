import { sql } from "drizzle-orm";
import { index, integer, jsonb, pgTable, real, text, uuid } from "drizzle-orm/pg-core";
import { at, id, made } from "./columns";
import { officeId, users } from "./people";

export const JOB_STATES = ["waiting", "working", "done", "failed", "cancelled"] as const;
export type JobState = (typeof JOB_STATES)[number];

/** Kind of the jobs that judge a file by what is in force now. */
export const JUDGE_AGAIN = "judge-again";

/** Work that is done beside requests, of every kind. What it is for names it. */
export const jobs = pgTable(
  "jobs",
  {
    id: id(),
    officeId: officeId(),
    /** Who asked for it; nobody is said where the demo did, or before that was kept. */
    askedBy: uuid("asked_by").references(() => users.id, { onDelete: "set null" }),
    kind: text("kind").notNull(),
    /** What it was asked to do; a job that is taken up again does the same. */
    args: jsonb("args").notNull(),
    state: text("state").$type<JobState>().notNull().default("waiting"),
    /** 0–1. */
    progress: real("progress").notNull().default(0),
    /** A working job says so every second; one that falls silent is taken up again. */
    aliveAt: at("alive_at"),
    /** How often it was begun. Whoever works on it names the number, so that nobody writes for another. */
    attempts: integer("attempts").notNull().default(0),
    /** When it was begun last: whose turn is next goes by that. */
    beganAt: at("began_at"),
    problem: text("problem"),
    remedy: text("remedy"),
    madeAt: made(),
    finishedAt: at("finished_at"),
  },
  (table) => [
    index("jobs_state").on(table.state, table.madeAt),
    index("jobs_began").on(table.officeId, table.beganAt),
    // Asked of every file of an inspection that is looked at while something in it is under way.
    index("jobs_judge_again")
      .on(sql`(${table.args}->>'fileId')`)
      .where(sql`${table.kind} = 'judge-again'`),
  ],
);

/** The job that makes what a row holds. */
export const jobId = (name = "job_id") => uuid(name).references(() => jobs.id);
