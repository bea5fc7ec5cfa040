import { crc32, deflateSync } from "node:zlib";

/** Drawings as SVG, 420 × 297 mm, each with something that viewers paint differently if they can. */
export interface Drawn {
  readonly name: string;
  readonly svg: string;
}

const sheet = (body: string, defs = ""): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="420mm" height="297mm" viewBox="0 0 420 297"><defs>${defs}</defs><rect width="420" height="297" fill="#fff"/>${body}</svg>`;

const range = (count: number): number[] => Array.from({ length: count }, (_, i) => i);

const room = (x: number, y: number, w: number, h: number): string =>
  `<g fill="none" stroke="#000"><rect x="${x}" y="${y}" width="${w}" height="${h}" stroke-width="0.5"/><rect x="${x + 4}" y="${y + 4}" width="${w - 8}" height="${h - 8}" stroke-width="0.35"/></g>`;

const words = (text: string, x: number, y: number, size: number, more = ""): string =>
  `<text x="${x}" y="${y}" font-size="${size}" ${more.includes("font-family") ? "" : 'font-family="DejaVu Sans"'} ${more}>${text}</text>`;

/** A chunk of a PNG file (ISO/IEC 15948, 5.3). */
function chunk(type: string, data: Uint8Array): Buffer {
  const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
}

/** A picture of 64 × 64 pixels with runs of colour, edges and a disc. */
export function picture(): Buffer {
  const side = 64;
  const rows = range(side).map((y) =>
    Buffer.from([
      0,
      ...range(side).flatMap((x) =>
        Math.hypot(x - 40, y - 24) < 14 ? [200, 60, 40] : [x * 4, y * 4, ((x >> 3) + (y >> 3)) & 1 ? 220 : 120],
      ),
    ]),
  );
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const data = deflateSync(Buffer.concat(rows));
  const signature = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);
  return Buffer.concat([signature, chunk("IHDR", head), chunk("IDAT", data), chunk("IEND", Buffer.alloc(0))]);
}

const plan = sheet(
  room(40, 40, 240, 160) +
    range(6)
      .map(
        (i) =>
          `<line x1="${60 + i * 40}" y1="20" x2="${60 + i * 40}" y2="220" stroke="#000" stroke-width="0.18" stroke-dasharray="12 2 2 2"/><circle cx="${60 + i * 40}" cy="15" r="5" fill="none" stroke="#000" stroke-width="0.25"/>${words(String(i + 1), 58.8 + i * 40, 16.4, 4)}`,
      )
      .join("") +
    `<path d="M100 200 A 20 20 0 0 1 120 180" fill="none" stroke="#000" stroke-width="0.25"/>` +
    words("HALL 12.5 m²", 120, 110, 5) +
    words("3600", 100, 236, 2.5) +
    words("up", 200, 150, 3.5, 'transform="rotate(-90 200 150)"') +
    range(12)
      .map(
        (i) =>
          `<line x1="300" y1="${60 + i * 9}" x2="400" y2="${60 + i * 9}" stroke="#000" stroke-width="${0.13 + i * 0.06}"/>`,
      )
      .join(""),
);

const hatches = sheet(
  `<g clip-path="url(#a)">${range(90)
    .map((i) => `<line x1="${i * 4 - 120}" y1="200" x2="${i * 4 + 40}" y2="40" stroke="#333" stroke-width="0.18"/>`)
    .join("")}</g>` +
    `<rect x="220" y="40" width="160" height="80" fill="url(#p)" stroke="#000" stroke-width="0.35"/>` +
    `<path d="M220 140h160v60h-60v30h-100z" fill="#ddd" stroke="#000" stroke-width="0.25"/>` +
    `<path fill-rule="evenodd" d="M240 150h40v40h-40z M250 160h20v20h-20z" fill="#666"/>`,
  `<clipPath id="a"><path d="M40 40h140l-30 160h-110z"/></clipPath><pattern id="p" width="6" height="6" patternUnits="userSpaceOnUse"><path d="M0 6L6 0M0 0L6 6" stroke="#000" stroke-width="0.25" fill="none"/></pattern>`,
);

const pictures = sheet(
  `<image x="40" y="40" width="120" height="90" preserveAspectRatio="none" xlink:href="data:image/png;base64,${picture().toString("base64")}"/>` +
    `<rect x="200" y="40" width="160" height="60" fill="url(#g)"/><circle cx="280" cy="180" r="50" fill="url(#r)"/>` +
    room(40, 160, 140, 90) +
    words("stamp", 60, 210, 8, 'fill="#900"'),
  `<linearGradient id="g"><stop offset="0" stop-color="#204080"/><stop offset="1" stop-color="#f0d090"/></linearGradient><radialGradient id="r"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#306030"/></radialGradient>`,
);

const seeThrough = sheet(
  room(40, 40, 200, 140) +
    `<rect x="80" y="60" width="120" height="60" fill="#c03030" fill-opacity="0.25"/><rect x="140" y="90" width="160" height="90" fill="#3030c0" fill-opacity="0.5"/>` +
    range(20)
      .map(
        (i) =>
          `<line x1="60" y1="${190 + i * 4}" x2="340" y2="${190 + i * 4}" stroke="#000" stroke-width="0.5" stroke-opacity="${0.1 + i * 0.04}"/>`,
      )
      .join("") +
    `<g opacity="0.4"><rect x="300" y="30" width="60" height="60" fill="#000"/><rect x="330" y="60" width="60" height="60" fill="#f80"/></g>`,
);

const masks = sheet(
  room(30, 30, 360, 230) +
    `<rect x="60" y="60" width="120" height="160" fill="url(#fade)"/><g mask="url(#m)"><rect x="220" y="60" width="140" height="160" fill="#246"/>${words("MASKED", 230, 150, 20, 'fill="#fff"')}</g>`,
  `<linearGradient id="fade" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#903" stop-opacity="1"/><stop offset="1" stop-color="#903" stop-opacity="0"/></linearGradient><linearGradient id="light"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#000"/></linearGradient><mask id="m"><rect x="220" y="60" width="140" height="160" fill="url(#light)"/></mask>`,
);

const lettering = sheet(
  ["DejaVu Sans", "DejaVu Serif", "DejaVu Sans Mono", "Liberation Sans", "Liberation Serif"]
    .map((family, i) =>
      range(4)
        .map((k) =>
          words(
            `Plan ${i}.${k} ÄÖÜ é – 12'-6&quot;`,
            40 + k * 92,
            50 + i * 22,
            2.5 + k * 1.2,
            `font-family="${family}"`,
          ),
        )
        .join(""),
    )
    .join("") +
    range(12)
      .map((i) => words("turned", 210, 220, 4, `transform="rotate(${i * 30} 210 220)"`))
      .join(""),
);

const dense = sheet(
  range(3000)
    .map((i) => {
      const [x, y] = [20 + ((i * 37) % 380), 20 + ((i * 91) % 257)];
      return `<line x1="${x}" y1="${y}" x2="${x + ((i * 13) % 19) - 9}" y2="${y + ((i * 7) % 17) - 8}" stroke="#000" stroke-width="${[0.18, 0.25, 0.35][i % 3]}"/>`;
    })
    .join(""),
);

export const DRAWINGS: readonly Drawn[] = [
  { name: "plan", svg: plan },
  { name: "hatches", svg: hatches },
  { name: "pictures", svg: pictures },
  { name: "see-through", svg: seeThrough },
  { name: "masks", svg: masks },
  { name: "lettering", svg: lettering },
  { name: "dense", svg: dense },
];
