import {
  PDFArray,
  PDFBool,
  PDFDict,
  PDFHexString,
  PDFName,
  PDFNull,
  PDFNumber,
  PDFRawStream,
  type PDFContext,
  type PDFObject,
  PDFRef,
} from "@cantoo/pdf-lib";
import { hexText } from "../syntax/serialise";
import { Dict, List, Name, Ref, type ObjectSource, type Value } from "../syntax/values";

/** Entries that lead from a part of a page back to the page, and so to all pages. */
const LEADS_BACK = new Set(["Parent", "StructParents", "StructParent"]);

const escaped = (name: string): string => name.replaceAll("#", "#23");

/** Takes objects of a file that was read over into one that is being written, each once. */
export class ObjectCopier {
  private readonly copies = new Map<number, PDFRef>();
  /** Objects that were referred to and are not copied yet: chains of them may be long. */
  private readonly waiting: number[] = [];

  constructor(
    private readonly source: ObjectSource,
    private readonly context: PDFContext,
    /** References in place of copies, by number of the source's object. */
    private readonly instead: ReadonlyMap<number, PDFRef> = new Map(),
  ) {}

  /** A copy of a value, with all that it refers to. */
  copy(value: Value): PDFObject {
    const copy = this.shallow(value);
    for (let number = this.waiting.pop(); number !== undefined; number = this.waiting.pop())
      this.context.assign(this.copies.get(number)!, this.shallow(this.source.object(number)));
    return copy;
  }

  private shallow(value: Value): PDFObject {
    if (value === null) return PDFNull;
    if (typeof value === "boolean") return value ? PDFBool.True : PDFBool.False;
    if (typeof value === "number") return PDFNumber.of(value);
    if (value instanceof Uint8Array) return PDFHexString.of(hexText(value));
    if (value instanceof Name) return PDFName.of(escaped(value.text));
    if (value instanceof Ref) return this.reference(value.number);
    if (value instanceof List) return this.list(value);
    if (value instanceof Dict) return this.dict(value);
    return PDFRawStream.of(this.dict(value.dict), value.packed);
  }

  private reference(number: number): PDFRef {
    const known = this.instead.get(number) ?? this.copies.get(number);
    if (known) return known;
    const ref = this.context.nextRef();
    this.copies.set(number, ref);
    this.waiting.push(number);
    return ref;
  }

  private list({ items }: List): PDFArray {
    const array = PDFArray.withContext(this.context);
    for (const item of items) array.push(this.shallow(item));
    return array;
  }

  private dict({ entries }: Dict): PDFDict {
    const dict = PDFDict.withContext(this.context);
    for (const [key, value] of entries)
      if (!LEADS_BACK.has(key)) dict.set(PDFName.of(escaped(key)), this.shallow(value));
    return dict;
  }
}
