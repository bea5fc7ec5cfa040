import { writeFileSync } from "node:fs";
import { BlendMode, degrees, LineCapStyle, PDFDocument, rgb, StandardFonts } from "@cantoo/pdf-lib";

/** Pages by pdf-lib: blending, caps, curves, turned lettering, a page that lies on its side. */
export async function byPdfLib(at: (name: string) => string): Promise<string[]> {
  const made: string[] = [];
  for (const [name, font, turn] of [
    ["upright", StandardFonts.Helvetica, 0],
    ["turned", StandardFonts.TimesRomanItalic, 90],
  ] as const) {
    const document = await PDFDocument.create();
    const page = document.addPage([1190, 842]);
    page.setRotation(degrees(turn));
    const set = await document.embedFont(font);
    for (let i = 0; i < 30; i++)
      page.drawLine({
        start: { x: 60, y: 60 + i * 24 },
        end: { x: 420, y: 80 + i * 22 },
        thickness: 0.2 + i * 0.3,
        lineCap: [LineCapStyle.Butt, LineCapStyle.Round, LineCapStyle.Projecting][i % 3]!,
      });
    page.drawRectangle({ x: 480, y: 480, width: 260, height: 240, color: rgb(0.2, 0.5, 0.9) });
    page.drawCircle({ x: 700, y: 480, size: 130, color: rgb(0.9, 0.7, 0.1), blendMode: BlendMode.Multiply });
    page.drawEllipse({
      x: 960,
      y: 600,
      xScale: 140,
      yScale: 70,
      borderWidth: 2,
      borderDashArray: [6, 3],
      opacity: 0.5,
    });
    page.drawSvgPath("M0 0C40 80 120 -80 200 0L200 120Z", {
      x: 820,
      y: 420,
      borderWidth: 1.5,
      color: rgb(0.8, 0.9, 0.8),
    });
    for (let i = 0; i < 12; i++)
      page.drawText(`Room ${i} 12.5 m2`, { x: 500, y: 60 + i * 26, size: 6 + i, font: set, rotate: degrees(i * 2) });
    writeFileSync(at(`pdf-lib-${name}.pdf`), await document.save());
    made.push(at(`pdf-lib-${name}.pdf`));
  }
  return made;
}
