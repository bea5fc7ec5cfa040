import { createWriteStream } from "node:fs";
import { once } from "node:events";
import PDFDocument from "pdfkit";

const DEJAVU = "/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf";

/** Pages by PDFKit: its own fonts or an embedded one, a tiling pattern, gradients, clips, turned pages. */
export async function byPdfkit(at: (name: string) => string): Promise<string[]> {
  const made: string[] = [];
  for (const [name, font] of [
    ["own", "Courier"],
    ["embedded", DEJAVU],
  ] as const) {
    const document = new PDFDocument({ size: [1190, 842] });
    const out = createWriteStream(at(`pdfkit-${name}.pdf`));
    document.pipe(out);
    document.font(font);
    document.save().rect(80, 80, 300, 240).clip();
    for (let i = -40; i < 60; i++)
      document
        .lineWidth(0.5)
        .moveTo(i * 12, 340)
        .lineTo(i * 12 + 200, 60)
        .stroke();
    document.restore();
    const pattern = document.pattern([0, 0, 12, 12], 14, 14, "0.7 w 0 0 m 12 12 l S 6 6 m 12 0 l S");
    document.rect(450, 80, 300, 240).fill([pattern, "#804000"] as never);
    const run = document.linearGradient(800, 80, 1100, 320);
    run.stop(0, "#fff").stop(1, "#336");
    document.rect(800, 80, 300, 240).fill(run);
    document.fillColor("#000").strokeColor("#000");
    for (let i = 0; i < 14; i++)
      document.fontSize(6 + i * 1.5).text(`ROOM ${i} 3600`, 80 + (i % 2) * 300, 360 + i * 30, { lineBreak: false });
    document.fillOpacity(0.3).circle(900, 560, 120).fill("#c00").fillOpacity(1);
    document
      .save()
      .rotate(25, { origin: [700, 700] })
      .dash(9, { space: 4 })
      .rect(620, 640, 180, 90)
      .stroke()
      .restore();
    document.end();
    await once(out, "finish");
    made.push(at(`pdfkit-${name}.pdf`));
  }
  return made;
}
