CREATE TABLE "file_pieces" (
	"stored" uuid NOT NULL,
	"position" bigint NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "file_pieces_stored_position_pk" PRIMARY KEY("stored","position")
);
--> statement-breakpoint
CREATE TABLE "office_files" (
	"office_id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "office_files_office_id_sha256_pk" PRIMARY KEY("office_id","sha256")
);
--> statement-breakpoint
CREATE TABLE "uploads" (
	"id" uuid PRIMARY KEY NOT NULL,
	"office_id" uuid NOT NULL,
	"user_id" uuid NOT NULL,
	"size" bigint,
	"sha256" text,
	"received" bigint DEFAULT 0 NOT NULL,
	"last_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "files" ADD COLUMN "stored" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "files" ALTER COLUMN "stored" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "office_files" ADD CONSTRAINT "office_files_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "office_files" ADD CONSTRAINT "office_files_sha256_files_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."files"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "uploads" ADD CONSTRAINT "uploads_office_id_offices_id_fk" FOREIGN KEY ("office_id") REFERENCES "public"."offices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "uploads" ADD CONSTRAINT "uploads_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "files" ADD CONSTRAINT "files_stored_unique" UNIQUE("stored");--> statement-breakpoint
-- Drawings don't pack well, and a packed value can't be read piece by piece.
ALTER TABLE "file_pieces" ALTER COLUMN "bytes" SET STORAGE EXTERNAL;--> statement-breakpoint
-- Files that were kept whole are cut into pieces of a megabyte.
DO $$
DECLARE
  file record;
  whole bytea;
  place bigint;
BEGIN
  FOR file IN SELECT sha256, stored, size FROM files LOOP
    -- Joined with nothing, the value stands in memory; cut where it stands it would be unpacked anew for each piece.
    SELECT bytes || ''::bytea INTO whole FROM files WHERE sha256 = file.sha256;
    place := 0;
    WHILE place < length(whole) LOOP
      INSERT INTO file_pieces (stored, position, bytes) VALUES (file.stored, place, substring(whole FROM place::int + 1 FOR 1048576));
      place := place + 1048576;
    END LOOP;
  END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE "files" DROP COLUMN "bytes";--> statement-breakpoint
-- An office has the files that were handed in to it or mended for it, and those that its standard names.
INSERT INTO "office_files" ("office_id", "sha256")
SELECT DISTINCT "office_id", "sha256" FROM (
  SELECT i."office_id", f."sha256" FROM "inspected_files" f JOIN "inspections" i ON i."id" = f."inspection_id"
  UNION ALL SELECT i."office_id", f."mended_sha256" FROM "inspected_files" f JOIN "inspections" i ON i."id" = f."inspection_id"
  UNION ALL SELECT p."office_id", s."sha256" FROM "source_drawings" s JOIN "plan_sets" p ON p."id" = s."plan_set_id"
  UNION ALL SELECT "office_id", jsonb_path_query("content", '$.fonts[*].sha256') #>> '{}' FROM "standards"
  UNION ALL SELECT "office_id", jsonb_path_query("content", '$.frames[*].items[*].sha256') #>> '{}' FROM "standards"
  UNION ALL SELECT "office_id", jsonb_path_query("content", '$.fonts[*].sha256') #>> '{}' FROM "editions"
  UNION ALL SELECT "office_id", jsonb_path_query("content", '$.frames[*].items[*].sha256') #>> '{}' FROM "editions"
) AS named WHERE "sha256" IN (SELECT "sha256" FROM "files");--> statement-breakpoint
-- What belongs to a file is never altered; what is still on its way may be given up.
CREATE FUNCTION hemstitch_keep_pieces() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' OR EXISTS (SELECT FROM files WHERE stored = (CASE TG_OP WHEN 'DELETE' THEN OLD.stored ELSE NEW.stored END)) THEN
    RAISE EXCEPTION 'Pieces of files are never changed' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;--> statement-breakpoint
CREATE TRIGGER file_pieces_sealed BEFORE INSERT OR UPDATE OR DELETE ON file_pieces FOR EACH ROW EXECUTE FUNCTION hemstitch_keep_pieces();--> statement-breakpoint
CREATE TRIGGER file_pieces_kept BEFORE TRUNCATE ON file_pieces FOR EACH STATEMENT EXECUTE FUNCTION hemstitch_refuse_change();--> statement-breakpoint
CREATE TRIGGER files_kept BEFORE TRUNCATE ON files FOR EACH STATEMENT EXECUTE FUNCTION hemstitch_refuse_change();--> statement-breakpoint
CREATE TRIGGER change_log_kept BEFORE TRUNCATE ON change_log FOR EACH STATEMENT EXECUTE FUNCTION hemstitch_refuse_change();
