import { RULES } from "../../rules";
import type { OfficeStandard } from "../../standard";
import { TEXT_WIDTH_MM, type Flow } from "./flow";

const percent = (share: number): string => `${Number((share * 100).toFixed(2))} %`;

const ID_MM = 44;
const COUNTS_MM = 40;

/** How drawings are judged by the standard: what each rule counts as, and how near is near enough. */
export function checks(flow: Flow, { rules, tolerances, naming }: OfficeStandard): void {
  flow.heading("Checks", 1);
  flow.paragraph(
    `A measured value is a finding where it is off by more than ${tolerances.widthMm} mm in a line's width, ${percent(tolerances.heightShare)} of the height of lettering, ${percent(tolerances.dashShare)} of a dash or gap, or ${tolerances.sheetMm} mm in the size of a sheet.`,
  );
  if (naming.defaultLayers.length > 0)
    flow.paragraph(
      `Layers that files bring of themselves, on which nothing belongs: ${naming.defaultLayers.join(", ")}.`,
    );
  flow.table(
    [
      { title: "Rule", widthMm: ID_MM },
      { title: "What it says of a drawing", widthMm: TEXT_WIDTH_MM - ID_MM - COUNTS_MM },
      { title: "Counts as", widthMm: COUNTS_MM },
    ],
    RULES.map(({ meta: { id, title, severity } }) => {
      const said = rules[id]?.severity;
      const counts = said === "off" ? "not judged" : (said ?? severity);
      return [id, title, said === undefined || said === severity ? counts : `${counts} (usually ${severity})`];
    }),
  );
}
