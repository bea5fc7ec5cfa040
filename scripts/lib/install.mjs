// Installs what the project needs and the machine lacks: npm packages, and Debian's packages.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { output, root, run } from "./run.mjs";

/** npm packages, when the lock file has changed since they were last installed. */
export function installPackages() {
  const lock = createHash("sha256")
    .update(readFileSync(join(root, "package-lock.json")))
    .digest("hex");
  const stamp = join(root, "node_modules", ".hemstitch-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === lock) return;
  run("npm", ["ci", "--no-audit", "--no-fund"]);
  mkdirSync(join(root, "node_modules"), { recursive: true });
  writeFileSync(stamp, lock);
}

/** Folder of PostgreSQL's programs, newest version first; undefined where there is none. */
export function postgresFolder() {
  const versions = "/usr/lib/postgresql";
  const found = existsSync(versions)
    ? readdirSync(versions)
        .sort((a, b) => Number(b) - Number(a))
        .map((version) => join(versions, version, "bin"))
        .find((folder) => existsSync(join(folder, "initdb")))
    : undefined;
  if (found) return found;
  const onPath = output("sh", ["-c", "command -v initdb"]);
  return onPath && onPath.slice(0, -"/initdb".length);
}

const has = (program) => output("sh", ["-c", `command -v ${program}`]) !== undefined;

/** Debian's packages by what proves that they are there. */
const PACKAGES = {
  postgresql: () => postgresFolder() !== undefined,
  chromium: () => existsSync("/usr/bin/chromium"),
  "mupdf-tools": () => has("mutool"),
  qpdf: () => has("qpdf"),
  "poppler-utils": () => has("pdftotext"),
  // Another program that reads workbooks, for the tests.
  "python3-openpyxl": () => existsSync("/usr/lib/python3/dist-packages/openpyxl"),
  // Other makers of pages, for the measurements.
  "librsvg2-bin": () => has("rsvg-convert"),
  ghostscript: () => has("gs"),
  "python3-reportlab": () => existsSync("/usr/lib/python3/dist-packages/reportlab"),
  "python3-fitz": () => existsSync("/usr/lib/python3/dist-packages/fitz"),
  "python3-cairo": () => existsSync("/usr/lib/python3/dist-packages/cairo"),
  "python3-pyqt5": () => existsSync("/usr/lib/python3/dist-packages/PyQt5/QtGui.abi3.so"),
  "python3-svglib": () => existsSync("/usr/lib/python3/dist-packages/svglib"),
  "python3-pyqt5.qtsvg": () => existsSync("/usr/lib/python3/dist-packages/PyQt5"),
  "python3-matplotlib": () => existsSync("/usr/lib/python3/dist-packages/matplotlib"),
  weasyprint: () => has("weasyprint"),
  "ruby-prawn": () => output("ruby", ["-e", "require 'prawn'"]) !== undefined,
  "libpdf-api2-perl": () => output("perl", ["-MPDF::API2", "-e", "1"]) !== undefined,
  groff: () => existsSync("/usr/share/groff/current/font/devpdf"),
  img2pdf: () => has("img2pdf"),
  "fonts-dejavu": () => existsSync("/usr/share/fonts/truetype/dejavu/DejaVuSerif.ttf"),
  "fonts-liberation": () => existsSync("/usr/share/fonts/truetype/liberation"),
};

/** Installs Debian's packages that are missing; says what to type where it may not. */
export function installDebian(...names) {
  const missing = names.filter((name) => !PACKAGES[name]());
  if (missing.length === 0) return;
  const isRoot = process.getuid?.() === 0;
  const sudo = !isRoot && output("sudo", ["-n", "true"]) !== undefined ? ["sudo", "-n"] : [];
  if (!isRoot && sudo.length === 0)
    throw new Error(`Missing: ${missing.join(", ")}. Install them with: sudo apt-get install ${missing.join(" ")}`);
  const apt = (...args) =>
    run([...sudo, "apt-get"][0], [...sudo, "apt-get", ...args].slice(1), {
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  apt("update", "-qq");
  apt("install", "-y", "-qq", "--no-install-recommends", ...missing);
}
