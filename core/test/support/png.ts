import { crc32, deflateSync } from "node:zlib";

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
  const [length, crc] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  crc.writeUInt32BE(crc32(body) >>> 0);
  return Buffer.concat([length, body, crc]);
}

/** A grey PNG (W3C): a ring on white, as a stamp has one. */
export function ringPng(widthPx: number, heightPx: number): Uint8Array {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(widthPx, 0);
  header.writeUInt32BE(heightPx, 4);
  header[8] = 8;
  const rows = Array.from({ length: heightPx }, (_, y) => {
    const row = Buffer.alloc(widthPx + 1, 255);
    row[0] = 0;
    for (let x = 0; x < widthPx; x++) {
      const far = Math.hypot((x - widthPx / 2) / widthPx, (y - heightPx / 2) / heightPx);
      if (far > 0.4 && far < 0.47) row[x + 1] = 60;
    }
    return row;
  });
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk("IHDR", header),
    chunk("IDAT", deflateSync(Buffer.concat(rows))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}
