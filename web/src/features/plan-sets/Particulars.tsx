"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { useKept } from "../shared/use-kept";
import type { ParticularField, PlanSetFacts } from "./rows";

/** The facts that fill the title blocks of every sheet. */
export function Particulars({
  planSet,
  fields,
  mayEdit,
}: {
  planSet: PlanSetFacts;
  fields: readonly ParticularField[];
  mayEdit: boolean;
}) {
  const router = useRouter();
  const notice = useNotice();
  const [typed, setTyped, forget] = useKept<Record<string, string>>(
    `particulars ${planSet.id} ${planSet.version}`,
    () => ({}),
  );
  const values: Record<string, string> = { ...planSet.particulars, ...typed };
  const changed = fields.some(({ field }) => (values[field] ?? "") !== (planSet.particulars[field] ?? ""));
  const save = async (): Promise<void> => {
    try {
      await sendJson("PATCH", `/api/plan-sets/${planSet.id}`, { version: planSet.version, particulars: values });
      forget();
      notice("The particulars are stored; every sheet of the set is filled from them.");
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ display: "flex", flexDirection: "column", gap: 1.5, pt: 0.5 }}
    >
      {fields.map(({ field, label }) => {
        const empty = (values[field] ?? "").trim() === "";
        return (
          <TextField
            key={field}
            label={label}
            value={values[field] ?? ""}
            onChange={({ target: { value } }) => setTyped((was) => ({ ...was, [field]: value }))}
            color={empty ? "secondary" : "primary"}
            focused={empty && mayEdit ? true : undefined}
            helperText={empty ? "empty on every sheet" : undefined}
            slotProps={{ htmlInput: { maxLength: 4000, readOnly: !mayEdit } }}
            // The colour of the edge says that it is empty; as a colour of letters it is too pale.
            sx={{ "& .MuiInputLabel-root.Mui-focused": { color: "text.primary" } }}
          />
        );
      })}
      {mayEdit && (
        <Button type="submit" variant="contained" disabled={!changed}>
          Store particulars
        </Button>
      )}
    </Box>
  );
}
