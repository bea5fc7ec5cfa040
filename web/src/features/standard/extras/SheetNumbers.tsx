"use client";
import Box from "@mui/material/Box";
import { useDraft } from "../draft";
import { NameTester } from "../layers/NameTester";
import { SchemeEditor } from "../SchemeEditor";

const NONE: readonly string[] = [];

/** The scheme of sheet numbers, and a tester. */
export default function SheetNumbers() {
  const { standard, mayEdit, edit } = useDraft();
  const scheme = standard.naming.sheets;
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 4, height: "100%", overflow: "auto", pt: 1 }}>
      <SchemeEditor
        scheme={scheme}
        mayEdit={mayEdit}
        onStore={(next) => edit({ of: "scheme", which: "sheets", scheme: next })}
      />
      <Box>
        <NameTester scheme={scheme} register={NONE} />
      </Box>
    </Box>
  );
}
