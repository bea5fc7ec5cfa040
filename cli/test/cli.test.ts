import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { once } from "node:events";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { existsSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import ExcelJS from "exceljs";
import { preset, writeStandard } from "@hemstitch/core/standard";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { lettering, on, onePage } from "../../core/test/support/raw-pdf";
import { mark, numbered, sheetFile } from "../../core/test/support/sheets";
import { gridOf } from "../../core/test/support/title-block";
import { checkedByQpdf, fixturesFolder } from "../../core/test/support/tools";

const root = join(import.meta.dirname, "..", "..");
const folder = mkdtempSync(join(tmpdir(), "hemstitch-cli-"));
const file = (name: string): string => join(folder, name);

/** Runs the command as it is installed; standard output is a pipe. */
function hemstitch(...args: string[]): { code: number | null; out: string; err: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(root, "cli/bin/hemstitch.mjs"), ...args], {
    encoding: "utf8",
    maxBuffer: 2 ** 28,
    cwd: folder,
  });
  return { code: status, out: stdout, err: stderr };
}

beforeAll(() => {
  writeFileSync(file("good.pdf"), onePage({ layers: ["A-WALL"], content: on(0, "0.5 w 10 10 m 90 10 l S") }));
  writeFileSync(
    file("bad.pdf"),
    onePage({ layers: ["walls"], content: on(0, `0 w 10 10 m 90 30 l S ${lettering("HALL", 5, 5, 3)}`) }),
  );
  writeFileSync(file("none.pdf"), "not a drawing");
});

describe("rules", () => {
  it("are listed as the contract has them, for programs", () => {
    const { code, out } = hemstitch("rules", "--format", "json");
    const listed = JSON.parse(out) as Record<string, unknown>[];
    expect(code).toBe(0);
    expect(listed.find((rule) => rule["id"] === "line/too-close")).toEqual({
      id: "line/too-close",
      family: "line",
      severity: "mend",
      scope: "page",
      title: "Parallel lines that print as one",
      parameters: [{ name: "leastClearMm", unit: "mm on paper", usual: 0.25, least: 0.05, most: 5 }],
    });
    expect(listed.find((rule) => rule["id"] === "layer/malformed")).toMatchObject({ mends: "rename", scope: "file" });
    expect(listed.find((rule) => rule["id"] === "set/number-twice")).toMatchObject({ scope: "set", severity: "stop" });
  });
  it("are listed for people by family, with their figures", () => {
    const { out } = hemstitch("rules");
    expect(out).toMatch(/^Lines$/m);
    expect(out).toContain("Lines without a width  (line/hairline, stop, mended by machine)");
    expect(out).toContain("leastClearMm: least clear distance 0.25 mm, from 0.05 mm to 5 mm");
    expect(hemstitch("rules", "--format", "xml").code).toBe(2);
  });
  it("of a standard: a figure beyond its bounds is told where it stands", () => {
    const standard = JSON.parse(hemstitch("standard", "show", "tarnwick").out) as Record<string, unknown>;
    standard["rules"] = { "line/too-close": { parameters: { leastClearMm: 99 } } };
    writeFileSync(file("beyond.json"), JSON.stringify(standard));
    const { code, out } = hemstitch("standard", "check", "beyond.json");
    expect(code).toBe(1);
    expect(out).toContain('rules["line/too-close"].parameters.leastClearMm: “Least clear distance” takes 0.05 to 5');
  });
  it("of an edition of an earlier form: it is judged by as it was", () => {
    const old = join(fixturesFolder, "standards/format-1-tarnwick.json");
    const { code, out } = hemstitch("inspect", "bad.pdf", "--standard", old, "--format", "json");
    expect(code).toBe(1);
    const report = JSON.parse(out) as { files: { findings: { rule: string }[]; notJudged: { reason: string }[] }[] };
    expect(report.files[0]!.findings.map((finding) => finding.rule)).toContain("line/hairline");
    expect(report.files[0]!.notJudged.filter(({ reason }) => reason.includes("failed"))).toEqual([]);
  });
});

describe("inspect", () => {
  it("exits 0 when nothing at or above --fail-on was found, 1 when something was, 2 when a file can't be read", () => {
    expect(hemstitch("inspect", "good.pdf", "--standard", "tarnwick").code).toBe(0);
    expect(hemstitch("inspect", "bad.pdf", "--standard", "tarnwick").code).toBe(1);
    expect(hemstitch("inspect", "bad.pdf", "--standard", "tarnwick", "--fail-on", "never").code).toBe(0);
    expect(
      hemstitch("inspect", join(fixturesFolder, "cairo.pdf"), "--standard", "tarnwick", "--fail-on", "stop").code,
    ).toBe(0);
    expect(
      hemstitch("inspect", join(fixturesFolder, "cairo.pdf"), "--standard", "tarnwick", "--fail-on", "mend").code,
    ).toBe(1);
    const mixed = hemstitch("inspect", "none.pdf", "missing.pdf", "good.pdf", "--standard", "tarnwick");
    expect(mixed.code).toBe(2);
    expect(mixed.out).toContain("not a PDF");
    expect(mixed.out).toContain("There is no such file");
    expect(mixed.out).toMatch(/good\.pdf {2}\(1 page/);
  });

  it("writes the JSON of the contract", () => {
    const { out } = hemstitch(
      "inspect",
      "bad.pdf",
      "none.pdf",
      "--standard",
      "tarnwick",
      "--format",
      "json",
      "--scale",
      "1/4in=1ft",
    );
    const report = JSON.parse(out) as Record<string, never> & { files: Record<string, unknown>[] };
    expect(report).toMatchObject({
      hemstitch: expect.stringMatching(/^\d+\.\d+\.\d+$/),
      standard: { name: "Tarnwick Plan Room", edition: "4" },
      totals: { stop: 2, note: 0 },
    });
    expect(report.files[0]).toMatchObject({
      path: "bad.pdf",
      sha256: createHash("sha256")
        .update(readFileSync(file("bad.pdf")))
        .digest("hex"),
      format: "pdf",
      pages: [
        { index: 1, widthMm: 420, heightMm: 297, layers: ["walls"], strokes: 1, texts: 1, scale: { stated: "1:48" } },
      ],
    });
    const findings = report.files[0]!["findings"] as Record<string, unknown>[];
    expect(findings.find((finding) => finding["rule"] === "line/hairline")).toMatchObject({
      severity: "stop",
      page: 1,
      layer: "walls",
      atMm: { x: 10, y: 10, width: 80, height: 20 },
      measured: 0,
      unit: "mm",
      mend: "set",
      count: 1,
      places: [{ x: 10, y: 10, width: 80, height: 20 }],
    });
    expect(findings.find((finding) => finding["rule"] === "layer/malformed")).toMatchObject({
      mend: "rename",
      expected: "A-WALL",
      suggestions: expect.arrayContaining(["A-WALL"]),
    });
    expect(report.files[1]).toMatchObject({
      path: "none.pdf",
      error: expect.stringContaining("not a PDF"),
      findings: [{ rule: "file/unreadable", severity: "stop" }],
    });
    const notJudged = report.files[0]!["notJudged"] as { rule: string; reason: string }[];
    expect(notJudged.map(({ rule }) => rule)).toEqual([
      "text/height",
      "text/font",
      "sheet/frame",
      "kind/left-out-showing",
      "kind/not-faint",
      "kind/missing",
      "kind/undecided",
    ]);
    for (const { reason } of notJudged) expect(reason).toMatch(/^[A-Z].*\.$/);
  });
  it("holds title blocks against particulars, and says what is wrong with them", () => {
    const block = gridOf(
      [
        ["Project", "Ferry house"],
        ["Sheet number", "A-101"],
        ["Date", "2026-03-12"],
      ],
      300,
      20,
    );
    writeFileSync(file("titled.pdf"), onePage({ layers: ["A-WALL"], content: block }));
    writeFileSync(file("project.json"), JSON.stringify({ project: "Boat house", sheets: [{ number: "A-101" }] }));
    const differing = (...more: string[]): unknown[] => {
      const { out } = hemstitch("inspect", "titled.pdf", "--standard", "tarnwick", "--format", "json", ...more);
      const { files } = JSON.parse(out) as { files: { findings: { rule: string; expected?: string }[] }[] };
      return files[0]!.findings.filter(({ rule }) => rule === "title/differs").map(({ expected }) => expected);
    };
    expect(differing()).toEqual([]);
    expect(differing("--particulars", "project.json")).toEqual(["Boat house"]);
    for (const [name, text] of [
      ["list.json", "[1]"],
      ["sheets.json", `{"sheets": [1]}`],
      ["none.json", "Boat house"],
    ] as const) {
      writeFileSync(file(name), text);
      const { code, err } = hemstitch("inspect", "titled.pdf", "--standard", "tarnwick", "--particulars", name);
      expect([code, err]).toEqual([2, expect.stringContaining(name)]);
    }
    expect(hemstitch("inspect", "titled.pdf", "--standard", "tarnwick", "--particulars", "gone.json").code).toBe(2);
  });

  it("tells findings by their titles, with the rule after it", () => {
    const { out } = hemstitch("inspect", "bad.pdf", "none.pdf", "--standard", "tarnwick");
    expect(out).toContain("Lines without a width  (line/hairline)");
    expect(out).toContain("A file that can't be read  (file/unreadable)");
  });

  it("writes to a file, and nothing but the report to a pipe", () => {
    const { out, err } = hemstitch(
      "inspect",
      "good.pdf",
      "bad.pdf",
      "--standard",
      "tarnwick",
      "--format",
      "json",
      "--out",
      "report.json",
    );
    expect([out, err]).toEqual(["", ""]);
    expect(JSON.parse(readFileSync(file("report.json"), "utf8"))).toMatchObject({
      files: [{ path: "good.pdf" }, { path: "bad.pdf" }],
    });
  });

  it.each([
    [["inspect", "good.pdf"], "--standard"],
    [["inspect", "--standard", "tarnwick"], "files"],
    [["inspect", "good.pdf", "--standard", "nobody"], "neither a preset"],
    [["inspect", "good.pdf", "--standard", "tarnwick", "--scale", "big"], "not a scale"],
    [["inspect", "good.pdf", "--standard", "tarnwick", "--format", "xml"], "text or json"],
    [["inspect", "good.pdf", "--standard", "tarnwick", "--fail-on", "all"], "--fail-on"],
    [["flatten", "good.pdf"], "unknown command"],
  ])("a wrong call %j exits 2 and says how to put it right", (args, words) => {
    const { code, err } = hemstitch(...args);
    expect(code).toBe(2);
    expect(err).toContain(words);
  });

  it("refuses a file over the limit before it reads it", () => {
    const { status, stdout } = spawnSync(
      process.execPath,
      [join(root, "cli/bin/hemstitch.mjs"), "inspect", join(fixturesFolder, "tcpdf.pdf"), "--standard", "tarnwick"],
      { encoding: "utf8", env: { ...process.env, HEMSTITCH_MAX_FILE_MB: "0.01" } },
    );
    expect(status).toBe(2);
    expect(stdout).toContain("the limit is 0 MB");
  });

  it("shows names with control characters harmlessly", () => {
    writeFileSync(file("odd.pdf"), onePage({ layers: ["\u001b[31mred\u0007"], content: on(0, "0.5 w 1 1 m 2 2 l S") }));
    const { out } = hemstitch("inspect", "odd.pdf", "--standard", "tarnwick");
    expect(out).toContain("red");
    expect(out).not.toContain("\u001b");
  });
});

describe("mend", () => {
  it("writes a sound new file that inspects clean, and leaves the original", () => {
    const before = readFileSync(file("bad.pdf"));
    const { code, out } = hemstitch("mend", "bad.pdf", "--standard", "tarnwick", "--out", "mended.pdf");
    expect(out).toContain("layer renamed: walls → A-WALL");
    expect(code).toBe(0);
    expect(readFileSync(file("bad.pdf"))).toEqual(before);
    checkedByQpdf(new Uint8Array(readFileSync(file("mended.pdf"))));
    const { out: report } = hemstitch("inspect", "mended.pdf", "--standard", "tarnwick", "--format", "json");
    const left = (JSON.parse(report) as { files: { findings: { rule: string }[] }[] }).files[0]!.findings.map(
      (finding) => finding.rule,
    );
    expect(left.sort()).toEqual(["file/font-not-embedded"]);
  });
  it("tells what it did as JSON", () => {
    const { out } = hemstitch("mend", "bad.pdf", "--standard", "tarnwick", "--out", "mended.pdf", "--format", "json");
    expect(JSON.parse(out)).toMatchObject({
      mended: expect.arrayContaining([
        expect.objectContaining({ rule: "line/hairline", from: "0 mm", to: "0.5 mm" }),
        expect.objectContaining({ rule: "layer/wrong-content", mend: "move", from: "A-WALL" }),
      ]),
      pictures: { alike: [1], notCompared: [] },
      left: expect.arrayContaining([expect.objectContaining({ rule: "file/font-not-embedded" })]),
    });
  });
  it("never writes over the original", () => {
    expect(hemstitch("mend", "bad.pdf", "--standard", "tarnwick", "--out", "./bad.pdf")).toMatchObject({
      code: 2,
      err: expect.stringContaining("original stays"),
    });
  });
  it("says why a file can't be mended, and writes nothing", () => {
    expect(hemstitch("mend", "none.pdf", "--standard", "tarnwick", "--out", "never.pdf")).toMatchObject({
      code: 2,
      err: expect.stringContaining("not a PDF"),
    });
    expect(existsSync(file("never.pdf"))).toBe(false);
  });
});

describe("standard", () => {
  it("lists, shows and checks presets", () => {
    expect(hemstitch("standard", "presets").out).toMatch(/hyphenated-discipline[^]*iso-13567[^]*tarnwick/);
    writeFileSync(file("office.json"), hemstitch("standard", "show", "iso-13567").out);
    expect(hemstitch("standard", "check", "office.json")).toMatchObject({
      code: 0,
      out: expect.stringContaining("sound"),
    });
    expect(hemstitch("inspect", "good.pdf", "--standard", "office.json").code).toBe(0);
    expect(hemstitch("standard", "show", "other").code).toBe(2);
  });
  it("lists every error with its path", () => {
    const broken = JSON.parse(hemstitch("standard", "show", "tarnwick").out) as {
      pens: { widthMm: unknown }[];
      layers: { pen: string }[];
    };
    broken.pens[1]!.widthMm = "thin";
    broken.pens[2]!.widthMm = -3;
    writeFileSync(file("broken.json"), JSON.stringify(broken));
    const { code, out } = hemstitch("standard", "check", "broken.json");
    expect(code).toBe(1);
    expect(out).toContain("pens[1].widthMm");
    expect(out).toContain("pens[2].widthMm");
    expect(hemstitch("inspect", "good.pdf", "--standard", "broken.json")).toMatchObject({
      code: 2,
      err: expect.stringContaining("pens[1].widthMm"),
    });
  });
});

it("--help teaches", () => {
  const { out, code } = hemstitch("--help");
  expect(code).toBe(0);
  for (const words of ["Examples", "Exit codes", "hemstitch mend", "standard show tarnwick"])
    expect(out).toContain(words);
});

describe("standard: files", () => {
  it("JSON → XLSX → JSON is the same text", () => {
    writeFileSync(file("office.json"), hemstitch("standard", "show", "tarnwick").out);
    expect(hemstitch("standard", "to-xlsx", "office.json", "--out", "office.xlsx").code).toBe(0);
    expect(hemstitch("standard", "from-xlsx", "office.xlsx", "--out", "back.json").code).toBe(0);
    expect(readFileSync(file("back.json"), "utf8")).toBe(readFileSync(file("office.json"), "utf8"));
  });
  it("a workbook that is none exits 2, and nothing is written", () => {
    const result = hemstitch("standard", "from-xlsx", "none.pdf", "--out", "never.json");
    expect(result).toMatchObject({ code: 2, err: expect.stringContaining("no ZIP archive") });
    expect(existsSync(file("never.json"))).toBe(false);
  });
  it("lists go out as CSV, one or all", () => {
    expect(hemstitch("standard", "to-csv", "tarnwick", "--list", "pens", "--out", "pens.csv").code).toBe(0);
    expect(readFileSync(file("pens.csv"), "utf8").split("\r\n")[1]).toBe("0.13,0.13,100,#7a4b9a,");
    expect(hemstitch("standard", "to-csv", "tarnwick", "--out", "csv").code).toBe(0);
    expect(existsSync(file("csv/layers.csv"))).toBe(true);
    expect(hemstitch("standard", "to-csv", "tarnwick", "--list", "chairs", "--out", "x.csv").code).toBe(2);
  });
  it("two standards are compared in words, and as JSON", () => {
    const changed = JSON.parse(readFileSync(file("office.json"), "utf8")) as {
      layers: { name: string; pen: string }[];
    };
    changed.layers.find((layer) => layer.name === "A-GLAZ")!.pen = "0.18";
    writeFileSync(file("changed.json"), JSON.stringify(changed));
    expect(hemstitch("standard", "compare", "office.json", "changed.json")).toMatchObject({
      code: 0,
      out: "A-GLAZ: pen 0.25 → 0.18\n",
    });
    expect(hemstitch("standard", "compare", "office.json", "office.json").out).toBe("no difference\n");
    const [row] = JSON.parse(
      hemstitch("standard", "compare", "office.json", "changed.json", "--format", "json").out,
    ) as object[];
    expect(row).toMatchObject({ part: "layers", entry: "A-GLAZ", from: "0.25", to: "0.18" });
  });
  it("a starter inspected against its own standard and kind has no finding but its empty title block", () => {
    expect(hemstitch("standard", "starter", "tarnwick", "--kind", "ceiling-plan", "--out", "ceiling.pdf").code).toBe(0);
    const report = hemstitch(
      "inspect",
      "ceiling.pdf",
      "--standard",
      "tarnwick",
      "--kind",
      "Ceiling plan",
      "--format",
      "json",
    );
    const [inspected] = (JSON.parse(report.out) as { files: { findings: { rule: string }[] }[] }).files;
    expect(new Set(inspected!.findings.map(({ rule }) => rule))).toEqual(new Set(["title/empty"]));
    expect(hemstitch("standard", "starter", "tarnwick", "--kind", "roof", "--out", "roof.pdf").code).toBe(2);
    expect(hemstitch("standard", "starter", "tarnwick", "--kind", "detail", "--out", "detail.svg").code).toBe(0);
    expect(readFileSync(file("detail.svg"), "utf8")).toContain("<svg");
  });
  it("the manual is a sound PDF that says what changed", () => {
    expect(hemstitch("standard", "manual", "changed.json", "--since", "office.json", "--out", "manual.pdf").code).toBe(
      0,
    );
    checkedByQpdf(new Uint8Array(readFileSync(file("manual.pdf"))));
  });
  it.each([
    ["to-xlsx", "tarnwick"],
    ["to-csv", "tarnwick", "--list", "pens"],
    ["manual", "tarnwick"],
    ["starter", "tarnwick", "--kind", "detail"],
  ])("%s into a folder that there is not exits 2 in words, and leaves nothing behind", (...call) => {
    const out = call[0] === "starter" ? "nowhere/x.pdf" : "nowhere/x";
    const result = hemstitch("standard", ...call, "--out", out);
    expect(result).toMatchObject({ code: 2, err: `${out} can't be written: its folder does not exist.\n` });
    expect(existsSync(file("nowhere"))).toBe(false);
  });
  it.each([
    ["standard", "to-xlsx", "office.json"],
    ["standard", "manual", "office.json"],
    ["inspect", "good.pdf", "--standard", "tarnwick"],
    ["mend", "good.pdf", "--standard", "tarnwick"],
  ])("%s %s never writes over what it reads", (...call) => {
    const read = call.find((word) => word.includes("."))!;
    const before = readFileSync(file(read));
    expect(hemstitch(...call, "--out", `./${read}`).code).toBe(2);
    expect(readFileSync(file(read)).equals(before)).toBe(true);
  });
  it("from-xlsx of a workbook with a wrong cell exits 1, names sheet, row and column, and writes nothing", async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.readFile(file("office.xlsx"));
    book.getWorksheet("Pens")!.getCell("B3").value = "wide";
    await book.xlsx.writeFile(file("wrong.xlsx"));
    const result = hemstitch("standard", "from-xlsx", "wrong.xlsx", "--out", "wrong.json");
    expect(result).toMatchObject({ code: 1, out: expect.stringContaining("Pens, row 3") });
    expect(existsSync(file("wrong.json"))).toBe(false);
  });
  it("a starter of every kind goes into a folder, as PDF and SVG, and says what nobody has decided", () => {
    const result = hemstitch("standard", "starter", "tarnwick", "--out", "starters");
    expect(result.code).toBe(0);
    for (const kind of ["floor-plan", "ceiling-plan", "site-plan"])
      for (const ending of ["pdf", "svg"]) expect(existsSync(file(`starters/starter-${kind}.${ending}`))).toBe(true);
    expect(result.out).toContain("nobody has decided them for this kind");
  });
  it.each([
    [["standard", "compare", "tarnwick"], "missing required argument"],
    [["standard", "compare", "tarnwick", "iso-13567", "--format", "xml"], "text or json"],
    [["standard", "manual", "nobody.json", "--out", "x.pdf"], "nobody.json"],
    [["standard", "starter", "tarnwick", "--font", "none.pdf", "--out", "x.pdf"], "--font"],
    [["standard", "to-xlsx", "tarnwick"], "--out"],
    [["standard", "embroider"], "unknown command"],
  ])("a wrong call exits 2 and says what is wrong: %j", (call, words) => {
    const result = hemstitch(...call);
    expect(result.code).toBe(2);
    expect(result.err).toContain(words);
    expect(result.err).not.toContain("    at ");
  });
  it("--kind that the standard does not have is a wrong call; a standard without kinds says so and goes on", () => {
    expect(hemstitch("inspect", "good.pdf", "--standard", "tarnwick", "--kind", "roof")).toMatchObject({
      code: 2,
      err: expect.stringContaining("floor-plan"),
    });
    expect(
      hemstitch("inspect", "good.pdf", "--standard", "hyphenated-discipline", "--kind", "floor-plan"),
    ).toMatchObject({ code: 0, err: expect.stringContaining("no drawing kinds") });
  });
});

describe("--standard with an installation's address", () => {
  const asked: (string | undefined)[] = [];
  let server: Server;
  let address = "";
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(request.headers.authorization);
      if (request.url !== "/api/editions/in-force") response.writeHead(404).end();
      else if (request.headers.authorization === "Bearer hst_elsewhere")
        response.writeHead(302, { location: "http://127.0.0.1:1/" }).end();
      else if (request.headers.authorization === "Bearer hst_good") response.end(writeStandard(preset("tarnwick")!));
      else response.writeHead(401).end();
    }).listen(0, "127.0.0.1");
    await once(server, "listening");
    address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => void server.close());

  // The server is in this process, so the command must not stop it.
  const run = async (token: string | undefined, standard: string): Promise<{ code: number; out: string }> => {
    const { HEMSTITCH_TOKEN: _none, ...env } = process.env;
    const child = spawn(
      process.execPath,
      [join(root, "cli/bin/hemstitch.mjs"), "inspect", "good.pdf", "--standard", standard],
      { cwd: folder, env: token === undefined ? env : { ...env, HEMSTITCH_TOKEN: token } },
    );
    let out = "";
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (part) => (out += String(part)));
    const [code] = (await once(child, "close")) as [number];
    return { code, out };
  };

  it("judges by the edition in force", async () => {
    const { code, out } = await run("hst_good", `${address}/standard/layers`);
    expect(out).toContain("good.pdf");
    expect(code).toBe(0);
  });
  it("says what is wrong with the token, and does not send it where it may not go", async () => {
    expect((await run(undefined, address)).out).toContain("a personal token is needed");
    expect((await run("hst_bad", address)).out).toContain("does not accept the token");
    expect((await run("hst_elsewhere", address)).out).toContain("can't be reached");
    const before = asked.length;
    expect((await run("hst_good", "http://plans.office.example")).out).toContain("is not encrypted");
    expect(asked.length).toBe(before);
    expect((await run("hst_good", "http://127.0.0.1:1")).code).toBe(2);
  });
});

describe("a set", () => {
  interface SetReport {
    readonly files: { readonly path: string; readonly findings: { readonly rule: string }[] }[];
    readonly sets?: {
      readonly sheets: string[];
      readonly findings: Record<string, unknown>[];
      readonly notJudged: { readonly rule: string; readonly reason: string }[];
    }[];
    readonly totals: { readonly stop: number };
  }
  const inspected = (...args: string[]): { code: number | null; report: SetReport; err: string } => {
    const { code, out, err } = hemstitch("inspect", ...args, "--standard", "tarnwick", "--format", "json");
    return { code, report: JSON.parse(out || "{}") as SetReport, err };
  };
  const A101 = { number: "A-101", content: mark("3", "A-501", 100, 150) };
  const DETAILS = { number: "A-501", content: numbered("1", "EAVES DETAIL", 40, 60) };

  beforeAll(async () => {
    mkdirSync(file("works/details"), { recursive: true });
    mkdirSync(file("nothing"));
    writeFileSync(file("works/10 plan.pdf"), await sheetFile([A101]));
    writeFileSync(
      file("works/2 plan.PDF"),
      await sheetFile([{ number: "A-101", content: lettering("ROOF", 60, 200, 3.5) }]),
    );
    writeFileSync(file("works/details/a.pdf"), await sheetFile([DETAILS]));
    writeFileSync(file("works/notes.txt"), "no drawing");
    writeFileSync(file("works/.hidden.pdf"), "no drawing");
  });

  it("is a folder: its sheets are held against each other, and what is found so stands beside the files", () => {
    const { code, report } = inspected("works");
    const paths = ["works/2 plan.PDF", "works/10 plan.pdf", "works/details/a.pdf"];
    expect(report.files.map(({ path }) => path)).toEqual(paths);
    expect(report.sets).toHaveLength(1);
    const { sheets, findings } = report.sets![0]!;
    expect(sheets).toEqual(paths.map((path) => `${path}#1`));
    expect(findings.map(({ rule, subject }) => [rule, subject])).toEqual([
      ["set/number-twice", "A-101"],
      ["ref/missing", "3/A-501 on A-101"],
    ]);
    expect(findings[0]!["places"]).toMatchObject([
      { path: paths[0], page: 1, atMm: { width: expect.any(Number) as number } },
      { path: paths[1], page: 1 },
    ]);
    expect(findings.every(({ key }) => typeof key === "string" && key.length >= 8)).toBe(true);
    const ofFiles = report.files.flatMap((each) => each.findings.map(({ rule }) => rule));
    expect(ofFiles.filter((rule) => /^(set|ref)\//.test(rule))).toEqual([]);
    expect(report.totals.stop).toBeGreaterThanOrEqual(2);
    expect(code).toBe(1);
  });
  it("is what is named, where the call says so; without it each file is by itself", () => {
    const [a, b] = ["works/10 plan.pdf", "works/details/a.pdf"];
    const { report } = inspected(a, b, "--set");
    expect(report.sets?.map(({ findings }) => findings.map(({ rule }) => rule))).toEqual([["ref/missing"]]);
    expect(inspected(a, b).report.sets).toBeUndefined();
  });
  it("with a file that can't be read says of no sheet that it is missing", () => {
    writeFileSync(file("works/details/b.pdf"), "not a drawing");
    const { code, report } = inspected("works", "good.pdf");
    expect(code).toBe(2);
    expect(report.files).toHaveLength(5);
    expect(report.sets).toHaveLength(1);
    expect(report.sets![0]!.findings.map(({ rule }) => rule)).toContain("set/number-twice");
  });
  it("is told for people, with the sheets that a finding shows on", () => {
    const { out } = hemstitch("inspect", "works", "--standard", "tarnwick");
    expect(out).toContain("The set works  (3 sheets)");
    expect(out).toMatch(/Two sheets have the number A-101: works\/2 plan\.PDF and works\/10 plan\.pdf\. {2}on works/);
  });
  it("of a folder without drawings is no call that can be answered", () => {
    const { code, err } = inspected("nothing");
    expect(code).toBe(2);
    expect(err).toContain("There are no PDF files in the folder nothing");
  });
});
