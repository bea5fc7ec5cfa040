import { megabytes } from "../../base/words";
import { overLimit, ReadError } from "../limits";
import type { Budget } from "./budget";
import { lzw, ascii85, hexadecimal, runLength, unpredicted, type Decoder, type Prediction } from "./filters";
import { dictOf, elements, lookup, numberAt } from "./objects";
import { Name, Stream, type Dict, type Value } from "./syntax/values";

/** The filters of a stream in the order in which they are undone, each with its parameters. */
function filtersOf(dict: Dict): { name: string; parameters: Dict | undefined }[] {
  const filter = lookup(dict, "Filter") ?? lookup(dict, "F");
  const parameters = lookup(dict, "DecodeParms") ?? lookup(dict, "DP");
  if (filter instanceof Name) return [{ name: filter.text, parameters: dictOf(parameters) }];
  const each = elements(parameters);
  return elements(filter).map((name, i) => ({
    name: name instanceof Name ? name.text : "",
    parameters: dictOf(each[i]),
  }));
}

/** Unpacked content that is kept for the next time, bytes. */
const MOST_KEPT = 64 * 2 ** 20;

/** Streams that are drawn many times, each unpacked once while there is room. */
export class StreamCache {
  private readonly known = new Map<number, Uint8Array>();
  private kept = 0;

  constructor(private readonly budget: Budget) {}

  contentOf(stream: Stream): Uint8Array {
    const known = this.known.get(stream.number);
    if (known) return known;
    const bytes = streamBytes(stream, this.budget);
    if (stream.number !== 0 && this.kept + bytes.length <= MOST_KEPT) {
      this.kept += bytes.length;
      this.known.set(stream.number, bytes);
    }
    return bytes;
  }
}

/** The content of a stream, unpacked within the budget. */
export function streamBytes(stream: Value | undefined, budget: Budget): Uint8Array {
  if (!(stream instanceof Stream)) return new Uint8Array(0);
  const filters = filtersOf(stream.dict);
  let bytes = stream.packed;
  for (const { name, parameters } of filters) {
    bytes = undone(name, parameters, bytes, budget);
    budget.unpack(bytes.length);
  }
  return bytes;
}

function undone(name: string, parameters: Dict | undefined, bytes: Uint8Array, budget: Budget): Uint8Array {
  const limit = budget.streamBytes;
  switch (name) {
    case "FlateDecode":
    case "Fl":
      return unpredicted(budget.inflate(bytes), predictionOf(parameters));
    case "LZWDecode":
    case "LZW":
      return unpredicted(
        limited(lzw(numberAt(parameters, "EarlyChange") ?? 1), bytes, limit),
        predictionOf(parameters),
      );
    case "ASCIIHexDecode":
    case "AHx":
      return limited(hexadecimal, bytes, limit);
    case "ASCII85Decode":
    case "A85":
      return limited(ascii85, bytes, limit);
    case "RunLengthDecode":
    case "RL":
      return limited(runLength, bytes, limit);
    case "Crypt":
      return bytes;
    default:
      throw new ReadError(
        "stream-unreadable",
        `A stream of the file can't be unpacked (${name}).`,
        "Export the drawing again.",
      );
  }
}

const predictionOf = (parameters: Dict | undefined): Prediction => ({
  predictor: numberAt(parameters, "Predictor") ?? 1,
  colours: numberAt(parameters, "Colors") ?? 1,
  bits: numberAt(parameters, "BitsPerComponent") ?? 8,
  columns: numberAt(parameters, "Columns") ?? 1,
});

function limited(decoder: Decoder, bytes: Uint8Array, limit: number): Uint8Array {
  const decoded = decoder(bytes, limit + 1);
  if (decoded.length > limit)
    throw overLimit("A stream of the file unpacks to more than is sensible", megabytes(limit));
  return decoded;
}
