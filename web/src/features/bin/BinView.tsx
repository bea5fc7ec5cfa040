"use client";
import Button from "@mui/material/Button";
import type { BinKind } from "@/server/bin/kinds";
import { Empty } from "../shared/Empty";
import { Page } from "../shared/Page";
import { PlainTable } from "../shared/PlainTable";
import { useBin } from "./use-bin";

export interface BinItem {
  readonly kind: BinKind;
  readonly id: string;
  readonly name: string;
  readonly of: string | null;
  readonly who: string | null;
  /** When it was taken away, as ISO 8601. */
  readonly takenAt: string;
}

const KIND_WORDS: Readonly<Record<BinKind, string>> = {
  "plan-set": "plan set",
  sheet: "sheet",
  source: "source drawing",
  inspection: "inspection",
  file: "inspected file",
};

/** Where things are asked for, by their kind. */
const PATHS: Readonly<Record<BinKind, string>> = {
  "plan-set": "/api/plan-sets",
  sheet: "/api/sheets",
  source: "/api/sources",
  inspection: "/api/inspections",
  file: "/api/inspected",
};

/** What was taken away: by whom, when, and a way back for each. */
export function BinView({ items }: { items: readonly BinItem[] }) {
  const { putBack } = useBin();
  return (
    <Page title="Bin" lead="Nothing here is lost. You can put each item back where it was.">
      {items.length === 0 ? (
        <Empty>
          The bin is empty. Plan sets, sheets, source drawings, inspections and inspected files that are moved to the
          bin are kept here.
        </Empty>
      ) : (
        <PlainTable label="Bin" head={["Name", "Kind", "Belongs to", "Moved here by", "When", "Action"]}>
          {items.map((item) => (
            <tr key={`${item.kind} ${item.id}`}>
              <td style={{ overflowWrap: "anywhere" }}>{item.name}</td>
              <td>{KIND_WORDS[item.kind]}</td>
              <td>{item.of ?? "–"}</td>
              <td>{item.who ?? "–"}</td>
              <td>{new Date(item.takenAt).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}</td>
              <td>
                <Button
                  size="small"
                  aria-label={`Put ${item.name} back`}
                  onClick={() => void putBack(`${PATHS[item.kind]}/${item.id}`)}
                  sx={{ my: -0.5 }}
                >
                  Put back
                </Button>
              </td>
            </tr>
          ))}
        </PlainTable>
      )}
    </Page>
  );
}
