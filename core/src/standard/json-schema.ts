import { validationMetadatasToSchemas } from "class-validator-jsonschema";
import { nestedClass, type Make } from "../base/instance";
import { WholeStandard } from "./model";

/**
 * The JSON Schema of the standard's JSON, from the same decorators that check it; `rules` is that of
 * what it may say of rules. For publishing and for tests; the application itself checks with class-validator, which knows more.
 */
export function standardJsonSchema(rules: Record<string, unknown>): Record<string, unknown> {
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: {
      findTypeMetadata: typeOf,
      findExcludeMetadata: () => undefined,
      getExposedMetadatas: () => [],
    } as never,
    refPointerPrefix: "#/$defs/",
  }) as Record<string, Record<string, unknown>>;
  const { [WholeStandard.name]: root, ...parts } = schemas;
  return {
    $schema: "http://json-schema.org/draft-07/schema#",
    title: "Hemstitch office standard",
    ...root,
    properties: { $schema: { type: "string" }, ...(root?.["properties"] as object), rules },
    additionalProperties: false,
    $defs: parts,
  };
}

/** The class of a nested value, in the form in which the library asks for it. */
function typeOf(owner: Make, property: string): { readonly typeFunction: () => Make } | undefined {
  const nested = nestedClass(owner, property);
  return nested && { typeFunction: () => nested };
}
