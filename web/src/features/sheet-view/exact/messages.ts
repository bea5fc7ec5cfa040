/** What part of which page the exact picture is wanted of, in pixels of the device. */
export interface Wanted {
  /** 1 for the first. */
  readonly page: number;
  /** Size of the page as it was read, millimetres; 0 where it was not read yet. */
  readonly widthMm: number;
  readonly heightMm: number;
  readonly pixelsPerMm: number;
  /** Upper left corner of the page in the window. */
  readonly left: number;
  readonly top: number;
  /** Size of the window. */
  readonly width: number;
  readonly height: number;
  /** Whether each layer shows, in the order of `Drawing.layers`. */
  readonly layersShown: readonly boolean[];
  /** Has cells that are repeated: the library paints one as pixels, which want to be smaller than those that are shown. */
  readonly hasCells: boolean;
  /** Wanted soon rather than fine: it is not painted larger than it is shown. */
  readonly isQuick?: boolean;
}

/** A page as the painter finds it. */
export interface MeasuredPage {
  readonly page: number;
  readonly pages: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** To the painter. */
export type PictureRequest =
  /** The file: where it is fetched, or its bytes; the page is the one that will be looked at first. */
  | { readonly kind: "open"; readonly file: string | Uint8Array; readonly page: number }
  /** Asks for the size of a page. */
  | { readonly kind: "measure"; readonly page: number }
  /** Ends the drawing under way and begins this one. */
  | { readonly kind: "draw"; readonly turn: number; readonly wanted: Wanted };

/** From the painter. */
export type PictureAnswer =
  /** The file is there, and is being opened. */
  | { readonly kind: "fetched" }
  | { readonly kind: "opened" }
  | ({ readonly kind: "measured" } & MeasuredPage)
  /** Where the picture lies in the window, in pixels of the device. */
  | {
      readonly kind: "drawn";
      readonly turn: number;
      readonly bitmap: ImageBitmap | null;
      readonly left: number;
      readonly top: number;
    }
  /** Overtaken by a later one. */
  | { readonly kind: "ended"; readonly turn: number }
  | { readonly kind: "failed"; readonly turn: number; readonly problem: string };
