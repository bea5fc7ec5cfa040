CREATE TABLE "change_log" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"office_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"who" text NOT NULL,
	"what" text NOT NULL,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
CREATE TABLE "files" (
	"sha256" text PRIMARY KEY NOT NULL,
	"bytes" "bytea" NOT NULL,
	"size" integer NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "inspected_files" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"inspection_id" uuid NOT NULL,
	"name" text NOT NULL,
	"sha256" text NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"progress" real DEFAULT 0 NOT NULL,
	"alive_at" timestamp with time zone,
	"problem" text,
	"remedy" text,
	"pages" integer,
	"layers" jsonb,
	"stated_scale" text,
	"standard_name" text,
	"findings" jsonb,
	"not_judged" jsonb,
	"stops" integer DEFAULT 0 NOT NULL,
	"mends" integer DEFAULT 0 NOT NULL,
	"notes" integer DEFAULT 0 NOT NULL,
	"drawing" "bytea",
	"mend_state" text,
	"mend_problem" text,
	"mended_sha256" text,
	"mended_drawing" "bytea",
	"mended" jsonb,
	"left_findings" jsonb,
	"finished_at" timestamp with time zone,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "inspections" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"office_id" uuid NOT NULL,
	"plan_set_id" uuid,
	"name" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "offices" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plan_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"office_id" uuid NOT NULL,
	"name" text NOT NULL,
	"units" text NOT NULL,
	"particulars" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sheets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"plan_set_id" uuid NOT NULL,
	"number" text NOT NULL,
	"title" text NOT NULL,
	"frame" text NOT NULL,
	"revision" text DEFAULT '' NOT NULL,
	"placement" jsonb,
	"position" integer DEFAULT 0 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "source_drawings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"plan_set_id" uuid NOT NULL,
	"title" text NOT NULL,
	"file_name" text NOT NULL,
	"sha256" text NOT NULL,
	"drawn_at" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "standards" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"office_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "standards_office_id_unique" UNIQUE("office_id")
);
--> statement-breakpoint
ALTER TABLE "change_log" ADD CONSTRAINT "change_log_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD CONSTRAINT "inspected_files_inspection_id_inspections_id_fk" FOREIGN KEY ("inspection_id") REFERENCES "public"."inspections"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD CONSTRAINT "inspected_files_sha256_files_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."files"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD CONSTRAINT "inspected_files_mended_sha256_files_sha256_fk" FOREIGN KEY ("mended_sha256") REFERENCES "public"."files"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspections" ADD CONSTRAINT "inspections_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspections" ADD CONSTRAINT "inspections_plan_set_id_plan_sets_id_fk" FOREIGN KEY ("plan_set_id") REFERENCES "public"."plan_sets"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sets" ADD CONSTRAINT "plan_sets_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_plan_set_id_plan_sets_id_fk" FOREIGN KEY ("plan_set_id") REFERENCES "public"."plan_sets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source_drawings" ADD CONSTRAINT "source_drawings_plan_set_id_plan_sets_id_fk" FOREIGN KEY ("plan_set_id") REFERENCES "public"."plan_sets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source_drawings" ADD CONSTRAINT "source_drawings_sha256_files_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."files"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standards" ADD CONSTRAINT "standards_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "change_log_office" ON "change_log" USING btree ("office_id","at");--> statement-breakpoint
CREATE INDEX "inspected_files_inspection" ON "inspected_files" USING btree ("inspection_id");--> statement-breakpoint
CREATE INDEX "inspected_files_state" ON "inspected_files" USING btree ("state");--> statement-breakpoint
CREATE INDEX "inspections_office" ON "inspections" USING btree ("office_id","made_at");--> statement-breakpoint
CREATE INDEX "sheets_plan_set" ON "sheets" USING btree ("plan_set_id");--> statement-breakpoint
CREATE INDEX "source_drawings_plan_set" ON "source_drawings" USING btree ("plan_set_id");