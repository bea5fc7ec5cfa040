"use client";
import Box from "@mui/material/Box";
import dynamic from "next/dynamic";
import { useMemo, type ReactNode } from "react";
import {
  CHAPTERS,
  entriesOf,
  keyOf,
  LISTS,
  type ChapterId,
  type Entry,
  type ListName,
  type UnitStyleEntry,
} from "@hemstitch/core/standard/plain";
import { useAddressQuery } from "../shared/address-query";
import { NOTHING_YET } from "../shared/nothing-yet";
import { useDraft } from "./draft";
import { RemarkStrip } from "./RemarkStrip";
import { SideBySide } from "./StandardFrame";

// Each view loads what it shows; most show a register and an entry, which are large.
const OneOf = dynamic(() => import("../shared/OneOf").then((each) => each.OneOf), { loading: NOTHING_YET });
const EntryPanel = dynamic(() => import("./EntryPanel").then((each) => each.EntryPanel), { loading: NOTHING_YET });
const Register = dynamic(() => import("./register/Register").then((each) => each.Register), { loading: NOTHING_YET });
const LayerSide = dynamic(() => import("./layers/LayerSide"), { ssr: false });
const DimensionLengths = dynamic(() => import("./extras/DimensionLengths"), { ssr: false });
const WorkedLengths = dynamic(() => import("./extras/WorkedLengths"), { ssr: false });
const HatchScales = dynamic(() => import("./extras/HatchScales"), { ssr: false });
const TextHeights = dynamic(() => import("./extras/TextHeights"), { ssr: false });
const FontUpload = dynamic(() => import("./extras/FontUpload"), { ssr: false });
const PenSeries = dynamic(() => import("./extras/PenSeries"), { ssr: false });
const TitleBlockGrid = dynamic(() => import("./extras/TitleBlockGrid"), { ssr: false });
const LabelPattern = dynamic(() => import("./extras/LabelPattern"), { ssr: false });
const LegendOrder = dynamic(() => import("./extras/LegendOrder"), { ssr: false });
const ShowingChart = dynamic(() => import("./kinds/ShowingChart"), { loading: NOTHING_YET });
const KindPreview = dynamic(() => import("./kinds/KindPreview"), { ssr: false });
const SheetNumbers = dynamic(() => import("./extras/SheetNumbers"), { ssr: false });
const Library = dynamic(() => import("./library/Library"), { ssr: false });

/** Views of a chapter besides its registers. */
const FURTHER: Partial<
  Record<
    ChapterId,
    readonly { readonly id: string; readonly title: string; readonly view: (samples: readonly Sample[]) => ReactNode }[]
  >
> = {
  "drawing-kinds": [
    { id: "chart", title: "Showing chart", view: () => <ShowingChart /> },
    { id: "preview", title: "Preview", view: (samples) => <KindPreview samples={samples} /> },
  ],
  sheets: [{ id: "numbers", title: "Sheet numbers", view: () => <SheetNumbers /> }],
  codes: [{ id: "order", title: "Order of legends", view: () => <LegendOrder /> }],
  library: [{ id: "library", title: "Library", view: () => <Library /> }],
};

/** A kept drawing that kinds can be tried on. */
export interface Sample {
  readonly fileId: string;
  readonly name: string;
}

/** What stands in an entry's panel besides its properties. */
function moreOf(
  list: ListName,
): ((entry: Entry, set: (path: string, value: unknown) => void) => ReactNode) | undefined {
  switch (list) {
    case "unitStyles":
      return (entry) => <WorkedLengths units={entry as UnitStyleEntry} />;
    case "dimensionStyles":
      return (entry) => <DimensionLengths entry={entry} />;
    case "hatches":
      return (entry) => <HatchScales entry={entry} />;
    case "textStyles":
      return (entry) => <TextHeights entry={entry} />;
    case "fonts":
      return (_entry, set) => <FontUpload set={set} />;
    case "frames":
      return (entry, set) => <TitleBlockGrid entry={entry} set={set} />;
    case "labelPatterns":
      return (entry, set) => <LabelPattern key={String(entry["id"])} entry={entry} set={set} />;
    default:
      return undefined;
  }
}

/** One chapter: its registers, the entry that is chosen with its specimen, and the chapter's own views. */
export function ChapterView({ chapter, samples }: { chapter: ChapterId; samples: readonly Sample[] }) {
  const { standard } = useDraft();
  const lists = CHAPTERS.find((each) => each.id === chapter)?.lists ?? [];
  const further = FURTHER[chapter] ?? [];
  const views = [
    ...(chapter === "library" ? further.map((each) => each.id) : []),
    ...lists,
    ...(chapter === "library" ? [] : further.map((each) => each.id)),
  ];
  const [query, writeQuery] = useAddressQuery();
  const address = useMemo(() => new URLSearchParams(query), [query]);
  const view = address.get("view");
  const open = view !== null && views.includes(view) ? view : (views[0] ?? "");
  const list = (lists as readonly string[]).includes(open) ? (open as ListName) : undefined;
  const first = list && entriesOf(standard, list)[0];
  // Without a word of it in the address, the first entry; with an empty one, none.
  const chosen = address.get("entry") === "" ? null : (address.get("entry") ?? (first ? keyOf(list, first) : null));
  const adding = address.get("new") === "yes";
  const go = (to: Record<string, string>): void => writeQuery(new URLSearchParams(to).toString());
  const choose = (key: string | null): void => go({ view: open, entry: key ?? "" });
  return (
    <Box sx={{ height: "100%", display: "flex", flexDirection: "column", minHeight: 0 }}>
      {views.length > 1 && (
        <OneOf
          label="Parts of the chapter"
          options={views.map((id) => [
            id,
            (lists as readonly string[]).includes(id)
              ? LISTS[id as ListName].many
              : (further.find((each) => each.id === id)?.title ?? id),
          ])}
          value={open}
          onChange={(next) => go({ view: next })}
          sx={{ mb: 1.25 }}
        />
      )}
      <Box sx={{ flex: 1, minHeight: 0 }}>
        {list ? (
          <SideBySide
            {...(list === "layers" ? { wide: 460 } : {})}
            left={
              <Box sx={{ display: "flex", flexDirection: "column", height: "100%", minHeight: 0 }}>
                {list === "pens" && <PenSeries />}
                <Box sx={{ flex: 1, minHeight: 0 }}>
                  <Register
                    key={list}
                    list={list}
                    chosen={adding ? null : chosen}
                    onChoose={choose}
                    onAdd={() => go({ view: open, new: "yes" })}
                  />
                </Box>
                <RemarkStrip chapter={chapter} onChoose={(key) => key !== null && choose(key)} />
              </Box>
            }
            right={
              list === "layers" ? (
                <LayerSide chosen={chosen} adding={adding} onChoose={choose} />
              ) : (
                <EntryPanel list={list} chosen={chosen} adding={adding} onChoose={choose} more={moreOf(list)} />
              )
            }
          />
        ) : (
          further.find((each) => each.id === open)?.view(samples)
        )}
      </Box>
    </Box>
  );
}
