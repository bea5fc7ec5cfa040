import { CODE_GROUPS } from "../model/choices";
import { SHEET_NUMBERS } from "../../naming";
import { STANDARD_FORMAT, type OfficeStandard } from "../model";
import { emptyLists } from "../lists";
import { DEFAULT_LAYERS } from "./published";

/** A standard that nobody has begun: every register empty, names of layers put together of nothing yet. */
export const blankStandard = (name: string, units: OfficeStandard["units"] = "metric"): OfficeStandard => ({
  format: STANDARD_FORMAT,
  name,
  edition: "draft",
  units,
  naming: {
    layers: { id: "own", title: "Own names", source: "", separator: "-", filler: "", fields: [], examples: [] },
    sheets: JSON.parse(JSON.stringify(SHEET_NUMBERS)) as OfficeStandard["naming"]["sheets"],
    defaultLayers: [...DEFAULT_LAYERS],
  },
  ...emptyLists(),
  showing: {},
  legendOrder: [...CODE_GROUPS],
  rules: {},
});
