import { ExactPicture } from "../sheet-view/exact/exact-picture";

/** Larger files are painted when they have arrived: in this page they would be held twice. Bytes. */
const MOST_BYTES = 64 * 2 ** 20;

/** The picture of the file that was dropped last, by its name: begun while the file is still on its way. */
let begun: { readonly name: string; readonly picture: Promise<ExactPicture> } | null = null;

/** Begins to paint a file that is about to be sent. */
export function beginPicture(file: File): void {
  letGo();
  if (file.size > MOST_BYTES) return;
  const picture = file.arrayBuffer().then((bytes) => new ExactPicture(new Uint8Array(bytes)));
  picture.catch(() => undefined);
  begun = { name: file.name, picture };
}

/** The picture that was begun of a file, once: whoever takes it closes it. */
export function takePicture(name: string): Promise<ExactPicture> | null {
  if (begun?.name !== name) return null;
  const { picture } = begun;
  begun = null;
  return picture;
}

/** Nobody looks at it any more. */
function letGo(): void {
  void begun?.picture.then((picture) => picture.close()).catch(() => undefined);
  begun = null;
}
