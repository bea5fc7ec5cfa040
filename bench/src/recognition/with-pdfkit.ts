import { createWriteStream } from "node:fs";
import { once } from "node:events";
import PDFDocument from "pdfkit";
import type { Scene } from "./scene";

const PT = 72 / 25.4;
/** Of the standard fonts' capitals, as a share of their size (their published metrics). */
const FONTS = { sans: ["Helvetica", 0.718], serif: ["Times-Roman", 0.662], mono: ["Courier", 0.562] } as const;

/** Writes a scene with PDFKit. */
export async function withPdfkit(scene: Scene, path: string): Promise<void> {
  const document = new PDFDocument({ size: [scene.widthMm * PT, scene.heightMm * PT], margin: 0 });
  const out = createWriteStream(path);
  document.pipe(out);
  const [font, capital] = FONTS[scene.font];
  const [x, y] = [(mm: number) => mm * PT, (mm: number) => (scene.heightMm - mm) * PT];
  document.font(font);
  for (const mark of scene.marks) {
    switch (mark.kind) {
      case "line": {
        mark.points.forEach(([px, py], i) => (i === 0 ? document.moveTo(x(px), y(py)) : document.lineTo(x(px), y(py))));
        if (mark.closed) document.closePath();
        document.lineWidth(mark.width * PT);
        if (mark.dash.length > 0) document.dash(mark.dash.map((each) => each * PT) as unknown as number, {});
        else document.undash();
        document.stroke("black");
        break;
      }
      case "area": {
        mark.points.forEach(([px, py], i) => (i === 0 ? document.moveTo(x(px), y(py)) : document.lineTo(x(px), y(py))));
        document.closePath().fill(mark.grey === 0 ? "black" : "white");
        break;
      }
      case "circle":
        document
          .undash()
          .lineWidth(mark.width * PT)
          .circle(x(mark.at[0]), y(mark.at[1]), mark.radius * PT);
        if (mark.fill === null) document.stroke("black");
        else document.fill("black");
        break;
      case "arc": {
        document.undash().lineWidth(mark.width * PT);
        const steps = 12;
        for (let i = 0; i <= steps; i++) {
          const turn = ((mark.from + ((mark.to - mark.from) * i) / steps) * Math.PI) / 180;
          const at = [
            x(mark.at[0] + mark.radius * Math.cos(turn)),
            y(mark.at[1] + mark.radius * Math.sin(turn)),
          ] as const;
          if (i === 0) document.moveTo(...at);
          else document.lineTo(...at);
        }
        document.stroke("black");
        break;
      }
      case "text": {
        const size = (mark.height / capital) * PT;
        document.fontSize(size).fillColor("black");
        const width = document.widthOfString(mark.text);
        const shift = mark.align === "left" ? 0 : mark.align === "middle" ? width / 2 : width;
        document.save();
        document.translate(x(mark.at[0]), y(mark.at[1])).rotate(-mark.angle);
        let at = -shift;
        for (const part of torn(mark.text, mark.torn)) {
          if (part.trim() !== "") document.text(part, at, 0, { lineBreak: false, baseline: "alphabetic" });
          at += document.widthOfString(part);
        }
        document.restore();
        break;
      }
    }
  }
  document.end();
  await once(out, "finish");
}

/** The pieces that a string is written in, their blanks with them. */
export const torn = (text: string, how: "whole" | "words" | "letters"): string[] =>
  how === "whole" ? [text] : how === "letters" ? [...text] : (text.match(/\S+\s*/g) ?? [text]);
