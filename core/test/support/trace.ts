import { SaxesParser } from "saxes";
import { run } from "./tools";

export interface TracedPath {
  readonly layer: string | undefined;
  readonly kind: "stroke" | "fill";
  readonly widthMm: number;
  readonly dashMm: readonly number[];
  /** First point of each subpath and every further point, millimetres, y up. */
  readonly subpaths: readonly (readonly [number, number])[][];
}

export interface TracedText {
  readonly layer: string | undefined;
  readonly text: string;
  readonly shown: boolean;
}

export interface TracedPage {
  readonly paths: readonly TracedPath[];
  readonly texts: readonly TracedText[];
}

const MM = 25.4 / 72;

/** What `mutool trace` lists of a file, in millimetres with y up. It calls all marked content a layer; `isLayer` knows better. */
export function traced(path: string, isLayer: (name: string) => boolean): TracedPage[] {
  const pages: { paths: TracedPath[]; texts: TracedText[]; height: number }[] = [];
  const layers: string[] = [];
  let page: (typeof pages)[number] | undefined;
  let current:
    | { kind: "stroke" | "fill"; m: number[]; attributes: Record<string, string>; subpaths: [number, number][][] }
    | undefined;
  let text: { text: string; shown: boolean } | undefined;
  const parser = new SaxesParser();
  const point = (x: string | undefined, y: string | undefined): [number, number] => {
    const [a = 1, b = 0, c = 0, d = 1, e = 0, f = 0] = current?.m ?? [];
    const [px, py] = [Number(x), Number(y)];
    return [(a * px + c * py + e) * MM, ((page?.height ?? 0) - (b * px + d * py + f)) * MM];
  };
  parser.on("opentag", ({ name, attributes }) => {
    const at = attributes as Record<string, string>;
    if (name === "page") {
      const box = (at["mediabox"] ?? "").split(" ").map(Number);
      page = { paths: [], texts: [], height: box[3]! - box[1]! };
      pages.push(page);
    } else if (name === "layer") layers.push(at["name"] ?? "");
    else if (name === "end_layer") layers.pop();
    else if (name === "stroke_path" || name === "fill_path")
      current = {
        kind: name === "stroke_path" ? "stroke" : "fill",
        m: (at["transform"] ?? "").split(" ").map(Number),
        attributes: at,
        subpaths: [],
      };
    else if (name === "moveto") current?.subpaths.push([point(at["x"], at["y"])]);
    else if (name === "lineto") current?.subpaths.at(-1)?.push(point(at["x"], at["y"]));
    else if (name === "curveto")
      current?.subpaths.at(-1)?.push(point(at["x1"], at["y1"]), point(at["x2"], at["y2"]), point(at["x3"], at["y3"]));
    else if (/^(fill|stroke|ignore|clip)_text$/.test(name)) text = { text: "", shown: name !== "ignore_text" };
    else if (name === "g" && text) text.text += at["unicode"] ?? "";
  });
  parser.on("closetag", ({ name }) => {
    if ((name === "stroke_path" || name === "fill_path") && current) {
      const [a = 1, b = 0, c = 0, d = 1] = current.m;
      const unit = Math.sqrt(Math.abs(a * d - b * c)) * MM;
      const { attributes, kind, subpaths } = current;
      const dashMm = (attributes["dash"] ?? "")
        .split(" ")
        .filter(Boolean)
        .map((each) => Number(each) * unit);
      page?.paths.push({
        layer: layers.findLast(isLayer),
        kind,
        widthMm: Number(attributes["linewidth"] ?? 0) * unit,
        dashMm,
        subpaths: subpaths.filter((each) => each.length > 1),
      });
      current = undefined;
    } else if (/^(fill|stroke|ignore)_text$/.test(name) && text) {
      page?.texts.push({ layer: layers.findLast(isLayer), ...text });
      text = undefined;
    }
  });
  parser.write(run("mutool", "trace", path).replace(/unicode="&#x[0-8bcef];"/g, 'unicode=" "')).close();
  return pages;
}
