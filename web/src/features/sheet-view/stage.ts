import type { Shape } from "@hemstitch/core/drawing";
import type { Paintable } from "./batches";
import type { ExactPicture } from "./exact/exact-picture";
import { parted } from "./parted";
import { drawOverlay, type Overlay } from "./overlays";
import { paintSheet } from "./paint";
import { drawLeader } from "./leader";
import { drawPlaces } from "./places";
import { drawShapes } from "./shapes";
import { moved, sameView, transformFrom, wholeSheet, zoomed, type Size, type View } from "./view";

/** How true the picture is that stands there: our own quick one, or the file's. */
export type Trueness = "simplified" | "exact" | "failed";

/** A place that is shown smaller than this is none that anybody sees; at so many pixels a millimetre lettering can be read. */
const SPECK_PX = 24;
const READABLE_PX_PER_MM = 4;

/** What the sheet is shown with, one above the other. */
export interface StageParts {
  readonly frame: HTMLElement;
  readonly paper: HTMLElement;
  /** Our own quick painting. */
  readonly own: HTMLCanvasElement;
  /** The exact picture of the whole sheet: always there, if not always sharp. */
  readonly ground: HTMLCanvasElement;
  /** The exact picture of what is in sight. */
  readonly sharp: HTMLCanvasElement;
  readonly over: HTMLCanvasElement;
  readonly pins: HTMLElement;
}

/** What is painted for which view. */
interface Layer {
  readonly canvas: HTMLCanvasElement;
  at: View | null;
  /** Shows other layers of the file than are wanted now. */
  stale: boolean;
}

/** How long the hand has to rest before a view is painted. Milliseconds. */
const REST_MS = 120;
/** An exact picture that comes sooner than this needs no quick one before it. Milliseconds. */
const SOON_MS = 150;

/**
 * The sheet in its window. While the hand moves, what was painted is moved and stretched; once it rests, what is in
 * sight is painted anew: at first by our own painter, as soon as it is there from the exact picture.
 */
export class SheetStage {
  private view: View = { scale: 1, left: 0, top: 0 };
  private readonly own: Layer;
  private readonly ground: Layer;
  private readonly sharp: Layer;
  private sheet: Paintable | null = null;
  private exact: ExactPicture | null = null;
  private layersShown: readonly boolean[] = [];
  private places: readonly number[] = [];
  private shapes: readonly Shape[] = [];
  private overlay: Overlay | null = null;
  /** How flags stand aside at a scale; nothing where that is to be worked out. */
  private parted: { readonly scale: number; readonly shifts: ReturnType<typeof parted> } | null = null;
  private timer = 0;
  /** Counts up whenever what is under way is not wanted any more. */
  private turn = 0;
  private tookMs = Infinity;
  private failed = false;

  constructor(
    private readonly parts: StageParts,
    private readonly onTrueness: (trueness: Trueness) => void,
  ) {
    const layer = (canvas: HTMLCanvasElement): Layer => ({ canvas, at: null, stale: false });
    [this.own, this.ground, this.sharp] = [layer(parts.own), layer(parts.ground), layer(parts.sharp)];
  }

  /** Takes another sheet; where it has the size of the one before it, it is looked at in the same place. */
  setSheet(sheet: Paintable | null): void {
    const same = sheet && this.sheet && sheet.widthMm === this.sheet.widthMm && sheet.heightMm === this.sheet.heightMm;
    this.sheet = sheet;
    this.forget();
    this.own.at = null;
    if (same) this.refresh(0);
    else this.fit();
  }

  /** Takes the exact picture of the file, once there is one. */
  setExact(exact: ExactPicture | null): void {
    if (exact === this.exact) return;
    this.exact = exact;
    this.failed = false;
    this.tookMs = Infinity;
    this.forget();
    this.refresh(0);
  }

  /** Shows some layers, and not others. */
  setLayers(shown: readonly boolean[]): void {
    if (shown.length === this.layersShown.length && shown.every((each, i) => each === this.layersShown[i])) return;
    const before = this.layersShown.length > 0;
    this.layersShown = shown;
    if (!before) return;
    this.own.at = null;
    // What comes at once needs no quick picture before it.
    if (this.tookMs > SOON_MS) this.forget();
    else this.ground.stale = this.sharp.stale = true;
    this.settle();
  }

  setOver(places: readonly number[], shapes: readonly Shape[], overlay: Overlay | null): void {
    this.parted = null;
    [this.places, this.shapes, this.overlay] = [places, shapes, overlay];
    this.placeOver();
  }

  fit(): void {
    if (!this.sheet) return;
    this.view = wholeSheet(this.sizeMm(), this.window());
    this.refresh(0);
  }

  zoom(by: number, x = this.window().width / 2, y = this.window().height / 2): void {
    this.view = zoomed(this.view, by, x, y);
    this.refresh(REST_MS);
  }

  pan(x: number, y: number): void {
    this.view = moved(this.view, x, y);
    this.refresh(REST_MS);
  }

  /** Brings a place into sight, millimetres on the sheet. */
  show(place: { x: number; y: number; width: number; height: number }): void {
    if (!this.sheet) return;
    const { width, height } = this.window();
    const middle = [place.x + place.width / 2, place.y + place.height / 2] as const;
    // What would be a speck is looked at from nearer; from there on the sheet only moves.
    const isSpeck = Math.max(place.width, place.height) * this.view.scale < SPECK_PX;
    const nearer = isSpeck ? Math.max(1, READABLE_PX_PER_MM / this.view.scale) : 1;
    this.view = zoomed(this.view, nearer, ...this.at(...middle));
    const [x, y] = this.at(...middle);
    if (nearer === 1 && x > 40 && y > 40 && x < width - 40 && y < height - 40) return;
    this.view = moved(this.view, width / 2 - x, height / 2 - y);
    this.refresh(REST_MS / 2);
  }

  /** Takes the size of the window anew. */
  resize(): void {
    const { width, height } = this.window();
    for (const canvas of [this.parts.own, this.parts.ground, this.parts.sharp, this.parts.over]) {
      canvas.width = Math.round(width * density());
      canvas.height = Math.round(height * density());
    }
    this.forget();
    this.own.at = null;
    this.fit();
  }

  /** Puts flags, places and figures where they belong in the view. */
  placeOver(): void {
    const { over, pins } = this.parts;
    const flags = [...(pins.children as HTMLCollectionOf<HTMLElement>)];
    const places = flags.map((pin) => this.at(Number(pin.dataset["x"]), Number(pin.dataset["y"])));
    const shifts = this.shiftsOf(places);
    flags.forEach((pin, i) => {
      const [[x, y], [across, down]] = [places[i] ?? [0, 0], shifts[i] ?? [0, 0]];
      pin.style.transform = `translate(${x + across}px, ${y + down}px)`;
    });
    this.placePaper();
    const context = over.getContext("2d");
    if (!context || !this.sheet) return;
    context.setTransform(density(), 0, 0, density(), 0, 0);
    context.clearRect(0, 0, over.width, over.height);
    const at = (x: number, y: number): readonly [number, number] => this.at(x, y);
    if (this.overlay) drawOverlay(context, this.overlay, at);
    drawShapes(context, this.shapes, at);
    drawPlaces(context, this.places, at);
    // Below the flags, so that none is crossed out by another's leader.
    flags.forEach((pin, i) => drawLeader(context, pin.dataset["colour"] ?? "", places[i], shifts[i]));
  }

  /** How flags stand aside: the same while the sheet is only moved. */
  private shiftsOf(places: readonly (readonly [number, number])[]): ReturnType<typeof parted> {
    const { scale } = this.view;
    if (this.parted?.scale !== scale || this.parted.shifts.length !== places.length)
      this.parted = { scale, shifts: parted(places) };
    return this.parted.shifts;
  }

  private placePaper(): void {
    const { style } = this.parts.paper;
    const { scale, left, top } = this.view;
    const { width, height } = this.sizeMm();
    style.transform = `translate(${left}px, ${top}px)`;
    [style.width, style.height] = [`${width * scale}px`, `${height * scale}px`];
  }

  /** Nothing under way finishes any more. */
  end(): void {
    this.turn++;
    window.clearTimeout(this.timer);
  }

  /** Where a point of the window lies on the paper, millimetres, and how long a pixel is there. */
  paperAt(x: number, y: number): { readonly at: readonly [number, number]; readonly pixelMm: number } {
    const { scale, left, top } = this.view;
    return { at: [(x - left) / scale, (this.sheet?.heightMm ?? 0) - (y - top) / scale], pixelMm: 1 / scale };
  }

  private at(xMm: number, yMm: number): readonly [number, number] {
    const { scale, left, top } = this.view;
    return [left + xMm * scale, top + ((this.sheet?.heightMm ?? 0) - yMm) * scale];
  }

  private sizeMm(): Size {
    return { width: this.sheet?.widthMm ?? 1, height: this.sheet?.heightMm ?? 1 };
  }

  private window(): Size {
    return { width: this.parts.frame.clientWidth, height: this.parts.frame.clientHeight };
  }

  /** The exact picture that stands there is of something else. */
  private forget(): void {
    this.turn++;
    for (const layer of [this.ground, this.sharp]) {
      layer.at = null;
      layer.canvas.style.visibility = "hidden";
    }
    this.parts.own.style.visibility = "visible";
    this.tell();
  }

  private tell(): void {
    const exact = this.ground.at !== null || this.sharp.at !== null;
    const trueness = exact ? "exact" : this.failed ? "failed" : "simplified";
    const sharp = isOf(this.sharp, this.view) || isOf(this.ground, this.view);
    this.parts.frame.dataset["picture"] = trueness === "exact" && !sharp ? "sharpening" : trueness;
    this.onTrueness(trueness);
  }

  private refresh(delay: number): void {
    if (!this.sheet) return;
    for (const { canvas, at } of [this.own, this.ground, this.sharp])
      if (at) canvas.style.transform = transformFrom(at, this.view);
    this.placeOver();
    window.clearTimeout(this.timer);
    // What is under way is of a view that has gone.
    this.turn++;
    this.timer = window.setTimeout(() => this.settle(), delay);
  }

  private settle(): void {
    const turn = ++this.turn;
    if (isOf(this.ground, this.view)) this.hideSharp();
    this.tell();
    if (this.ground.at === null && !isOf(this.own, this.view)) void this.paintOwn(turn);
    // A picture that failed is tried again whenever the view has changed; the picture itself knows when it is enough.
    if (this.exact) void this.paintExact(this.exact, turn);
  }

  private async paintOwn(turn: number): Promise<void> {
    const { sheet, view } = this;
    const { canvas } = this.own;
    const fresh = document.createElement("canvas");
    [fresh.width, fresh.height] = [canvas.width, canvas.height];
    const context = fresh.getContext("2d");
    if (!context || !sheet) return;
    await document.fonts.load("16px Barlow");
    const keep = (): boolean => turn === this.turn;
    if (
      !(await paintSheet(context, sheet, { view, density: density(), layersShown: this.layersShown }, keep)) ||
      !keep()
    )
      return;
    copy(canvas, fresh, 0, 0);
    this.stands(this.own, view);
    canvas.dataset["painted"] = "yes";
  }

  /** Paints what is looked at, and the whole sheet where it is not there yet. */
  private async paintExact(exact: ExactPicture, turn: number): Promise<void> {
    const whole = wholeSheet(this.sizeMm(), this.window());
    const wantsGround = this.ground.at === null || this.ground.stale;
    try {
      if (!sameView(this.view, whole) && !isOf(this.sharp, this.view))
        if (!(await this.paintLayer(exact, this.sharp, this.view, turn))) return;
      if (wantsGround) await this.paintLayer(exact, this.ground, whole, turn);
      this.failed = false;
    } catch {
      if (turn !== this.turn) return;
      this.failed = true;
      this.tell();
    }
  }

  private async paintLayer(exact: ExactPicture, layer: Layer, view: View, turn: number): Promise<boolean> {
    const { sheet } = this;
    if (!sheet) return false;
    const began = performance.now();
    const { canvas } = layer;
    const painted = await exact.draw({
      page: sheet.page,
      widthMm: sheet.widthMm,
      heightMm: sheet.heightMm,
      pixelsPerMm: view.scale * density(),
      left: view.left * density(),
      top: view.top * density(),
      width: canvas.width,
      height: canvas.height,
      layersShown: this.layersShown,
      hasCells: sheet.hasCells,
    });
    if (!painted || turn !== this.turn) {
      painted?.bitmap?.close();
      return false;
    }
    this.tookMs = performance.now() - began;
    copy(canvas, painted.bitmap, painted.left, painted.top);
    painted.bitmap?.close();
    this.stands(layer, view);
    if (layer === this.ground) {
      this.parts.own.style.visibility = "hidden";
      if (sameView(view, this.view)) this.hideSharp();
    }
    this.tell();
    return true;
  }

  /** A piece that was sharp for another view would lie over the whole sheet. */
  private hideSharp(): void {
    this.sharp.at = null;
    this.sharp.canvas.style.visibility = "hidden";
  }

  private stands(layer: Layer, at: View): void {
    layer.at = at;
    layer.stale = false;
    layer.canvas.style.transform = transformFrom(at, this.view);
    layer.canvas.style.visibility = "visible";
  }
}

const isOf = (layer: Layer, view: View): boolean => !layer.stale && sameView(layer.at, view);

const density = (): number => window.devicePixelRatio || 1;

function copy(canvas: HTMLCanvasElement, picture: CanvasImageSource | null, left: number, top: number): void {
  const context = canvas.getContext("2d");
  context?.setTransform(1, 0, 0, 1, 0, 0);
  context?.clearRect(0, 0, canvas.width, canvas.height);
  if (picture) context?.drawImage(picture, left, top);
}
