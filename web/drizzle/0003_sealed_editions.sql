-- Published editions are never altered.
CREATE TRIGGER editions_sealed BEFORE UPDATE OR DELETE ON editions FOR EACH ROW EXECUTE FUNCTION hemstitch_refuse_change();
--> statement-breakpoint
CREATE TRIGGER editions_kept BEFORE TRUNCATE ON editions FOR EACH STATEMENT EXECUTE FUNCTION hemstitch_refuse_change();
