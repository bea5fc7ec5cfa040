import { RULES } from "../../rules";
import { figureInWords, severityIn, type OfficeStandard } from "../../standard";
import { valueOf } from "../../recognise/parameter";
import { listed } from "../../base/words";
import { TEXT_WIDTH_MM, type Flow } from "./flow";

const TITLE_MM = 90;
const COUNTS_MM = 42;
const FIGURE_MM = 52;
const VALUE_MM = 22;

/** How drawings are judged by the standard: what each rule counts as, and how near is near enough. */
export function checks(flow: Flow, standard: OfficeStandard): void {
  const { defaultLayers } = standard.naming;
  flow.heading("Checks", 1);
  flow.paragraph(
    "What stops must be put right before a sheet is issued. What is to be mended is wrong, but may go out with a waiver. A note is worth knowing.",
  );
  if (defaultLayers.length > 0)
    flow.paragraph(`Nothing belongs on the layers that files bring of themselves: ${listed(defaultLayers)}.`);
  flow.table(
    [
      { title: "What is found", widthMm: TITLE_MM },
      { title: "Counts as", widthMm: COUNTS_MM },
      { title: "Rule", widthMm: TEXT_WIDTH_MM - TITLE_MM - COUNTS_MM },
    ],
    RULES.map((rule) => {
      const counts = severityIn(standard, rule);
      const usually = counts === rule.severity ? "" : ` (usually ${rule.severity})`;
      return [rule.title, `${counts === "off" ? "not judged" : counts}${usually}`, rule.id];
    }),
  );
  flow.heading("How near is near enough", 2);
  flow.table(
    [
      { title: "Figure", widthMm: FIGURE_MM },
      { title: "Here", widthMm: VALUE_MM },
      { title: "What it decides", widthMm: TEXT_WIDTH_MM - FIGURE_MM - VALUE_MM },
    ],
    RULES.flatMap(({ parameters }) =>
      parameters.map((each) => [each.title, figureInWords(valueOf(standard, each), each.unit), each.sentence]),
    ),
  );
}
