import {
  PDFArray,
  PDFDict,
  PDFName,
  PDFNumber,
  PDFObject,
  PDFStream,
  type PDFHexString,
  type PDFString,
} from "@cantoo/pdf-lib";

/** Short ways of asking a PDF dictionary, each giving undefined for what is missing or of another type. */
export const dictOf = (value: PDFObject | undefined): PDFDict | undefined => {
  if (value instanceof PDFDict) return value;
  return value instanceof PDFStream ? value.dict : undefined;
};

/** The entry itself, a reference where it is one. */
export const rawAt = (dict: PDFDict | undefined, key: string): PDFObject | undefined => dict?.get(PDFName.of(key));

export const lookup = (dict: PDFDict | undefined, key: string): PDFObject | undefined => dict?.lookup(PDFName.of(key));

export const dictAt = (dict: PDFDict | undefined, key: string): PDFDict | undefined => dictOf(lookup(dict, key));

export const nameAt = (dict: PDFDict | undefined, key: string): string | undefined => {
  const value = lookup(dict, key);
  return value instanceof PDFName ? value.decodeText() : undefined;
};

export const numberAt = (dict: PDFDict | undefined, key: string): number | undefined => {
  const value = lookup(dict, key);
  return value instanceof PDFNumber ? value.asNumber() : undefined;
};

/** The elements of an array, references followed; none where it isn't one. */
export const arrayAt = (dict: PDFDict | undefined, key: string): PDFObject[] => elements(lookup(dict, key));

export function elements(value: PDFObject | undefined): PDFObject[] {
  if (!(value instanceof PDFArray)) return [];
  return Array.from({ length: value.size() }, (_, i) => value.lookup(i)).filter((each) => each !== undefined);
}

export const numbersAt = (dict: PDFDict | undefined, key: string): number[] => numbersOf(lookup(dict, key));

export const numbersOf = (value: PDFObject | undefined): number[] =>
  elements(value).map((each) => (each instanceof PDFNumber ? each.asNumber() : NaN));

/** Text of a PDF string, whichever way it is written; undefined for anything else. */
export function textOf(value: PDFObject | undefined): string | undefined {
  return value && "decodeText" in value ? (value as PDFString | PDFHexString | PDFName).decodeText() : undefined;
}
