"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useDeferredValue, useMemo, useState } from "react";
import { remarks, type ChapterId, type OfficeStandard } from "@hemstitch/core/standard/plain";
import { useDraft } from "./draft";

/** What the standard's checks against itself say of a chapter; closed until asked for. */
export function RemarkStrip({ chapter, onChoose }: { chapter: ChapterId; onChoose: (key: string | null) => void }) {
  const { standard } = useDraft();
  // The register is shown first; thousands of names take a moment to compare.
  const settled = useDeferredValue<OfficeStandard | null>(standard, null);
  const found = useMemo(
    () => (settled ? remarks(settled).filter((remark) => remark.chapter === chapter) : []),
    [settled, chapter],
  );
  const [open, setOpen] = useState(false);
  if (found.length === 0) return null;
  return (
    <Box sx={{ borderTop: "1px dashed", borderColor: "divider", fontSize: 13 }}>
      <Button onClick={() => setOpen(!open)} aria-expanded={open} sx={{ color: "mend.main" }}>
        {found.length} {found.length === 1 ? "thing" : "things"} to look at
      </Button>
      {open && (
        <Box component="ul" sx={{ m: 0, pl: 2.5, maxHeight: 150, overflow: "auto", pb: 1 }}>
          {found.map((remark, i) => (
            <li key={i}>
              {remark.message}{" "}
              {remark.key !== undefined && (
                <Button
                  size="small"
                  sx={{ py: 0, minWidth: 0, fontSize: 12 }}
                  onClick={() => onChoose(remark.key ?? null)}
                >
                  Show
                </Button>
              )}
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}
