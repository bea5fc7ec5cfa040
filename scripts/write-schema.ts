import { mkdirSync, writeFileSync } from "node:fs";
import { standardJsonSchema } from "../core/src/standard/json-schema";

/** Writes the published JSON Schema of the office standard: `npm run schema`. */
const folder = new URL("../docs/schema/", import.meta.url);
mkdirSync(folder, { recursive: true });
writeFileSync(new URL("standard.schema.json", folder), `${JSON.stringify(standardJsonSchema(), null, 2)}\n`);
