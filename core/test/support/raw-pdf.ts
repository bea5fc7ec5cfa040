import { deflateSync } from "node:zlib";

/** Points in a millimetre. */
export const PT = 72 / 25.4;

/**
 * Writes PDF files object by object, so that tests can make any structure, sound or not. It shares
 * no code with what reads them.
 */
export class RawPdf {
  private readonly bodies: Buffer[] = [];

  /** Adds an object; returns its reference. */
  add(body: string | Buffer): string {
    this.bodies.push(typeof body === "string" ? Buffer.from(body, "latin1") : body);
    return `${this.bodies.length} 0 R`;
  }

  /** Keeps a place for an object that others refer to before it is written. */
  reserve(): { ref: string; set: (body: string) => void } {
    const ref = this.add("null");
    const at = this.bodies.length - 1;
    return { ref, set: (body) => void (this.bodies[at] = Buffer.from(body, "latin1")) };
  }

  stream(content: string | Buffer, entries = "", packed = false): string {
    const bytes = typeof content === "string" ? Buffer.from(content, "latin1") : content;
    const data = packed ? deflateSync(bytes) : bytes;
    const dict = `<< ${entries} ${packed ? "/Filter /FlateDecode " : ""}/Length ${data.length} >>\nstream\n`;
    return this.add(Buffer.concat([Buffer.from(dict, "latin1"), data, Buffer.from("\nendstream")]));
  }

  build(root: string, trailer = ""): Uint8Array {
    const chunks: Buffer[] = [Buffer.from("%PDF-1.7\n%\xe2\xe3\xcf\xd3\n", "latin1")];
    let at = chunks[0]?.length ?? 0;
    const rows: string[] = [];
    this.bodies.forEach((body, i) => {
      rows.push(`${String(at).padStart(10, "0")} 00000 n \n`);
      const chunk = Buffer.concat([Buffer.from(`${i + 1} 0 obj\n`), body, Buffer.from("\nendobj\n")]);
      chunks.push(chunk);
      at += chunk.length;
    });
    const size = this.bodies.length + 1;
    chunks.push(
      Buffer.from(
        `xref\n0 ${size}\n0000000000 65535 f \n${rows.join("")}trailer\n<< /Size ${size} /Root ${root} ${trailer} >>\nstartxref\n${at}\n%%EOF\n`,
      ),
    );
    return new Uint8Array(Buffer.concat(chunks));
  }
}

export interface OnePage {
  readonly content: string;
  /** Layers by name; the n-th is `/Ln` in the properties. */
  readonly layers?: readonly string[];
  /** Layers that are off when the file is opened, by index. */
  readonly off?: readonly number[];
  readonly widthMm?: number;
  readonly heightMm?: number;
  /** Further entries of the page dictionary. */
  readonly page?: string;
  /** Further entries of the resources; `add` writes more objects. */
  readonly resources?: (file: RawPdf, layers: readonly string[]) => string;
  readonly packed?: boolean;
}

const escaped = (name: string): string => `<feff${Buffer.from(name, "utf16le").swap16().toString("hex")}>`;

/** A file of one page in millimetres (the content's unit is the millimetre). */
export function onePage(options: OnePage): Uint8Array {
  const file = new RawPdf();
  const layers = (options.layers ?? []).map((name) => file.add(`<< /Type /OCG /Name ${escaped(name)} >>`));
  const font = file.add("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>");
  const more = options.resources?.(file, layers) ?? "";
  const content = file.stream(`${PT} 0 0 ${PT} 0 0 cm\n${options.content}`, "", options.packed);
  const pages = file.reserve();
  const [width, height] = [(options.widthMm ?? 420) * PT, (options.heightMm ?? 297) * PT];
  const properties = layers.map((ref, i) => `/L${i} ${ref}`).join(" ");
  const page = file.add(
    `<< /Type /Page /Parent ${pages.ref} /MediaBox [0 0 ${width} ${height}] /Contents ${content} /Resources << /Font << /F1 ${font} >> /Properties << ${properties} >> ${more} >> ${options.page ?? ""} >>`,
  );
  pages.set(`<< /Type /Pages /Kids [${page}] /Count 1 >>`);
  const list = layers.join(" ");
  const off = (options.off ?? []).map((i) => layers[i]).join(" ");
  const optional =
    layers.length > 0 ? `/OCProperties << /OCGs [${list}] /D << /Order [${list}] /OFF [${off}] >> >>` : "";
  return file.build(file.add(`<< /Type /Catalog /Pages ${pages.ref} ${optional} >>`));
}

/** Marked content on the n-th layer. */
export const on = (layer: number, content: string): string => `/OC /L${layer} BDC\n${content}\nEMC\n`;

/** A string in Helvetica whose capitals are `heightMm` high (Adobe's metrics: 0.718 of the size). */
export const lettering = (text: string, x: number, y: number, heightMm: number): string =>
  `BT /F1 ${heightMm / 0.718} Tf ${x} ${y} Td (${text}) Tj ET\n`;

/** The same turned about its beginning, degrees counter-clockwise. */
export function lettered(text: string, x: number, y: number, heightMm: number, degrees: number): string {
  const turn = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn).toFixed(6), Math.sin(turn).toFixed(6)];
  return `BT /F1 ${heightMm / 0.718} Tf ${cos} ${sin} ${-sin} ${cos} ${x} ${y} Tm (${text}) Tj ET\n`;
}
