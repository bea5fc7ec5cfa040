import type { Chance } from "../recognition/chance";
import type { Pen } from "../recognition/pen";
import { corners, type Box, type SheetTruth } from "./truth";

/** A field as one office labels it, with what this sheet says in it. */
export interface Field {
  readonly field: string;
  readonly label: string;
  /** Lines of its value. */
  readonly lines: readonly string[];
}

/** Labels that offices write, by field; common practice, no source. */
const LABELS: Readonly<Record<string, readonly string[]>> = {
  client: ["Client", "CLIENT", "Client:", "Employer"],
  project: ["Project", "PROJECT", "Project:", "JOB", "Project title"],
  address: ["Address", "SITE", "Location:", "Site address"],
  title: ["Title", "DRAWING TITLE", "Sheet title", "Drawing:", "TITLE"],
  scale: ["Scale", "SCALE", "Scale:", "Scales"],
  date: ["Date", "DATE", "Date:", "Date of issue", "Issue date"],
  drawnBy: ["Drawn", "DRAWN BY", "Drawn by:", "DRN", "Created by"],
  checkedBy: ["Checked", "CHECKED BY", "CHK", "Checked by:"],
  approvedBy: ["Approved", "APPROVED BY", "App'd", "Approved by"],
  status: ["Status", "STATUS", "Purpose of issue", "Issued for"],
  projectNumber: ["Job no.", "PROJECT NO.", "Project number", "Job No"],
  number: ["Drawing no.", "SHEET NO.", "Drawing number", "Sheet number", "DRG NO."],
  revision: ["Rev", "REVISION", "Rev.", "Revision"],
  sheetOf: ["Sheet", "SHEET", "Sheet of"],
  x: ["Cost code", "File path", "Grid north", "Lot"],
};
/** The same in other languages, from memory: German, French, Spanish, Italian, Dutch. */
const ABROAD: Readonly<Record<string, readonly string[]>> = {
  client: ["Bauherr", "Maître d'ouvrage", "Cliente", "Committente", "Opdrachtgever"],
  project: ["Projekt", "Projet", "Proyecto", "Progetto", "Project"],
  address: ["Adresse", "Adresse", "Ubicación", "Ubicazione", "Adres"],
  title: ["Planinhalt", "Titre", "Título", "Titolo", "Titel"],
  scale: ["Maßstab", "Échelle", "Escala", "Scala", "Schaal"],
  date: ["Datum", "Date", "Fecha", "Data", "Datum"],
  drawnBy: ["Gezeichnet", "Dessiné par", "Dibujado", "Disegnato", "Getekend"],
  checkedBy: ["Geprüft", "Vérifié par", "Revisado", "Verificato", "Gecontroleerd"],
  approvedBy: ["Freigegeben", "Approuvé", "Aprobado", "Approvato", "Goedgekeurd"],
  status: ["Status", "Phase", "Fase", "Fase", "Status"],
  projectNumber: ["Projekt-Nr.", "N° de projet", "N.º de proyecto", "Commessa", "Projectnummer"],
  number: ["Plan-Nr.", "N° de plan", "N.º de plano", "Tavola", "Tekeningnummer"],
  revision: ["Index", "Indice", "Revisión", "Revisione", "Revisie"],
  sheetOf: ["Blatt", "Feuille", "Hoja", "Foglio", "Blad"],
};

export interface Said {
  readonly title: string;
  readonly scale: string;
  readonly number: string;
}

const NAMES = ["Harrow Fell Library", "Lindle Wharf Cottages", "Carr Head School", "Brae Street Dental Practice"];
const CLIENTS = ["Fell District Council", "Lindle Homes", "Carr Head Trust", "Dr. A. Wray"];
const PLACES = [
  ["12 Mill Lane", "Harrow"],
  ["Wharf Road, Lindle"],
  ["Carr Head", "Northby", "NB4 2QT"],
  ["7 Brae Street"],
];
const PEOPLE = ["KL", "M. Orde", "J. Tarn", "RS", "P. Vane"];

/** The fields of an office's title block, with labels of its own habit. */
export function fieldsOf(chance: Chance, said: Said, long: boolean): Field[] {
  const at = chance.whole(0, 3);
  const habit = chance.whole(0, 4);
  const isAbroad = chance.is(0.25);
  const labelOf = (field: string): string => {
    const own = (isAbroad && ABROAD[field]) || (LABELS[field] ?? [field]);
    return own[habit % own.length] ?? field;
  };
  const fullName = `${NAMES[at]!}${long ? " and the rebuilding of its eastern wing with reading room, stair and a lift to all of its floors" : ""}`;
  const values: Record<string, readonly string[]> = {
    client: [CLIENTS[at]!],
    project: chance.is(0.4) && !long ? [NAMES[at]!, "Alterations and repairs"] : [fullName],
    address: PLACES[at]!,
    title: chance.is(0.3) ? [said.title, "as proposed"] : [said.title],
    scale: [said.scale],
    date: [chance.one(["12.03.2026", "2026-03-12", "12 March 2026", "03/12/26"])],
    drawnBy: [chance.one(PEOPLE)],
    checkedBy: [chance.one(PEOPLE)],
    approvedBy: [chance.one(PEOPLE)],
    status: [chance.one(["For tender", "Planning", "Preliminary design", "Construction"])],
    projectNumber: [chance.one(["2417", "P-0331", "26/118"])],
    number: [said.number],
    revision: [chance.one(["A", "B", "P2", "03"])],
    sheetOf: [chance.one(["1 of 12", "3/8"])],
    x: [chance.one(["4411", "N/S", "Block C"])],
  };
  const all = Object.keys(values).filter(
    (field) => ["title", "number", "scale", ...(long ? ["project"] : [])].includes(field) || chance.is(0.75),
  );
  return all.map((field) => ({ field, label: labelOf(field), lines: values[field]! }));
}

export const LAYOUTS = ["grid", "strip", "pairs", "inline", "rows", "turned", "open", "below", "wordless"] as const;
export type Layout = (typeof LAYOUTS)[number];

interface Drawn {
  readonly pen: Pen;
  readonly chance: Chance;
  readonly truth: SheetTruth;
}

/** Draws a title block into the lower or right part of a border, and returns its box. */
export function drawTitleBlock(drawn: Drawn, layout: Layout, fields: readonly Field[], border: Box): Box {
  for (const { field, lines } of fields) drawn.truth.fields.push({ field, value: lines.join(" ") });
  switch (layout) {
    case "grid":
      return grid(drawn, fields, border);
    case "strip":
      return strip(drawn, fields, border);
    case "pairs":
      return pairs(drawn, fields, border);
    case "inline":
      return inline(drawn, fields, border);
    case "rows":
      return rows(drawn, fields, border);
    case "turned":
      return turned(drawn, fields, border);
    case "open":
      return open(drawn, fields, border);
    case "below":
      return below(drawn, fields, border);
    case "wordless":
      return wordless(drawn, fields, border);
  }
}

const isWide = ({ field, lines }: Field): boolean =>
  ["client", "project", "address", "title"].includes(field) || lines.length > 1;

/** Cells side by side in rows, label above value, at the lower right. */
function grid({ pen, chance }: Drawn, fields: readonly Field[], border: Box): Box {
  const w = chance.one([170, 180]);
  const small = fields.filter((each) => !isWide(each));
  const wide = fields.filter(isWide);
  const perRow = chance.one([3, 4]);
  const [low, high] = [13, 18];
  const rowCount = Math.ceil(small.length / perRow);
  const box = { x: border.x + border.w - w, y: border.y, w, h: rowCount * low + wide.length * high };
  pen.width = 0.5;
  pen.polyline(corners(box), true);
  pen.width = 0.25;
  const cell = (at: Box, each: Field): void => labelAbove(pen, at, each);
  for (let i = 0; i < small.length; i++) {
    const row = Math.floor(i / perRow);
    const inRow = Math.min(perRow, small.length - row * perRow);
    const at = {
      x: box.x + ((i % perRow) * w) / inRow,
      y: box.y + row * low,
      w: w / inRow,
      h: low,
    };
    if (i % perRow > 0) pen.line([at.x, at.y], [at.x, at.y + low]);
    if (i % perRow === 0) pen.line([box.x, at.y + low], [box.x + w, at.y + low]);
    cell(at, small[i]!);
  }
  wide.forEach((each, i) => {
    const at = { x: box.x, y: box.y + rowCount * low + i * high, w, h: high };
    if (i > 0) pen.line([box.x, at.y], [box.x + w, at.y]);
    cell(at, each);
  });
  return box;
}

function labelAbove(pen: Pen, { x, y, h }: Box, { label, lines }: Field): void {
  pen.text([x + 1.5, y + h - 3], label, 1.8, 0, "left");
  const pitch = 4.2;
  lines.forEach((line, i) => pen.text([x + 2.5, y + h - 8.5 - i * pitch], line, 2.5, 0, "left"));
}

/** A strip down the right edge: every field a cell of its full width. */
function strip({ pen, chance }: Drawn, fields: readonly Field[], border: Box): Box {
  const w = chance.one([65, 80]);
  const box = { x: border.x + border.w - w, y: border.y, w, h: border.h };
  pen.width = 0.5;
  pen.line([box.x, box.y], [box.x, box.y + box.h]);
  pen.width = chance.one([0.25, 0.35]);
  // The number stands at the bottom, large.
  const order = [
    ...fields.filter(({ field }) => field === "number"),
    ...fields.filter(({ field }) => field !== "number"),
  ];
  let y = box.y;
  for (const each of order) {
    const isNumber = each.field === "number";
    const h = isNumber ? 24 : 10 + 5 * each.lines.length;
    pen.line([box.x, y + h], [box.x + w, y + h]);
    pen.text([box.x + 2, y + h - 3.5], each.label, 1.8, 0, "left");
    if (isNumber) pen.text([box.x + w / 2, y + 7], each.lines[0] ?? "", 7, 0, "middle");
    else each.lines.forEach((line, i) => pen.text([box.x + 4, y + h - 9 - i * 4.6], line, 2.5, 0, "left"));
    y += h;
  }
  pen.text([box.x + w / 2, box.y + box.h - 14], "ORDE AND VANE", 5);
  pen.text([box.x + w / 2, box.y + box.h - 21], "draughting rooms", 2.5);
  return box;
}

/** A table of two columns: labels in cells of their own, values in those beside them. */
function pairs({ pen, chance }: Drawn, fields: readonly Field[], border: Box): Box {
  const [w, split] = [chance.one([120, 150]), 34];
  const heights = fields.map(({ lines }) => 4 + 4.4 * lines.length);
  const h = heights.reduce((sum, each) => sum + each, 0);
  const box = { x: border.x + border.w - w, y: border.y, w, h };
  pen.width = 0.5;
  pen.polyline(corners(box), true);
  pen.width = 0.25;
  pen.line([box.x + split, box.y], [box.x + split, box.y + h]);
  let y = box.y + h;
  fields.forEach(({ label, lines }, i) => {
    const own = heights[i] ?? 0;
    pen.text([box.x + 2, y - 5], label, 2, 0, "left");
    lines.forEach((line, k) => pen.text([box.x + split + 2, y - 5 - k * 4.4], line, 2.5, 0, "left"));
    y -= own;
    if (i + 1 < fields.length) pen.line([box.x, y], [box.x + w, y]);
  });
  return box;
}

/** Label and value in one line of lettering, each in a cell of a table of two columns. */
function inline({ pen }: Drawn, fields: readonly Field[], border: Box): Box {
  const [w, h] = [180, 9];
  const count = Math.ceil(fields.length / 2);
  const box = { x: border.x + border.w - w, y: border.y, w, h: count * h };
  pen.width = 0.5;
  pen.polyline(corners(box), true);
  pen.width = 0.25;
  pen.line([box.x + w / 2, box.y], [box.x + w / 2, box.y + box.h]);
  fields.forEach(({ label, lines }, i) => {
    const [x, y] = [box.x + (i % 2) * (w / 2), box.y + Math.floor(i / 2) * h];
    if (i % 2 === 0 && i > 0) pen.line([box.x, y], [box.x + w, y]);
    pen.text([x + 2, y + 3], `${label.replace(/:$/, "")}: ${lines.join(" ")}`, lines.length > 1 ? 2 : 2.5, 0, "left");
  });
  return box;
}

/** Rows between level lines alone: label at the left, value at a tab. */
function rows({ pen }: Drawn, fields: readonly Field[], border: Box): Box {
  const w = 130;
  const heights = fields.map(({ lines }) => 4 + 4.4 * lines.length);
  const h = heights.reduce((sum, each) => sum + each, 0);
  const box = { x: border.x + border.w - w, y: border.y, w, h };
  pen.width = 0.35;
  pen.polyline(corners(box), true);
  let y = box.y + h;
  fields.forEach(({ label, lines }, i) => {
    pen.text([box.x + 2, y - 5], label, 1.8, 0, "left");
    lines.forEach((line, k) => pen.text([box.x + 36, y - 5 - k * 4.4], line, 2.5, 0, "left"));
    y -= heights[i] ?? 0;
    if (i + 1 < fields.length) pen.line([box.x, y], [box.x + w, y]);
  });
  return box;
}

/** A strip up the right edge that is read from the right: cells side by side, label over value, all turned. */
function turned({ pen }: Drawn, fields: readonly Field[], border: Box): Box {
  const w = 40;
  const box = { x: border.x + border.w - w, y: border.y, w, h: border.h };
  pen.width = 0.5;
  pen.line([box.x, box.y], [box.x, box.y + box.h]);
  pen.width = 0.25;
  const length = Math.min(62, border.h / fields.length);
  fields.forEach(({ label, lines }, i) => {
    const y = box.y + i * length;
    pen.line([box.x, y + length], [box.x + w, y + length]);
    pen.text([box.x + 5, y + 2], label, 1.8, 90, "left");
    lines.forEach((line, k) =>
      pen.text([box.x + 13 + k * 5, y + 3], line, line.length * 2 > length - 4 ? 1.4 : 2, 90, "left"),
    );
  });
  return box;
}

/** One box without lines in it: labels and values in two columns. */
function open({ pen }: Drawn, fields: readonly Field[], border: Box): Box {
  const count = fields.reduce((sum, { lines }) => sum + lines.length, 0);
  const box = { x: border.x + border.w - 120, y: border.y, w: 120, h: count * 4.6 + 4 };
  pen.width = 0.5;
  pen.polyline(corners(box), true);
  let y = box.y + box.h - 5;
  for (const { label, lines } of fields) {
    pen.text([box.x + 3, y], label, 1.8, 0, "left");
    for (const line of lines) {
      pen.text([box.x + 34, y], line, 2.5, 0, "left");
      y -= 4.6;
    }
  }
  return box;
}

/** Cells side by side, the label small under its value. */
function below({ pen }: Drawn, fields: readonly Field[], border: Box): Box {
  const [w, h, perRow] = [180, 18, 2];
  const count = Math.ceil(fields.length / perRow);
  const box = { x: border.x + border.w - w, y: border.y, w, h: count * h };
  pen.width = 0.35;
  pen.polyline(corners(box), true);
  pen.line([box.x + w / 2, box.y], [box.x + w / 2, box.y + box.h]);
  fields.forEach(({ label, lines }, i) => {
    const [x, y] = [box.x + (i % perRow) * (w / perRow), box.y + Math.floor(i / perRow) * h];
    if (i % perRow === 0 && i > 0) pen.line([box.x, y], [box.x + w, y]);
    lines.forEach((line, k) => pen.text([x + 3, y + 5 + (lines.length - 1 - k) * 4.2], line, 2.5, 0, "left"));
    pen.text([x + 3, y + 1.2], label, 1.5, 0, "left");
  });
  return box;
}

/** A strip of a firm with its name and address and no labels for them, the number large and without one, the rest in short cells. */
function wordless(drawn: Drawn, fields: readonly Field[], border: Box): Box {
  const { pen, truth } = drawn;
  const w = 75;
  const box = { x: border.x + border.w - w, y: border.y, w, h: border.h };
  pen.width = 0.5;
  pen.line([box.x, box.y], [box.x, box.y + box.h]);
  pen.width = 0.25;
  const number = fields.find(({ field }) => field === "number");
  pen.text([box.x + w / 2, box.y + 7], number?.lines[0] ?? "", 9);
  let y = box.y + 22;
  pen.line([box.x, y], [box.x + w, y]);
  // No label says what the client, project and title are: they are no fields.
  for (const each of fields.filter(({ field }) => ["title", "project", "client"].includes(field))) {
    each.lines.forEach((line, k) => pen.text([box.x + w / 2, y + 4 + (each.lines.length - 1 - k) * 5], line, 3.5));
    y += 6 + each.lines.length * 5;
    pen.line([box.x, y], [box.x + w, y]);
    truth.fields.splice(
      truth.fields.findIndex(({ field }) => field === each.field),
      1,
    );
  }
  for (const { label, lines } of fields.filter(
    ({ field }) => !["title", "project", "client", "number"].includes(field),
  )) {
    pen.text([box.x + 2, y + 2 + (lines.length - 1) * 4], label, 1.8, 0, "left");
    lines.forEach((line, k) => pen.text([box.x + 28, y + 2 + (lines.length - 1 - k) * 4], line, 2.5, 0, "left"));
    y += 3 + 4 * lines.length;
    pen.line([box.x, y], [box.x + w, y]);
  }
  pen.text([box.x + w / 2, box.y + box.h - 14], "ORDE AND VANE", 5);
  ["draughting rooms", "4 Scar Lane, Northby", "telephone 0100 300 300"].forEach((line, i) =>
    pen.text([box.x + w / 2, box.y + box.h - 21 - i * 4], line, 2),
  );
  return box;
}
