import type { OfficeStandard } from "../../src/standard";

/** The standard of an office that takes fonts that are not in the file: test lettering is Helvetica by published metrics. */
export function takingAnyFont<S extends Pick<OfficeStandard, "rules">>(standard: S): S {
  standard.rules = { ...standard.rules, "file/font-not-embedded": { severity: "off" } };
  return standard;
}
