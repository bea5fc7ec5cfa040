import { notFound } from "next/navigation";
import { FAMILIES, RULE_BOOK, type Family } from "@hemstitch/core/rules";
import { RuleView } from "@/features/rules/RuleView";
import { may } from "@/server/access/roles";
import { asker } from "@/server/forms/asker";
import { editionOf, standardFor } from "@/server/queries/standard";

interface Params {
  readonly params: Promise<{ readonly family: string; readonly rule: string }>;
  readonly searchParams: Promise<{ readonly edition?: string | readonly string[] }>;
}

const described = async ({ params }: Pick<Params, "params">) => {
  const { family, rule } = await params;
  return RULE_BOOK.find((each) => each.id === `${family}/${rule}`);
};

export async function generateMetadata(props: Params) {
  return { title: (await described(props))?.title ?? "Rule" };
}

/** The page of a rule: what it measures and why, and how the edition that was asked for, or the one in force, has it. */
export default async function RulePage(props: Params) {
  const who = await asker("see");
  const rule = await described(props);
  if (!rule) notFound();
  const { edition: written } = await props.searchParams;
  const named = typeof written === "string" && /^[1-9]\d{0,5}$/.test(written) ? Number(written) : undefined;
  const asked = named === undefined ? undefined : await editionOf(who.officeId, named);
  const standard = asked?.content ?? (await standardFor(who.officeId, null));
  return (
    <RuleView
      rule={rule}
      family={FAMILIES[rule.family as Family]}
      setting={standard.rules[rule.id] ?? {}}
      standardName={`${standard.name}, ${standard.edition === "draft" ? "draft" : `edition ${standard.edition}`}`}
      mayOpenChecks={may(who.role, "see-office")}
    />
  );
}
