import { ExactPicture } from "../sheet-view/exact/exact-picture";

/** Larger files are painted when they have arrived: in this page they would be held twice. Bytes. */
const MOST_BYTES = 64 * 2 ** 20;

/** The picture of a file, by its name. */
export interface Begun {
  readonly name: string;
  readonly picture: Promise<ExactPicture>;
}

/** The picture of the file that was dropped last: begun while the file is still on its way. */
let begun: Begun | null = null;

/** Begins to paint what is about to be sent: of several files the one that will be looked at first. */
export function beginPicture(files: readonly File[]): Begun | null {
  letGo();
  // Files stand by their names.
  const [file] = [...files].sort((a, b) => (a.name < b.name ? -1 : 1));
  if (!file || file.size > MOST_BYTES) return null;
  const picture = file.arrayBuffer().then((bytes) => new ExactPicture(new Uint8Array(bytes)));
  picture.catch(() => undefined);
  begun = { name: file.name, picture };
  return begun;
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
