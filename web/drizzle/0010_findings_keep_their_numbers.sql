ALTER TABLE "findings" ADD COLUMN "turn" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "findings" ADD COLUMN "elsewhere" jsonb;