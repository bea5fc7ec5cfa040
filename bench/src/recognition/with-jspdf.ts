import { writeFileSync } from "node:fs";
import { jsPDF } from "jspdf";
import type { Scene } from "./scene";
import { torn } from "./with-pdfkit";

const PT = 72 / 25.4;
const FONTS = { sans: ["helvetica", 0.718], serif: ["times", 0.662], mono: ["courier", 0.562] } as const;

/** Writes a scene with jsPDF, which sets text by a matrix of its own and draws circles of four curves. */
export function withJspdf(scene: Scene, path: string): void {
  const { widthMm, heightMm } = scene;
  const document = new jsPDF({
    unit: "mm",
    format: [widthMm, heightMm],
    orientation: widthMm > heightMm ? "landscape" : "portrait",
    compress: true,
  });
  const [font, capital] = FONTS[scene.font];
  document.setFont(font, "normal");
  const y = (mm: number): number => heightMm - mm;
  for (const mark of scene.marks) {
    switch (mark.kind) {
      case "line": {
        document.setLineWidth(mark.width).setLineDashPattern([...mark.dash], 0);
        const [first = [0, 0] as const, ...rest] = mark.points;
        let before = first;
        const steps = rest.map((point) => {
          const step = [point[0] - before[0], -(point[1] - before[1])];
          before = point;
          return step;
        });
        document.lines(steps, first[0], y(first[1]), [1, 1], "S", mark.closed);
        break;
      }
      case "area": {
        document.setFillColor(mark.grey === 0 ? "#000000" : "#ffffff");
        const [first = [0, 0] as const, ...rest] = mark.points;
        let before = first;
        const steps = rest.map((point) => {
          const step = [point[0] - before[0], -(point[1] - before[1])];
          before = point;
          return step;
        });
        document.lines(steps, first[0], y(first[1]), [1, 1], "F", true);
        break;
      }
      case "circle":
        document.setLineWidth(mark.width).setLineDashPattern([], 0).setFillColor("#000000");
        document.circle(mark.at[0], y(mark.at[1]), mark.radius, mark.fill === null ? "S" : "F");
        break;
      case "arc": {
        document.setLineWidth(mark.width).setLineDashPattern([], 0);
        const steps = 12;
        const at = (i: number): [number, number] => {
          const turn = ((mark.from + ((mark.to - mark.from) * i) / steps) * Math.PI) / 180;
          return [mark.at[0] + mark.radius * Math.cos(turn), y(mark.at[1] + mark.radius * Math.sin(turn))];
        };
        for (let i = 0; i < steps; i++) document.line(...at(i), ...at(i + 1));
        break;
      }
      case "text": {
        document.setFontSize((mark.height / capital) * PT).setTextColor("#000000");
        const width = document.getTextWidth(mark.text);
        const turn = (mark.angle * Math.PI) / 180;
        let along = mark.align === "left" ? 0 : mark.align === "middle" ? -width / 2 : -width;
        for (const part of torn(mark.text, mark.torn)) {
          if (part.trim() !== "")
            document.text(part, mark.at[0] + along * Math.cos(turn), y(mark.at[1] + along * Math.sin(turn)), {
              angle: mark.angle,
            });
          along += document.getTextWidth(part);
        }
        break;
      }
    }
  }
  writeFileSync(path, Buffer.from(document.output("arraybuffer")));
}
