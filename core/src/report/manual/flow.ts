import type { PdfWriter, PdfPage } from "../../formats/pdf/write";
import { wrapped } from "../../plot";

/** Pages are A4, upright (ISO 216). Millimetres. */
export const PAGE = { widthMm: 210, heightMm: 297, leftMm: 22, rightMm: 16, topMm: 22, bottomMm: 20 } as const;
export const TEXT_WIDTH_MM = PAGE.widthMm - PAGE.leftMm - PAGE.rightMm;

const BODY_MM = 2;
const ENTRY_MM = 2.5;
const LINE_MM = 4.2;
const INK = 0x1b2a41;
const GREY = 0x5b6472;
const HAIRLINE = 0xb9b2a1;

export interface Column {
  readonly title: string;
  readonly widthMm: number;
  /** Draws into the cell instead of writing: from its lower-left corner, so wide, so high. */
  readonly draw?: (row: number, page: PdfPage, x: number, y: number, widthMm: number) => void;
  readonly drawHeightMm?: (row: number) => number;
}

/** Lays out the pages of the manual from top to bottom. */
export class Flow {
  readonly pages: PdfPage[] = [];
  readonly contents: { readonly title: string; readonly level: 1 | 2; readonly page: number; readonly y: number }[] =
    [];
  private y = 0;

  constructor(
    private readonly pdf: PdfWriter,
    private readonly footer: string,
  ) {}

  get page(): PdfPage {
    return this.pages.at(-1) ?? this.newPage();
  }

  newPage(): PdfPage {
    const page = this.pdf.addPage(PAGE.widthMm, PAGE.heightMm);
    this.pages.push(page);
    this.y = PAGE.heightMm - PAGE.topMm;
    page.fillInk(GREY);
    page.text(this.footer, PAGE.leftMm, 10, { heightMm: 1.8 });
    page.text(String(this.pages.length), PAGE.widthMm - PAGE.rightMm, 10, { heightMm: 1.8, align: "right" });
    page.fillInk(INK).ink(INK);
    return page;
  }

  /** Begins a new page unless so much room is left. */
  need(heightMm: number): void {
    if (this.pages.length === 0 || this.y - heightMm < PAGE.bottomMm) this.newPage();
  }

  space(mm: number): void {
    this.y -= mm;
  }

  heading(title: string, level: 1 | 2): void {
    const height = level === 1 ? 5 : 3;
    this.need(level === 1 ? 60 : 34);
    this.y -= height + (level === 1 ? 4 : 6);
    this.page.text(title, PAGE.leftMm, this.y, { heightMm: height });
    this.contents.push({ title, level, page: this.pages.length, y: this.y + height });
    if (level === 1) {
      this.y -= 2.5;
      this.page
        .ink(HAIRLINE)
        .pen(0.25, [1.2, 1])
        .line(PAGE.leftMm, this.y, PAGE.widthMm - PAGE.rightMm, this.y)
        .ink(INK);
    }
    this.y -= 3;
  }

  /** The name of an entry over what is said of it; not in the contents. */
  entry(name: string): void {
    this.need(ENTRY_MM * 4);
    this.y -= ENTRY_MM + 3.5;
    this.page.fillInk(INK).text(name, PAGE.leftMm, this.y, { heightMm: ENTRY_MM });
  }

  paragraph(text: string, heightMm = BODY_MM): void {
    const line = heightMm * 2.1;
    for (const words of wrapped(this.page, text, heightMm, TEXT_WIDTH_MM)) {
      this.need(line);
      this.y -= line;
      this.page.fillInk(INK).text(words, PAGE.leftMm, this.y, { heightMm });
    }
    this.y -= 1.5;
  }

  /** Room of a height across the page, to draw in from its lower-left corner. */
  figure(heightMm: number, draw: (page: PdfPage, x: number, y: number) => void): void {
    this.need(heightMm);
    this.y -= heightMm;
    draw(this.page, PAGE.leftMm, this.y);
    this.page.endLayer().fillInk(INK).ink(INK).lettering();
    this.y -= 2;
  }

  /** A table whose head is written again on every page. */
  table(columns: readonly Column[], rows: readonly (readonly string[])[]): void {
    if (rows.length === 0) return;
    this.need(24);
    this.head(columns);
    rows.forEach((row, i) => {
      const cells = columns.map((column, k) => wrapped(this.page, row[k] ?? "", BODY_MM, column.widthMm - 2));
      const lines = Math.max(1, ...cells.map((cell) => cell.length));
      const drawn = Math.max(0, ...columns.map((column) => column.drawHeightMm?.(i) ?? 0));
      const height = Math.max(lines * LINE_MM, drawn) + 1.6;
      if (this.y - height < PAGE.bottomMm) {
        this.newPage();
        this.head(columns);
      }
      this.row(columns, cells, i, height);
    });
    this.y -= 2;
  }

  private head(columns: readonly Column[]): void {
    this.y -= LINE_MM;
    let x = PAGE.leftMm;
    this.page.fillInk(GREY);
    for (const { title, widthMm } of columns) {
      this.page.text(title, x, this.y + 0.6, { heightMm: 1.8 });
      x += widthMm;
    }
    this.rule(this.y - 0.8);
    this.page.fillInk(INK);
    this.y -= 0.8;
  }

  private row(columns: readonly Column[], cells: readonly (readonly string[])[], index: number, height: number): void {
    let x = PAGE.leftMm;
    columns.forEach((column, k) => {
      column.draw?.(index, this.page, x, this.y - height, column.widthMm);
      this.page.endLayer().fillInk(INK).ink(INK);
      (cells[k] ?? []).forEach((line, n) => this.page.text(line, x, this.y - 3.2 - n * LINE_MM, { heightMm: BODY_MM }));
      x += column.widthMm;
    });
    this.y -= height;
    this.rule(this.y);
  }

  private rule(y: number): void {
    this.page
      .ink(HAIRLINE)
      .pen(0.1)
      .line(PAGE.leftMm, y, PAGE.widthMm - PAGE.rightMm, y)
      .ink(INK);
  }

  finish(): void {
    for (const page of this.pages) page.finish();
  }
}
