import { familyName } from "../../../drawing";

/**
 * Heights of capitals of fonts that are in wide use, as a share of the size, by family. Measured on the outlines of their
 * H (versions of Debian 12; weights and slants of one family differ by less than 1 %); Helvetica, Courier, Times and Arial
 * from the published metrics of the standard 14 fonts and, for Arial, from memory.
 */
const KNOWN: Readonly<Record<string, number>> = {
  liberationsans: 0.688,
  liberationsansnarrow: 0.688,
  liberationserif: 0.6548,
  liberationmono: 0.6587,
  dejavusans: 0.729,
  dejavusanscondensed: 0.729,
  dejavusansmono: 0.729,
  dejavuserif: 0.729,
  dejavuserifcondensed: 0.729,
  freesans: 0.729,
  nimbussans: 0.729,
  nimbussansnarrow: 0.718,
  nimbusmonops: 0.563,
  nimbusroman: 0.662,
  barlow: 0.7,
  archivo: 0.686,
  splinesansmono: 0.727,
  helvetica: 0.718,
  courier: 0.562,
  times: 0.662,
  arial: 0.716,
};

/** The height of capitals of a font by its name; undefined for fonts that are not known. */
export const knownCapHeight = (name: string): number | undefined => {
  const family = familyName(name);
  return Object.hasOwn(KNOWN, family) ? KNOWN[family] : undefined;
};
