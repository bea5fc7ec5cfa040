import { execFileSync } from "node:child_process";
import { readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Browser } from "@playwright/test";
import { DRAWINGS, picture } from "./drawings";
import { byPdfLib } from "./makers/with-pdf-lib";
import { byPdfkit } from "./makers/with-pdfkit";

/** A file, and the program that wrote it. */
export interface Made {
  readonly maker: string;
  readonly name: string;
  readonly path: string;
}

const here = (name: string): string => join(import.meta.dirname, "makers", name);
const run = (program: string, ...args: string[]): void =>
  void execFileSync(program, args, { stdio: ["ignore", "ignore", "inherit"] });
const python = (...args: string[]): void => run("/usr/bin/python3", ...args);

/** Files that are broken on purpose: there is no right picture of them. */
const BROKEN = /^(bomb|fuzz)-/;

/** Pages of many makers, and the small files that each show one trap. */
export async function madePictures(folder: string, browser: Browser): Promise<Made[]> {
  const at = (name: string): string => join(folder, name);
  const svgs = DRAWINGS.map(({ name, svg }) => ({ name, svg, path: at(`${name}.svg`) }));
  for (const { path, svg } of svgs) writeFileSync(path, svg);
  const made: Made[] = [];
  const add = (maker: string, path: string): void =>
    void made.push({ maker, name: path.slice(path.lastIndexOf("/") + 1), path });
  const each = (maker: string, make: (svg: string, pdf: string) => void): void => {
    for (const { name, path } of svgs) {
      const pdf = at(`${maker}-${name}.pdf`);
      make(path, pdf);
      add(maker, pdf);
    }
  };
  each("cairo", (svg, pdf) => run("rsvg-convert", "-f", "pdf", "-o", pdf, svg));
  each("ghostscript", (svg, pdf) => {
    run("rsvg-convert", "-f", "ps", "-o", at("page.ps"), svg);
    run("gs", "-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=pdfwrite", "-o", pdf, at("page.ps"));
  });
  each("reportlab", (svg, pdf) => python(here("with_svglib.py"), svg, pdf));
  each("qt", (svg, pdf) => python(here("with_qt.py"), svg, pdf));
  each("weasyprint", (svg, pdf) => {
    writeFileSync(at("page.html"), pageOf(svg));
    run("weasyprint", "-q", at("page.html"), pdf);
  });
  const tab = await browser.newPage();
  for (const { name, path } of svgs) {
    writeFileSync(at("page.html"), pageOf(path));
    await tab.goto(`file://${at("page.html")}`);
    const pdf = at(`chromium-${name}.pdf`);
    await tab.pdf({ path: pdf, preferCSSPageSize: true, printBackground: true });
    add("chromium", pdf);
  }
  await tab.close();
  run("gs", "-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=pdfwrite", "-o", at("ghostscript-own.pdf"), here("by_hand.ps"));
  add("ghostscript", at("ghostscript-own.pdf"));
  run("mutool", "create", "-o", at("mutool.pdf"), here("mutool_page.txt"));
  add("mutool", at("mutool.pdf"));
  writeFileSync(at("groff.pdf"), execFileSync("groff", ["-t", "-Tpdf", "-P-pa4", here("page.groff")]));
  add("groff", at("groff.pdf"));
  writeFileSync(at("picture.png"), picture());
  run("img2pdf", "--pagesize", "A4", "-o", at("img2pdf.pdf"), at("picture.png"));
  add("img2pdf", at("img2pdf.pdf"));
  python(here("with_matplotlib.py"), folder);
  run("ruby", here("with_prawn.rb"), folder);
  run("perl", here("with_api2.pl"), folder);
  for (const maker of ["matplotlib", "prawn", "api2"])
    for (const name of readdirSync(folder).filter((file) => file.startsWith(`${maker}-`))) add(maker, at(name));
  for (const path of await byPdfkit(at)) add("pdfkit", path);
  for (const path of await byPdfLib(at)) add("pdf-lib", path);
  const cases = join(import.meta.dirname, "..", "..", "..", "core", "test", "cases", "pdf");
  for (const name of readdirSync(cases).filter((file) => file.endsWith(".pdf") && !BROKEN.test(file)))
    add("cases", join(cases, name));
  return made;
}

/** A page of HTML with the drawing alone on it, at its size. */
const pageOf = (svg: string): string =>
  `<!doctype html><style>@page{size:420mm 297mm;margin:0}body{margin:0}img{display:block;width:420mm;height:297mm}</style><img src="file://${svg}">`;
