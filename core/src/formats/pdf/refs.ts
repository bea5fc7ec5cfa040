import { PDFArray, PDFDict, PDFRef, PDFStream, type PDFContext, type PDFObject } from "@cantoo/pdf-lib";

/** The reference that a tag (`12 0 R`) stands for. */
export const refOf = (tag: string): PDFRef => {
  const [number = "0", generation = "0"] = tag.split(" ");
  return PDFRef.of(Number(number), Number(generation));
};

/** Replaces references by others everywhere in a file; the objects referred to are let go. */
export function replaceRefs(context: PDFContext, replaced: ReadonlyMap<string, PDFRef>): void {
  if (replaced.size === 0) return;
  for (const [, object] of context.enumerateIndirectObjects()) replaceIn(object, replaced);
  for (const tag of replaced.keys()) context.delete(refOf(tag));
}

function replaceIn(object: PDFObject, replaced: ReadonlyMap<string, PDFRef>): void {
  if (object instanceof PDFStream) return replaceIn(object.dict, replaced);
  if (object instanceof PDFDict) {
    for (const [key, value] of object.entries()) {
      const fresh = value instanceof PDFRef ? replaced.get(value.tag) : undefined;
      if (fresh) object.set(key, fresh);
      else if (!(value instanceof PDFRef)) replaceIn(value, replaced);
    }
  } else if (object instanceof PDFArray) replaceInArray(object, replaced);
}

/** Lists of layers hold each layer once. */
function replaceInArray(array: PDFArray, replaced: ReadonlyMap<string, PDFRef>): void {
  for (let i = array.size() - 1; i >= 0; i--) {
    const value = array.get(i);
    const fresh = value instanceof PDFRef ? replaced.get(value.tag) : undefined;
    if (!fresh) {
      if (!(value instanceof PDFRef)) replaceIn(value, replaced);
      continue;
    }
    if (array.asArray().some((each, at) => at !== i && each === fresh)) array.remove(i);
    else array.set(i, fresh);
  }
}
