/**
 * The library reads in one thread and paints in another, and copies every step of a page from one to the other. A page
 * of 200,000 strokes has a million steps, and the copying takes longer than the reading. Here both are in one thread
 * (as the library does it where there are no others), and steps are handed over as they are.
 */
import { WorkerMessageHandler } from "pdfjs-dist/build/pdf.worker.mjs";
import { StrokeJoiner, type Steps } from "./joined-strokes";

Object.assign(globalThis, { pdfjsWorker: { WorkerMessageHandler } });

/** Steps of a page, as the library's reader hands them to its painter. */
interface Handed {
  readonly chunk: Steps;
}

const areSteps = (value: unknown): value is Handed =>
  Array.isArray((value as Partial<Handed> | null)?.chunk?.fnArray) &&
  Array.isArray((value as Partial<Handed> | null)?.chunk?.argsArray);

const copyOf = globalThis.structuredClone.bind(globalThis);
const joiner = new StrokeJoiner();

globalThis.structuredClone = <T>(value: T, options?: StructuredSerializeOptions): T => {
  if (!areSteps(value)) return copyOf(value, options);
  // The reader empties its two lists for the next steps as soon as it has handed them over: these are new ones.
  const { chunk } = value;
  const { fnArray, argsArray } = joiner.joined(chunk);
  return { ...value, chunk: { ...chunk, fnArray, argsArray, length: fnArray.length } };
};
