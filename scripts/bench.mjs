// npm run bench: measures, and prints tables. Ratios are of one run on one machine.
// `npm run bench -- command`, `-- places`, `-- picture`, `-- recognition`, `-- plants`, `-- buildings`, `-- sheets`, `-- speed` and `-- second-hand` measure a part; `quick` takes fewer runs.
// `npm run bench -- calibration folder=PATH` holds what is said with a confidence against sheets of known truth.
import { installPackages, installDebian } from "./lib/install.mjs";

installPackages();
installDebian("mupdf-tools", "postgresql", "chromium", "qpdf", "librsvg2-bin", "ghostscript", "python3-reportlab");
const { bundle } = await import("./bundle.mjs");
const { bin, run } = await import("./lib/run.mjs");
const wanted = process.argv.slice(2);
const measures = (part) =>
  wanted.includes(part) ||
  !["command", "places", "picture", "recognition", "plants", "buildings", "sheets", "speed", "second-hand"].some(
    (each) => wanted.includes(each),
  );
const measure = (file, env = {}) =>
  run(bin("tsx"), ["--tsconfig", "tsconfig.json", file, ...wanted], { env: { ...process.env, ...env } });
await bundle();
if (wanted.includes("calibration")) {
  measure("bench/src/calibration/main.ts");
  process.exit();
}
if (measures("command")) measure("bench/src/main.ts");
if (measures("picture")) {
  // Other makers of pages: what they write is what the picture has to be right of.
  installDebian(
    "python3-svglib",
    "python3-pyqt5.qtsvg",
    "python3-matplotlib",
    "weasyprint",
    "ruby-prawn",
    "libpdf-api2-perl",
    "groff",
    "poppler-utils",
    "img2pdf",
    "fonts-dejavu",
    "fonts-liberation",
  );
  measure("bench/src/picture/main.ts");
}
if (measures("recognition") || measures("plants") || measures("buildings") || measures("sheets")) {
  installDebian(
    "python3-cairo",
    "python3-matplotlib",
    "ruby-prawn",
    "libpdf-api2-perl",
    "python3-pyqt5",
    "fonts-dejavu",
    "fonts-liberation",
  );
  if (measures("recognition")) measure("bench/src/recognition/main.ts");
  if (measures("plants")) measure("bench/src/plants/main.ts");
  if (measures("buildings")) measure("bench/src/buildings/main.ts");
  if (measures("sheets")) measure("bench/src/sheets/main.ts");
}
if (measures("speed")) {
  installDebian("python3-cairo", "fonts-dejavu", "fonts-liberation");
  measure("bench/src/speed/main.ts");
}
if (measures("second-hand")) {
  installDebian("python3-fitz", "python3-reportlab", "fonts-dejavu", "fonts-liberation");
  measure("bench/src/second-hand/main.ts");
}
if (measures("places")) {
  const { startPostgres } = await import("./lib/postgres.mjs");
  const { startDemoOffice } = await import("./lib/demo-office.mjs");
  const server = await startPostgres("postgres-test", { fresh: true, port: 54420 });
  try {
    const application = await startDemoOffice(server, 3100);
    try {
      measure("bench/src/places.ts", { HEMSTITCH_ADDRESS: application.address });
    } finally {
      await application.stop();
    }
  } finally {
    await server.stop();
  }
}
