import { FAMILIES, RULE_BOOK, type Family } from "@hemstitch/core/rules";
import { figureInWords } from "@hemstitch/core/standard/plain";
import { UsageError } from "../usage-error";

/** Lists the rules: for people by family, for programs as the contract has it. */
export function runRules({ format }: { readonly format: string }): number {
  if (format !== "text" && format !== "json") throw new UsageError(`--format takes text or json, not “${format}”.`);
  process.stdout.write(format === "json" ? `${JSON.stringify(asJson(), null, 2)}\n` : asText());
  return 0;
}

const asJson = () =>
  RULE_BOOK.map(({ id, family, severity, scope, title, parameters, mends }) => ({
    id,
    family,
    severity,
    scope,
    title,
    parameters: parameters.map(({ name, unit, usual, least, most }) => ({ name, unit, usual, least, most })),
    ...(mends ? { mends } : {}),
  }));

function asText(): string {
  const lines = [...new Set(RULE_BOOK.map((rule) => rule.family))].flatMap((family) => [
    FAMILIES[family as Family],
    ...RULE_BOOK.filter((rule) => rule.family === family).flatMap(({ id, severity, title, parameters, mends }) => [
      `  ${title}  (${id}, ${severity}${mends ? ", mended by machine" : ""})`,
      ...parameters.map(
        ({ name, title: called, usual, unit, least, most }) =>
          `      ${name}: ${called.toLowerCase()} ${figureInWords(usual, unit)}, from ${figureInWords(least, unit)} to ${figureInWords(most, unit)}`,
      ),
    ]),
    "",
  ]);
  return lines.join("\n");
}
