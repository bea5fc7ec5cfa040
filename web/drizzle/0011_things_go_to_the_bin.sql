ALTER TABLE "inspected_files" ADD COLUMN "taken_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD COLUMN "taken_by" uuid;--> statement-breakpoint
ALTER TABLE "inspections" ADD COLUMN "taken_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "inspections" ADD COLUMN "taken_by" uuid;--> statement-breakpoint
ALTER TABLE "plan_sets" ADD COLUMN "taken_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "plan_sets" ADD COLUMN "taken_by" uuid;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "taken_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "taken_by" uuid;--> statement-breakpoint
ALTER TABLE "source_drawings" ADD COLUMN "taken_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "source_drawings" ADD COLUMN "taken_by" uuid;--> statement-breakpoint
ALTER TABLE "inspected_files" ADD CONSTRAINT "inspected_files_taken_by_users_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspections" ADD CONSTRAINT "inspections_taken_by_users_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sets" ADD CONSTRAINT "plan_sets_taken_by_users_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_taken_by_users_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source_drawings" ADD CONSTRAINT "source_drawings_taken_by_users_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;