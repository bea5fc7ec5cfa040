CREATE TABLE "known_places" (
	"user_id" uuid NOT NULL,
	"place_hash" text NOT NULL,
	"last_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "known_places_user_id_place_hash_pk" PRIMARY KEY("user_id","place_hash")
);
--> statement-breakpoint
ALTER TABLE "inspections" ADD COLUMN "made_by" uuid;--> statement-breakpoint
ALTER TABLE "access_tokens" ADD COLUMN "role" text;--> statement-breakpoint
-- A token that was made before may do what its owner may now.
UPDATE "access_tokens" t SET "role" = coalesce((SELECT m."role" FROM "members" m WHERE m."user_id" = t."user_id" AND m."office_id" = t."office_id"), 'reader');--> statement-breakpoint
ALTER TABLE "access_tokens" ALTER COLUMN "role" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "signed_in_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "known_places" ADD CONSTRAINT "known_places_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inspections" ADD CONSTRAINT "inspections_made_by_users_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
-- Tries were counted under plain addresses; from now on under keyed hashes.
DELETE FROM "sign_in_attempts";
