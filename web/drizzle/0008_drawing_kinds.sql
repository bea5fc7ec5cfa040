ALTER TABLE "inspected_files" ADD COLUMN "kind" text;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD COLUMN "kinds" jsonb;