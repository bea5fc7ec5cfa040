import { ExactPicture } from "../../../web/src/features/sheet-view/exact/exact-picture";
import type { Wanted } from "../../../web/src/features/sheet-view/exact/messages";

/** In the browser: what the light table's exact painter paints of a page, on white, as RGBA. */
async function paint(file: string, wanted: Wanted): Promise<string> {
  const exact = new ExactPicture(file, wanted.page);
  try {
    const painted = await exact.draw(wanted);
    const canvas = new OffscreenCanvas(wanted.width, wanted.height);
    const context = canvas.getContext("2d")!;
    context.fillStyle = "#fff";
    context.fillRect(0, 0, wanted.width, wanted.height);
    if (painted?.bitmap) context.drawImage(painted.bitmap, painted.left, painted.top);
    const bytes = context.getImageData(0, 0, wanted.width, wanted.height).data;
    const url = await new Promise<string>((done) => {
      const reader = new FileReader();
      reader.onload = () => done(reader.result as string);
      reader.readAsDataURL(new Blob([bytes]));
    });
    return url.slice(url.indexOf(",") + 1);
  } finally {
    exact.close();
  }
}

Object.assign(window, { paint });
