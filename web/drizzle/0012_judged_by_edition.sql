ALTER TABLE "inspected_files" ADD COLUMN "judged_by" text;--> statement-breakpoint
-- What each was judged by was settled among the arguments of the job that inspected it.
UPDATE "inspected_files" SET "judged_by" = "jobs"."args"->>'by' FROM "jobs" WHERE "jobs"."id" = "inspected_files"."job_id" AND "jobs"."state" = 'done';
