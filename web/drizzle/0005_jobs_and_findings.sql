CREATE TABLE "drawings" (
	"sha256" text NOT NULL,
	"version" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"read_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "drawings_sha256_version_pk" PRIMARY KEY("sha256","version")
);
--> statement-breakpoint
CREATE TABLE "findings" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"file_id" uuid NOT NULL,
	"look" text NOT NULL,
	"number" integer NOT NULL,
	"key" text NOT NULL,
	"rule" text NOT NULL,
	"severity" text NOT NULL,
	"page" integer NOT NULL,
	"layer" text,
	"message" text NOT NULL,
	"measured" jsonb,
	"expected" jsonb,
	"unit" text,
	"mend" text,
	"suggestions" jsonb,
	"count" integer NOT NULL,
	"box_mm" jsonb NOT NULL,
	"places_mm" jsonb NOT NULL,
	"shapes" jsonb,
	CONSTRAINT "findings_number" UNIQUE("file_id","look","number")
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"office_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"args" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"progress" real DEFAULT 0 NOT NULL,
	"alive_at" timestamp with time zone,
	"attempts" integer DEFAULT 0 NOT NULL,
	"problem" text,
	"remedy" text,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"finished_at" timestamp with time zone
);
--> statement-breakpoint
DROP INDEX "inspected_files_state";--> statement-breakpoint
ALTER TABLE "effects" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD COLUMN "unread" jsonb;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD COLUMN "mend_job_id" uuid;--> statement-breakpoint
ALTER TABLE "drawings" ADD CONSTRAINT "drawings_sha256_files_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."files"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "findings" ADD CONSTRAINT "findings_file_id_inspected_files_id_fk" FOREIGN KEY ("file_id") REFERENCES "public"."inspected_files"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "findings_rule" ON "findings" USING btree (split_part("rule", '/', 1));--> statement-breakpoint
CREATE INDEX "findings_key" ON "findings" USING btree ("key");--> statement-breakpoint
CREATE INDEX "jobs_state" ON "jobs" USING btree ("state","made_at");--> statement-breakpoint
-- Each file gets the job that inspected it, and the one that mended it; what was under way begins anew.
-- A job is told by the row it was made for, so that this is done in one pass.
UPDATE "inspected_files" SET "job_id" = gen_random_uuid(), "mend_job_id" = CASE WHEN "mend_state" IS NULL THEN NULL ELSE gen_random_uuid() END;--> statement-breakpoint
UPDATE "effects" SET "job_id" = gen_random_uuid();--> statement-breakpoint
INSERT INTO "jobs" ("id", "office_id", "kind", "args", "state", "progress", "problem", "remedy", "made_at", "finished_at")
SELECT f."job_id", i."office_id", 'inspect-file', jsonb_build_object('fileId', f."id"),
  CASE WHEN f."state" = 'working' THEN 'waiting' ELSE f."state" END,
  CASE WHEN f."state" = 'done' THEN 1 ELSE 0 END, f."problem", f."remedy", f."made_at", f."finished_at"
FROM "inspected_files" f JOIN "inspections" i ON i."id" = f."inspection_id";--> statement-breakpoint
-- A mend under way did not keep which findings it was to mend: taken up again it would mend them all.
INSERT INTO "jobs" ("id", "office_id", "kind", "args", "state", "progress", "problem", "remedy", "made_at", "finished_at")
SELECT f."mend_job_id", i."office_id", 'mend-file', jsonb_build_object('fileId', f."id"),
  CASE WHEN f."mend_state" IN ('waiting', 'working') THEN 'failed' ELSE f."mend_state" END,
  CASE WHEN f."mend_state" = 'done' THEN 1 ELSE 0 END,
  CASE WHEN f."mend_state" IN ('waiting', 'working') THEN 'Hemstitch was brought to a newer version while this was under way.' ELSE f."mend_problem" END,
  CASE WHEN f."mend_state" IN ('waiting', 'working') THEN 'Mend the file again.' END, f."made_at", f."finished_at"
FROM "inspected_files" f JOIN "inspections" i ON i."id" = f."inspection_id" WHERE f."mend_job_id" IS NOT NULL;--> statement-breakpoint
INSERT INTO "jobs" ("id", "office_id", "kind", "args", "state", "progress", "problem", "made_at")
SELECT "job_id", "office_id", 'effect-of-draft', jsonb_build_object('effectId', "id"),
  CASE WHEN "state" = 'working' THEN 'waiting' ELSE "state" END,
  CASE WHEN "state" = 'done' THEN 1 ELSE 0 END, "problem", "made_at"
FROM "effects";--> statement-breakpoint
-- Findings become rows. Those of before have no key yet: they get one of their own, which the next look replaces.
INSERT INTO "findings" ("file_id", "look", "number", "key", "rule", "severity", "page", "layer", "message", "measured", "expected", "unit", "mend", "suggestions", "count", "box_mm", "places_mm")
SELECT f."id", looked.look, looked.number, substr(md5(concat_ws(' ', f."id", looked.look, looked.number)), 1, 16),
  looked.row->>'rule', looked.row->>'severity', (looked.row->>'page')::int, looked.row->>'layer', looked.row->>'message',
  looked.row->'measured', looked.row->'expected', looked.row->>'unit', looked.row->>'mend', looked.row->'suggestions',
  (looked.row->>'count')::int, looked.row->'atMm', coalesce(looked.row->'placesMm', '[]'::jsonb)
FROM "inspected_files" f
CROSS JOIN LATERAL (
  SELECT 'received' AS look, number, row FROM jsonb_array_elements(coalesce(f."findings", '[]'::jsonb)) WITH ORDINALITY AS had(row, number)
  UNION ALL
  SELECT 'mended', number, row FROM jsonb_array_elements(coalesce(f."left_findings", '[]'::jsonb)) WITH ORDINALITY AS had(row, number)
) AS looked;--> statement-breakpoint
-- Kept drawings were of an earlier reader: they are read again from their files when somebody wants them.
ALTER TABLE "effects" ALTER COLUMN "job_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "inspected_files" ALTER COLUMN "job_id" SET NOT NULL;--> statement-breakpoint
-- The queue of before; its jobs stand in the table of jobs now.
DROP SCHEMA IF EXISTS pgboss CASCADE;--> statement-breakpoint
ALTER TABLE "effects" ADD CONSTRAINT "effects_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD CONSTRAINT "inspected_files_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD CONSTRAINT "inspected_files_mend_job_id_jobs_id_fk" FOREIGN KEY ("mend_job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "inspected_files_job" ON "inspected_files" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "inspected_files_sha256" ON "inspected_files" USING btree ("sha256");--> statement-breakpoint
ALTER TABLE "effects" DROP COLUMN "state";--> statement-breakpoint
ALTER TABLE "effects" DROP COLUMN "progress";--> statement-breakpoint
ALTER TABLE "effects" DROP COLUMN "alive_at";--> statement-breakpoint
ALTER TABLE "effects" DROP COLUMN "problem";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "state";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "progress";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "alive_at";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "problem";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "remedy";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "findings";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "drawing";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "mend_state";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "mend_problem";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "mended_drawing";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "left_findings";--> statement-breakpoint
ALTER TABLE "inspected_files" DROP COLUMN "finished_at";