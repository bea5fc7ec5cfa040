import { FAMILIES, type Family } from "../rules";
import { figureInWords, type DescribedRule } from "../standard/plain";

/** The documents of the rules, made from what the rules say of themselves: by file name, in Markdown. */
export function rulePages(rules: readonly DescribedRule[]): ReadonlyMap<string, string> {
  return new Map([["README.md", contents(rules)], ...rules.map((rule) => [fileName(rule.id), page(rule)] as const)]);
}

const fileName = (id: string): string => `${id.replace("/", "-")}.md`;

const STAYS = "<!-- Written by `npm run docs` from the rule's own declaration. -->";

function contents(rules: readonly DescribedRule[]): string {
  const families = [...new Set(rules.map((rule) => rule.family))] as Family[];
  const sections = families.map((family) => {
    const rows = rules
      .filter((rule) => rule.family === family)
      .map(
        ({ id, title, severity, mends }) =>
          `| [${title}](${fileName(id)}) | ${severity} | ${mends ? "yes" : ""} | \`${id}\` |`,
      );
    return `## ${FAMILIES[family]}\n\n| what is found | counts as | mended by machine | rule |\n|---|---|---|---|\n${rows.join("\n")}\n`;
  });
  return `${STAYS}\n# Rules\n\nOne page a rule: what it measures, why, right and wrong, what it can't see, and how it is mended.\n\n${sections.join("\n")}`;
}

const SCOPES: Readonly<Record<DescribedRule["scope"], string>> = {
  page: "Each page is judged by itself.",
  file: "The pages of a file are judged together.",
  set: "The sheets of a set are held against each other.",
};

function page(rule: DescribedRule): string {
  const { id, title, severity, scope, needs, reads, parameters, page: said } = rule;
  const part = (name: string, words: string): string => `**${name}** ${words}\n`;
  const figures = parameters.map(
    (each) =>
      `| ${each.title} | \`${each.name}\` | ${figureInWords(each.usual, each.unit)} | ${figureInWords(each.least, each.unit)} to ${figureInWords(each.most, each.unit)} | ${each.sentence} |`,
  );
  return [
    `${STAYS}\n# ${title}\n`,
    `\`${id}\`. Counts as **${severity}** unless an edition says otherwise. ${SCOPES[scope]}\n`,
    part("Measures.", said.measures),
    part("Why.", said.why),
    part("Right.", said.right),
    part("Wrong.", said.wrong),
    part("Can't see.", said.cannotSee),
    part("Mend.", said.mend),
    ...(needs.length > 0 ? [part("Needs.", `${needs.join(", ")}; without them it is *not judged*.`)] : []),
    ...(reads.length > 0 ? [`**Reads.**\n\n${reads.map((each) => `- ${each}`).join("\n")}\n`] : []),
    ...(figures.length > 0
      ? [
          `**Figures that an edition may set.**\n\n| figure | in the standard | usual | from, to | what it decides |\n|---|---|---|---|---|\n${figures.join("\n")}\n`,
        ]
      : []),
  ].join("\n");
}
