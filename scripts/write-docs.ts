import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { rulePages } from "../core/src/report";
import { ALL_RULES, RULE_BOOK, settingsSchema } from "../core/src/rules";
import { standardJsonSchema } from "../core/src/standard/json-schema";

/** Writes what is derived from the code: the pages of the rules and the JSON Schema of a standard. `npm run docs`. */
const docs = new URL("../docs/", import.meta.url);
const [rules, schema] = [new URL("rules/", docs), new URL("schema/", docs)];
for (const folder of [rules, schema]) mkdirSync(folder, { recursive: true });
const pages = rulePages(RULE_BOOK);
for (const name of readdirSync(rules)) if (!pages.has(name)) rmSync(new URL(name, rules));
for (const [name, text] of pages) writeFileSync(new URL(name, rules), text);
const described = standardJsonSchema(settingsSchema(ALL_RULES));
writeFileSync(new URL("standard.schema.json", schema), `${JSON.stringify(described, null, 2)}\n`);
