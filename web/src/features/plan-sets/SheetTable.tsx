import Box from "@mui/material/Box";
import Link from "next/link";
import { BinButton } from "../bin/BinButton";
import { Empty } from "../shared/Empty";
import { PlainTable } from "../shared/PlainTable";
import { CODE_FONT } from "../shell/theme";
import type { SheetRow } from "./rows";

/** The register of a set as a table. */
export function SheetTable({
  planSetId,
  sheets,
  mayEdit,
}: {
  planSetId: string;
  sheets: readonly SheetRow[];
  mayEdit: boolean;
}) {
  if (sheets.length === 0)
    return (
      <Empty>
        Sheets are what goes out: each has a number and a title, one of the standard&apos;s frames, and drawings placed
        at their scale. Say a title and choose a frame below; the next free number is given.
      </Empty>
    );
  return (
    <PlainTable head={["Number", "Title", "Frame", "Scale", "Rev.", "Title block", ...(mayEdit ? ["Bin"] : [])]}>
      {sheets.map((sheet) => (
        <tr key={sheet.id}>
          <td>
            <Box
              component={Link}
              href={`/plan-sets/${planSetId}/sheets/${sheet.id}`}
              sx={{ fontFamily: CODE_FONT, color: "primary.main" }}
            >
              {sheet.number}
            </Box>
          </td>
          <td>{sheet.title}</td>
          <td>{sheet.frame}</td>
          <td>{sheet.scale ?? "nothing placed"}</td>
          <td>{sheet.revision || "–"}</td>
          <td>{sheet.empty === 0 ? "filled" : `${sheet.empty} empty`}</td>
          {mayEdit && (
            <td>
              <BinButton name={`sheet ${sheet.number}`} path={`/api/sheets/${sheet.id}`} />
            </td>
          )}
        </tr>
      ))}
    </PlainTable>
  );
}
