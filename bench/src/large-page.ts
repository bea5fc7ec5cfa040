import { deflateSync } from "node:zlib";

/** A seeded generator, so that every run measures the same file. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const LAYERS = ["A-WALL", "A-DOOR", "A-GLAZ", "A-FURN", "A-GRID", "A-FLOR-PATT", "A-ANNO-DIMS", "A-ANNO-TEXT"];
const WIDTHS_MM = [0.5, 0.35, 0.25, 0.18, 0.18, 0.13, 0.18, 0.25];
const PT = 72 / 25.4;

/**
 * One A1 page with `strokes` stroked lines and `texts` strings on eight layers, the way drawing
 * programs write them: a width set for a run of lines, two points a line, now and then a polyline.
 */
export function largePage(strokes: number, texts: number): Uint8Array {
  const random = seeded(strokes + texts);
  const parts: string[] = [`${PT} 0 0 ${PT} 0 0 cm\n`];
  const coordinate = (to: number): string => (random() * to).toFixed(3);
  for (let done = 0, run = 0; done < strokes; run++) {
    const layer = run % 7;
    parts.push(`/OC /L${layer} BDC\n${WIDTHS_MM[layer]} w\n`);
    for (let i = 0; i < 500 && done < strokes; i++, done++) {
      const [x, y] = [random() * 820, random() * 570];
      parts.push(`${x.toFixed(3)} ${y.toFixed(3)} m\n`);
      const more = i % 10 === 0 ? 5 : 1;
      for (let n = 0; n < more; n++)
        parts.push(`${(x + random() * 20).toFixed(3)} ${(y + random() * 20).toFixed(3)} l\n`);
      parts.push("S\n");
    }
    parts.push("EMC\n");
  }
  parts.push("/OC /L7 BDC\n");
  for (let i = 0; i < texts; i++)
    parts.push(`BT /F1 3.482 Tf ${coordinate(800)} ${coordinate(580)} Td (ROOM ${i} ${coordinate(100)}) Tj ET\n`);
  parts.push("EMC\n");
  return pdfWith(parts.join(""));
}

/** A complete file around one page of content, written plainly. */
function pdfWith(content: string): Uint8Array {
  const packed = deflateSync(Buffer.from(content, "latin1"));
  const ocgs = LAYERS.map((_, i) => `${i + 10} 0 R`).join(" ");
  const bodies: [number, Buffer][] = [
    [1, Buffer.from(`<< /Type /Catalog /Pages 2 0 R /OCProperties << /OCGs [${ocgs}] /D << /Order [${ocgs}] >> >> >>`)],
    [2, Buffer.from("<< /Type /Pages /Kids [3 0 R] /Count 1 >>")],
    [
      3,
      Buffer.from(
        `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 ${841 * PT} ${594 * PT}] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> /Properties << ${LAYERS.map((_, i) => `/L${i} ${i + 10} 0 R`).join(" ")} >> >> >>`,
      ),
    ],
    [
      4,
      Buffer.concat([
        Buffer.from(`<< /Length ${packed.length} /Filter /FlateDecode >>\nstream\n`),
        packed,
        Buffer.from("\nendstream"),
      ]),
    ],
    [5, Buffer.from("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>")],
    ...LAYERS.map((name, i): [number, Buffer] => [i + 10, Buffer.from(`<< /Type /OCG /Name (${name}) >>`)]),
  ];
  const chunks: Buffer[] = [Buffer.from("%PDF-1.7\n")];
  let at = chunks[0]?.length ?? 0;
  const offsets = new Map<number, number>();
  for (const [number, body] of bodies) {
    offsets.set(number, at);
    const chunk = Buffer.concat([Buffer.from(`${number} 0 obj\n`), body, Buffer.from("\nendobj\n")]);
    chunks.push(chunk);
    at += chunk.length;
  }
  const rows = [...offsets]
    .map(([number, offset]) => `${number} 1\n${String(offset).padStart(10, "0")} 00000 n \n`)
    .join("");
  chunks.push(
    Buffer.from(
      `xref\n0 1\n0000000000 65535 f \n${rows}trailer\n<< /Size ${10 + LAYERS.length} /Root 1 0 R >>\nstartxref\n${at}\n%%EOF\n`,
    ),
  );
  return Buffer.concat(chunks);
}
