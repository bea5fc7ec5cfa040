-- Custom SQL migration file, put your code below! ---- Files as received and the log of changes are never altered.
CREATE FUNCTION hemstitch_refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'Rows of % are never changed', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER files_sealed BEFORE UPDATE OR DELETE ON files FOR EACH ROW EXECUTE FUNCTION hemstitch_refuse_change();
--> statement-breakpoint
CREATE TRIGGER change_log_sealed BEFORE UPDATE OR DELETE ON change_log FOR EACH ROW EXECUTE FUNCTION hemstitch_refuse_change();
