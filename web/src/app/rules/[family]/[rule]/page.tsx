import { notFound } from "next/navigation";
import { FAMILIES, RULE_BOOK, type Family } from "@hemstitch/core/rules";
import { RuleView } from "@/features/rules/RuleView";
import { may } from "@/server/access/roles";
import { asker } from "@/server/asker";
import { standardFor } from "@/server/queries/standard";

interface Params {
  readonly params: Promise<{ readonly family: string; readonly rule: string }>;
}

const described = async ({ params }: Params) => {
  const { family, rule } = await params;
  return RULE_BOOK.find((each) => each.id === `${family}/${rule}`);
};

export async function generateMetadata(props: Params) {
  return { title: (await described(props))?.title ?? "Rule" };
}

/** The page of a rule: what it measures and why, and how the edition in force has it. */
export default async function RulePage(props: Params) {
  const who = await asker("see");
  const rule = await described(props);
  if (!rule) notFound();
  const standard = await standardFor(who.officeId, null);
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
