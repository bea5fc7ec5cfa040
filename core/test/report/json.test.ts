import { Ajv } from "ajv";
import { describe, expect, it } from "vitest";
import { PAINT } from "../../src/drawing";
import { inspect } from "../../src/inspect";
import { findingJson, layersOnPage, reportJson, strokeCount, totals, type ReportedFile } from "../../src/report";
import { preset } from "../../src/standard";
import { on, onePage } from "../support/raw-pdf";
import { traced } from "../support/trace";
import { drawingOf, fixture, temporary } from "../support/tools";

/** The command line's contract, written down a second time. */
const CONTRACT = {
  type: "object",
  required: ["hemstitch", "standard", "files", "totals"],
  additionalProperties: false,
  properties: {
    hemstitch: { type: "string" },
    standard: {
      type: "object",
      required: ["name", "edition"],
      additionalProperties: false,
      properties: { name: { type: "string" }, edition: { type: "string" } },
    },
    totals: {
      type: "object",
      required: ["stop", "mend", "note"],
      additionalProperties: false,
      patternProperties: { "^(stop|mend|note)$": { type: "integer", minimum: 0 } },
    },
    files: {
      type: "array",
      items: {
        type: "object",
        required: ["path", "sha256", "format", "pages", "findings", "notJudged"],
        properties: {
          path: { type: "string" },
          sha256: { type: "string", pattern: "^[0-9a-f]{64}$" },
          format: { enum: ["pdf", "svg", "ifc", "unknown"] },
          error: { type: "string" },
          pages: {
            type: "array",
            items: {
              type: "object",
              required: ["index", "widthMm", "heightMm", "layers", "strokes", "texts", "scale"],
              properties: {
                index: { type: "integer", minimum: 1 },
                widthMm: { type: "number", exclusiveMinimum: 0 },
                heightMm: { type: "number", exclusiveMinimum: 0 },
                layers: { type: "array", items: { type: "string" }, uniqueItems: true },
                strokes: { type: "integer", minimum: 0 },
                texts: { type: "integer", minimum: 0 },
                scale: {
                  type: "object",
                  additionalProperties: false,
                  properties: { stated: { type: "string" }, implied: { type: "string" } },
                },
                drawings: {
                  type: "array",
                  items: {
                    type: "object",
                    required: ["boxMm", "agree", "of"],
                    additionalProperties: false,
                    properties: {
                      title: { type: "string" },
                      boxMm: {
                        type: "object",
                        required: ["x", "y", "width", "height"],
                        additionalProperties: false,
                        patternProperties: { "^(x|y|width|height)$": { type: "number" } },
                      },
                      kind: { type: "string" },
                      stated: { type: "string" },
                      implied: { type: "string" },
                      agree: { type: "integer", minimum: 0 },
                      of: { type: "integer", minimum: 0 },
                    },
                  },
                },
              },
            },
          },
          findings: {
            type: "array",
            items: {
              type: "object",
              required: ["rule", "severity", "page", "atMm", "message"],
              properties: {
                rule: { type: "string", pattern: "^[a-z]+/[a-z-]+$" },
                severity: { enum: ["stop", "mend", "note"] },
                page: { type: "integer", minimum: 0 },
                layer: { type: "string" },
                message: { type: "string", minLength: 5 },
                measured: { type: ["number", "string"] },
                expected: { type: ["number", "string"] },
                unit: { type: "string" },
                mend: { enum: ["rename", "set", "move", "switch off", "remove", "rewrite", "turn"] },
                atMm: {
                  type: "object",
                  required: ["x", "y", "width", "height"],
                  additionalProperties: false,
                  patternProperties: { "^(x|y|width|height)$": { type: "number" } },
                },
              },
            },
          },
          notJudged: {
            type: "array",
            items: {
              type: "object",
              required: ["rule", "reason"],
              properties: { rule: { type: "string" }, reason: { type: "string" } },
            },
          },
        },
      },
    },
  },
};
const FILES = ["cairo.pdf", "chromium.pdf", "gdal.pdf", "pdf-builder.pdf", "pdfkit.pdf", "reportlab.pdf", "tcpdf.pdf"];
const SHA = "0".repeat(64);
const standard = preset("tarnwick")!;
const reported = async (bytes: Uint8Array, path = "x.pdf"): Promise<ReportedFile> => {
  const drawing = await drawingOf(bytes);
  return { path, sha256: SHA, drawing, inspected: inspect(drawing, standard) };
};

describe("the report as JSON", () => {
  const keeps = new Ajv({ allErrors: true, allowUnionTypes: true }).compile(CONTRACT);
  const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
  it.each(FILES)("of %s keeps the contract", async (name) => {
    const valid = keeps(
      plain(reportJson("1.0.0", standard, { files: [await reported(fixture(name), name)], sets: [] })),
    );
    expect(keeps.errors ?? []).toEqual([]);
    expect(valid).toBe(true);
  });
  it("of a file that can't be read keeps it too, and counts one stop", async () => {
    const files: ReportedFile[] = [
      { path: "broken.pdf", sha256: SHA, problem: "It is truncated." },
      await reported(onePage({ layers: ["A-WALL"], content: on(0, "0.5 w 1 1 m 9 9 l S") })),
    ];
    const report = plain(reportJson("1.0.0", standard, { files, sets: [] })) as {
      files: { error?: string; findings: { rule: string }[] }[];
      totals: { stop: number };
    };
    expect(keeps(report)).toBe(true);
    expect(report.files[0]).toMatchObject({ error: "It is truncated.", findings: [{ rule: "file/unreadable" }] });
    expect(report.files[1]!.error).toBeUndefined();
    expect(report.totals.stop).toBe(1);
  });
  it("of no file is empty", () =>
    expect(reportJson("1.0.0", standard, { files: [], sets: [] })).toMatchObject({
      files: [],
      totals: { stop: 0, mend: 0, note: 0 },
    }));
});

describe("figures of the report", () => {
  it.each(FILES)("%s: as many strokes as mutool trace lists", async (name) => {
    const drawing = await drawingOf(fixture(name));
    const names = new Set(drawing.layers.map((layer) => layer.name));
    const pages = traced(temporary(fixture(name)), (layer) => names.has(layer));
    drawing.pages.forEach((page, i) => {
      const strokes = pages[i]!.paths.filter((path) => path.kind === "stroke").reduce(
        (sum, path) => sum + path.subpaths.length,
        0,
      );
      // mutool leaves out what is on layers that are off on the screen; the report counts it.
      const isOff = (layer: number): boolean =>
        drawing.layers[layer]?.visible === false || drawing.layers[layer]?.name === "A-ANNO-NPLT";
      const hidden = [...page.paths.paint].filter(
        (paint, row) => paint & PAINT.stroke && isOff(page.paths.layer[row]!),
      ).length;
      expect(Math.abs(strokeCount(page) - hidden - strokes)).toBeLessThanOrEqual(strokes * 0.01);
    });
  });
  it("layers of a page are those with marks on it, in the file's order, each once", async () => {
    const drawing = await drawingOf(
      onePage({ layers: ["B", "A", "empty"], content: on(1, "1 1 m 9 9 l S") + on(0, "1 2 m 9 2 l S") }),
    );
    expect(layersOnPage(drawing, drawing.pages[0]!)).toEqual(["B", "A"]);
  });
  it("a finding's box holds all its places, to a thousandth of a millimetre, from the lower left", async () => {
    const { inspected } = await reported(
      onePage({ layers: ["A-WALL"], content: on(0, "0.3 w 10 20 m 60 20 l S 100 200.12345 m 160 200.12345 l S") }),
    );
    const finding = inspected!.findings.find((each) => each.rule === "line/width-off-series")!;
    const json = findingJson(finding) as {
      atMm: object;
      places: object[];
      measured: number;
      expected: number;
      unit: string;
    };
    expect(json.atMm).toEqual({ x: 10, y: 20, width: 150, height: 180.123 });
    expect(json.places).toEqual([
      { x: 10, y: 20, width: 50, height: 0 },
      { x: 100, y: 200.123, width: 60, height: 0 },
    ]);
    expect(json).toMatchObject({ measured: 0.3, expected: 0.5, unit: "mm" });
  });
  it("totals are the findings of all files by severity", async () => {
    const files = [
      await reported(onePage({ layers: ["walls"], content: on(0, "0 w 1 1 m 9 9 l S") })),
      { path: "x", sha256: SHA, problem: "no" },
    ];
    const { findings } = files[0]!.inspected!;
    const of = (severity: string): number => findings.filter((finding) => finding.severity === severity).length;
    expect(totals({ files, sets: [] })).toEqual({ stop: of("stop") + 1, mend: of("mend"), note: of("note") });
  });
});
