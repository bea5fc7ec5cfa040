CREATE TABLE "seals" (
	"office_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"about" text NOT NULL,
	"said" text NOT NULL,
	"seal" text NOT NULL,
	CONSTRAINT "seals_office_id_position_pk" PRIMARY KEY("office_id","position")
);
--> statement-breakpoint
CREATE TABLE "password_links" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"user_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "password_links_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "sign_in_waits" (
	"account" text NOT NULL,
	"address" text NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	"last_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sign_in_waits_account_address_pk" PRIMARY KEY("account","address")
);
--> statement-breakpoint
ALTER TABLE "office_files" ADD COLUMN "brought_by" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "asked_by" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "began_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "editions" ADD COLUMN "written" text;--> statement-breakpoint
ALTER TABLE "seals" ADD CONSTRAINT "seals_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "password_links" ADD CONSTRAINT "password_links_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "office_files" ADD CONSTRAINT "office_files_brought_by_users_id_fk" FOREIGN KEY ("brought_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_asked_by_users_id_fk" FOREIGN KEY ("asked_by") REFERENCES "public"."users"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "office_files_brought" ON "office_files" USING btree ("brought_by","since");--> statement-breakpoint
CREATE INDEX "jobs_began" ON "jobs" USING btree ("office_id","began_at");--> statement-breakpoint
ALTER TABLE "uploads" ADD COLUMN "begun_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
-- What a link of the chain says of a line of the log.
CREATE FUNCTION hemstitch_said(line change_log) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT jsonb_build_object(
    'id', line.id, 'at', to_char(line.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'), 'who', line.who,
    'what', line.what, 'entry', line.entry, 'before', line.before, 'after', line.after)::text
$$;
--> statement-breakpoint
-- And of an edition: who published it, when, why, and the SHA-256 of what was written.
CREATE FUNCTION hemstitch_said(edition editions) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT jsonb_build_object(
    'number', edition.number, 'written', encode(sha256(convert_to(edition.written, 'UTF8')), 'hex'),
    'digest', edition.digest, 'summary', edition.summary, 'publishedBy', edition.published_by,
    'publishedAt', to_char(edition.published_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'))::text
$$;
--> statement-breakpoint
-- Adds a link to the chain of an office. One transaction after the other: the lock is held until this one is stored.
CREATE FUNCTION hemstitch_add_seal(office uuid, what text, told text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  last seals%ROWTYPE;
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended('seals ' || office::text, 0));
  SELECT * INTO last FROM seals WHERE office_id = office ORDER BY position DESC LIMIT 1;
  INSERT INTO seals (office_id, position, about, said, seal) VALUES (
    office, coalesce(last.position, 0) + 1, what, told,
    encode(sha256(convert_to(coalesce(last.seal, '') || E'\n' || told, 'UTF8')), 'hex'));
END $$;
--> statement-breakpoint
CREATE FUNCTION hemstitch_seal_line() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM hemstitch_add_seal(NEW.office_id, 'log ' || NEW.id, hemstitch_said(NEW));
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION hemstitch_seal_edition() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM hemstitch_add_seal(NEW.office_id, 'edition ' || NEW.number, hemstitch_said(NEW));
  RETURN NULL;
END $$;
--> statement-breakpoint
-- At the end of a transaction, so that nobody waits for another's while they still change something.
CREATE CONSTRAINT TRIGGER change_log_chained AFTER INSERT ON change_log
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION hemstitch_seal_line();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER editions_chained AFTER INSERT ON editions
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION hemstitch_seal_edition();
--> statement-breakpoint
CREATE TRIGGER seals_sealed BEFORE UPDATE OR DELETE ON seals FOR EACH ROW EXECUTE FUNCTION hemstitch_refuse_change();
--> statement-breakpoint
CREATE TRIGGER seals_kept BEFORE TRUNCATE ON seals FOR EACH STATEMENT EXECUTE FUNCTION hemstitch_refuse_change();
--> statement-breakpoint
-- A function of the owner is nobody else's to call.
REVOKE ALL ON FUNCTION hemstitch_add_seal(uuid, text, text) FROM PUBLIC;
