import {
  concat,
  IDENTITY,
  inverse,
  overlap,
  PAINT,
  scaleOf,
  type BoxMm,
  type Clip,
  type Matrix,
  type PlacedImage,
  type Unread,
} from "../../drawing";
import { colourSpace, fromCmyk, fromGrey, fromRgb } from "./colour";
import { PathCollector, TextCollector, type DashTable } from "./columns";
import type { FillPatternTable } from "./fill-patterns";
import type { FontTable } from "./font-table";
import { GraphicsState, NOWHERE } from "./graphics-state";
import { ContentLexer, Token } from "./lexer";
import { overLimit, type ReadLimits } from "../limits";
import { dictAt, elements, lookup, nameAt, numberAt, numbersAt, numbersOf, rawAt } from "./objects";
import { numbersOf as numbersTakenBy, Op } from "./operators";
import type { Membership, OptionalContent } from "./optional-content";
import { matrixOf, type Note } from "./notes";
import type { ContentInstance } from "./origin";
import { boxOnPaper } from "./page-box";
import type { Budget } from "./budget";
import type { StreamCache } from "./streams";
import { List, Name, Stream, type Dict, type Value } from "./syntax/values";
import { TextCursor, UNREADABLE } from "./text-cursor";
import {
  asksForOverprint,
  inksOf,
  isByFunction,
  isKnockout,
  plotsOtherwiseInWords,
  type PlotsOtherwise,
} from "./plots-otherwise";
import type { PictureTable } from "./pictures";
import type { TransparencyTable } from "./transparency-table";
import { StreamWatch, type PageWatch } from "./edit/watch";

/** Everything shared by the pages of one file. */
export interface FileContext {
  readonly limits: ReadLimits;
  readonly budget: Budget;
  readonly streams: StreamCache;
  readonly optional: OptionalContent;
  readonly fonts: FontTable;
  readonly dashes: DashTable;
  readonly fillPatterns: FillPatternTable;
  readonly transparencies: TransparencyTable;
  readonly pictures: PictureTable;
}

const NO_LAYER: Membership = { layer: -1, visible: true, beside: [] };
/** Edges that every line within a clip is tried on; each line of a page may be within it. */
const MOST_EDGES = 512;
const MOST_OPERANDS = 64;
/** Layers around a mark that are told; nobody nests more. */
const MOST_BESIDE = 64;
/** Nothing in a drawing saves the state this deep; a stream that only saves must not fill the memory. */
const DEEPEST_SAVE = 10_000;

type Operand = string | Uint8Array | Value | readonly (number | Uint8Array)[];

/** Reads the content of one page, forms and all, into columns. */
export class PageReader {
  readonly paths: PathCollector;
  readonly texts: TextCollector;
  readonly images: PlacedImage[] = [];
  readonly instances: ContentInstance[] = [];
  readonly clips: Clip[];
  /** Layers that decide over marks of other layers. */
  readonly layersBeside = new Set<number>();
  /** Settings of widths and dashes by which more than paths is drawn. */
  readonly sharedSettings = new Set<string>();
  private readonly cells = new Set<string>();
  private readonly clipIds = new Map<string, number>();
  /** Edges of all outlines that a clip and those around it have. */
  private readonly edgesAround: number[] = [0];
  private readonly noted = new Map<string, Unread>();
  readonly otherwise = new Set<PlotsOtherwise>();
  overprints = false;
  private hasInks = false;
  private forms = 0;
  private painted = 0;

  constructor(
    readonly file: FileContext,
    private readonly pageIndex: number,
    paperMm: BoxMm,
    /** What an edit wants to know besides. */
    readonly watch?: PageWatch,
  ) {
    this.clips = [{ outer: -1, boxMm: paperMm, evenOdd: false }];
    this.paths = new PathCollector(file.budget, this.clips);
    this.texts = new TextCollector(file.budget, this.clips);
  }

  read(content: Uint8Array, resources: Dict | undefined, toPaper: Matrix): void {
    const state = new GraphicsState();
    state.ctm = toPaper;
    state.unitMm = scaleOf(toPaper);
    this.instances.push({ parent: -1, name: "", at: 0, to: 0 });
    new StreamReader(this, content, resources, 0, state, NO_LAYER, []).run();
    this.tellAbsurd();
  }

  /** Reads what was stuck onto the page; it lies above all else. */
  readNotes(notes: readonly Note[], toPaper: Matrix): void {
    for (const note of notes) {
      const state = new GraphicsState();
      state.ctm = concat(note.matrix, toPaper);
      state.unitMm = scaleOf(state.ctm);
      new StreamReader(this, new Uint8Array(0), undefined, 0, state, NO_LAYER, []).drawNote(note);
    }
    this.tellAbsurd();
  }

  private tellAbsurd(): void {
    if (this.paths.absurd + this.texts.absurd > 0)
      this.leftOut(
        "absurd-coordinates",
        `${this.paths.absurd + this.texts.absurd} marks have coordinates that can't be drawn; they were left out.`,
      );
  }

  /** Whether a cell of a pattern is to be read: once on a page for each layer. */
  takesCell(key: string): boolean {
    if (this.cells.has(key)) return false;
    this.cells.add(key);
    return true;
  }

  enterForm(instance: ContentInstance): number {
    if (++this.forms > this.file.limits.forms)
      throw overLimit("A page draws more nested forms than is sensible", this.file.limits.forms.toLocaleString("en"));
    return this.instances.push(instance) - 1;
  }

  /** The turn of the next mark. */
  nextOrder(): number {
    return this.painted++;
  }

  /** Id of a clip within another. A box is held whole by its `boxMm`, so only outlines stay around it. */
  clipWithin(outer: number, boxMm: BoxMm, outline?: readonly number[], evenOdd = false): number {
    const around = this.clips[outer]?.boxMm ?? boxMm;
    const left = overlap(around, boxMm) ?? { x: boxMm.x, y: boxMm.y, width: 0, height: 0 };
    const edges = (this.edgesAround[outer] ?? 0) + (outline?.length ?? 0) / 2;
    const followed = outline !== undefined && edges <= MOST_EDGES;
    if (outline && !followed)
      this.leftOut(
        "clip-edges",
        "Some marks are cut by outlines with very many edges; what is left of them is taken from the outlines' boxes.",
      );
    const clip: Clip = {
      outer: this.clips[outer]?.outline || outer === 0 ? outer : (this.clips[outer]?.outer ?? 0),
      boxMm: left,
      ...(followed ? { outline } : {}),
      evenOdd,
    };
    const key = `${clip.outer} ${left.x} ${left.y} ${left.width} ${left.height} ${followed ? `${evenOdd} ${outline.join(" ")}` : ""}`;
    let id = this.clipIds.get(key);
    if (id === undefined) {
      id = this.clips.push(clip) - 1;
      this.clipIds.set(key, id);
      this.edgesAround[id] = followed ? edges : (this.edgesAround[outer] ?? 0);
    }
    return id;
  }

  leftOut(code: string, message: string): void {
    if (!this.noted.has(code)) this.noted.set(code, { code, message, page: this.pageIndex });
  }

  /** Somebody paints with inks that can be printed over each other. */
  printsInks(): void {
    this.hasInks = true;
  }

  lookAtInks(space: Value | undefined, spaces: Dict | undefined): void {
    const { otherwise, overprints } = inksOf(space, spaces);
    if (otherwise) this.otherwise.add(otherwise);
    if (overprints) this.hasInks = true;
  }

  /** What of the page plots otherwise than a picture of it shows, in words. */
  get plotsOtherwise(): string[] {
    return plotsOtherwiseInWords([
      ...this.otherwise,
      ...(this.overprints && this.hasInks ? (["overprint"] as const) : []),
    ]);
  }

  /** Says of a picture that can't be decoded that it is not on the paper. */
  lookAtPicture(picture: Stream): void {
    const fault = this.file.pictures.faultOf(picture);
    if (fault) this.leftOut("picture", `A picture on the page can't be decoded: ${fault}. What it shows was not seen.`);
  }

  get unread(): Unread[] {
    return [...this.noted.values()];
  }
}

/** Interprets one content stream: the page's, or one drawing of a form's. */
class StreamReader {
  private readonly lexer: ContentLexer;
  private readonly numbers = new Float64Array(MOST_OPERANDS);
  private count = 0;
  private others: Operand[] = [];
  private readonly saved: GraphicsState[] = [];
  /** States that are not in use any more, for those to come. */
  private readonly spare: GraphicsState[] = [];
  private readonly contentStack: Membership[] = [];
  private readonly cursor = new TextCursor();
  private readonly watch: StreamWatch | undefined;
  private readonly base: Matrix;
  private operandsFrom = -1;
  private pathFrom = -1;
  /** The path is to cut what comes after it: by which rule, if at all. */
  private clipPending: "" | "non-zero" | "even-odd" = "";

  constructor(
    private readonly page: PageReader,
    content: Uint8Array,
    private readonly resources: Dict | undefined,
    private readonly instance: number,
    private state: GraphicsState,
    private member: Membership,
    private readonly within: readonly number[],
  ) {
    // Patterns are laid out in the space in which this stream begins.
    this.base = state.ctm;
    page.file.budget.follow(content.length);
    this.lexer = new ContentLexer(content);
    this.watch = page.watch && new StreamWatch(page.watch, instance, content);
  }

  run(): void {
    const { lexer } = this;
    for (;;) {
      const token = lexer.next();
      if (token === Token.number) {
        if (this.count === 0 && this.others.length === 0) this.operandsFrom = lexer.start;
        if (this.count < MOST_OPERANDS) this.numbers[this.count++] = lexer.number;
      } else if (token === Token.operator) {
        if (this.count === 0 && this.others.length === 0) this.operandsFrom = lexer.start;
        if (this.hasItsNumbers(lexer.operator)) this.apply(lexer.operator);
        this.count = 0;
        if (this.others.length > 0) this.others = [];
      } else if (token === Token.end) break;
      else this.readOther(token);
    }
    // A path may be left open at the end of a stream; it was never painted.
    this.page.paths.drop();
  }

  private readOther(token: Token): void {
    const { lexer } = this;
    if (this.count === 0 && this.others.length === 0) this.operandsFrom = lexer.start;
    if (token === Token.name) this.others.push(lexer.name);
    else if (token === Token.string) this.others.push(lexer.string);
    else if (token === Token.arrayOpen) this.others.push(this.readArray());
    else if (token === Token.dictOpen) this.skipDict();
    if (this.others.length > MOST_OPERANDS) this.others.length = MOST_OPERANDS;
  }

  private readArray(): (number | Uint8Array)[] {
    const { lexer } = this;
    const array: (number | Uint8Array)[] = [];
    for (let token = lexer.next(); token !== Token.arrayClose && token !== Token.end; token = lexer.next()) {
      if (token === Token.number) array.push(lexer.number);
      else if (token === Token.string) array.push(lexer.string);
    }
    return array;
  }

  /** Property lists written in the stream carry no layer (those stand in the resources). */
  private skipDict(): void {
    let depth = 1;
    while (depth > 0) {
      const token = this.lexer.next();
      if (token === Token.dictOpen) depth++;
      else if (token === Token.dictClose) depth--;
      else if (token === Token.end) return;
    }
  }

  /** An operator with too few numbers is passed over, as viewers do; of too many the last ones count. */
  private hasItsNumbers(op: number): boolean {
    const needed = numbersTakenBy(op);
    if (this.count < needed) {
      this.page.leftOut("operands", "Some operators lack their numbers; they were left out.");
      return false;
    }
    if (needed > 0 && this.count > needed) {
      this.numbers.copyWithin(0, this.count - needed, this.count);
      this.count = needed;
    }
    return true;
  }

  private apply(op: number): void {
    const { numbers: n, state } = this;
    switch (op) {
      case Op.m:
        this.pathBegins();
        return this.page.paths.moveTo(this.x(0), this.y(0));
      case Op.l:
        this.pathBegins();
        return this.page.paths.lineTo(this.x(0), this.y(0));
      case Op.c:
        this.pathBegins();
        return this.page.paths.curveTo(this.x(0), this.y(0), this.x(2), this.y(2), this.x(4), this.y(4));
      case Op.v:
        this.pathBegins();
        return this.page.paths.curveTo(
          this.page.paths.x,
          this.page.paths.y,
          this.x(0),
          this.y(0),
          this.x(2),
          this.y(2),
        );
      case Op.y:
        this.pathBegins();
        return this.page.paths.curveTo(this.x(0), this.y(0), this.x(2), this.y(2), this.x(2), this.y(2));
      case Op.h:
        return this.page.paths.close();
      case Op.re:
        return this.rectangle();
      case Op.S:
        return this.paint(PAINT.stroke);
      case Op.s:
        this.page.paths.close();
        return this.paint(PAINT.stroke);
      case Op.f:
      case Op.F:
      case Op.fStar:
        return this.paint(PAINT.fill);
      case Op.B:
      case Op.BStar:
        return this.paint(PAINT.fill | PAINT.stroke);
      case Op.b:
      case Op.bStar:
        this.page.paths.close();
        return this.paint(PAINT.fill | PAINT.stroke);
      case Op.n:
        return this.endPath();
      case Op.W:
        this.clipPending = "non-zero";
        return;
      case Op.WStar:
        this.clipPending = "even-odd";
        return;
      case Op.q:
        return this.save();
      case Op.Q:
        return this.restore();
      case Op.cm:
        return this.setMatrix(concat({ a: n[0]!, b: n[1]!, c: n[2]!, d: n[3]!, e: n[4]!, f: n[5]! }, state.ctm));
      case Op.w:
        state.lineWidth = Math.abs(n[0]!);
        state.widthSet = this.hereSet();
        return;
      case Op.J:
        state.cap = n[0]!;
        return;
      case Op.d:
        return this.setDash(this.others[0], n[0]!);
      case Op.gs:
        return this.applyExternalState();
      case Op.G:
        state.strokeColour = fromGrey(n[0]!);
        return;
      case Op.g:
        return this.fillWith(fromGrey(n[0]!));
      case Op.RG:
        state.strokeColour = fromRgb(n[0]!, n[1]!, n[2]!);
        return;
      case Op.rg:
        return this.fillWith(fromRgb(n[0]!, n[1]!, n[2]!));
      case Op.K:
        this.page.printsInks();
        state.strokeColour = fromCmyk(n[0]!, n[1]!, n[2]!, n[3]!);
        return;
      case Op.k:
        this.page.printsInks();
        return this.fillWith(fromCmyk(n[0]!, n[1]!, n[2]!, n[3]!));
      default:
        return this.applyRarer(op);
    }
  }

  private applyRarer(op: number): void {
    const { state } = this;
    const spaces = (): Dict | undefined => dictAt(this.resources, "ColorSpace");
    switch (op) {
      case Op.CS:
        state.strokeSpace = colourSpace(this.nameOperand(), spaces());
        this.page.lookAtInks(this.nameOperand(), spaces());
        state.strokeColour = 0;
        return;
      case Op.cs:
        state.fillSpace = colourSpace(this.nameOperand(), spaces());
        this.page.lookAtInks(this.nameOperand(), spaces());
        return this.fillWith(0);
      case Op.SC:
      case Op.SCN:
        state.strokeColour = state.strokeSpace(Array.from(this.numbers.subarray(0, this.count)));
        return;
      case Op.sc:
      case Op.scn:
        return this.fillWith(state.fillSpace(Array.from(this.numbers.subarray(0, this.count))), this.stringOperand());
      case Op.BDC:
        return this.beginContent(true);
      case Op.BMC:
        return this.beginContent(false);
      case Op.EMC:
        this.watch?.ends();
        this.member = this.contentStack.pop() ?? this.member;
        return;
      case Op.Do:
        return this.drawObject();
      case Op.BI:
        return this.inlineImage();
      case Op.sh:
        if (isByFunction(lookup(dictAt(this.resources, "Shading"), this.stringOperand() ?? "")))
          this.page.otherwise.add("shading-function");
        return this.placeShading();
      default:
        return this.applyText(op);
    }
  }

  private applyText(op: number): void {
    const { numbers: n, state, cursor } = this;
    switch (op) {
      case Op.BT:
        this.watch?.textBegins();
        return cursor.begin();
      case Op.ET:
        this.watch?.textEnds();
        return;
      case Op.Tc:
        state.characterSpacing = n[0]!;
        return;
      case Op.Tw:
        state.wordSpacing = n[0]!;
        return;
      case Op.Tz:
        state.horizontal = n[0]! / 100;
        return;
      case Op.TL:
        state.leading = n[0]!;
        return;
      case Op.Ts:
        state.rise = n[0]!;
        return;
      case Op.Tr:
        state.textMode = n[0]!;
        return;
      case Op.Tf:
        return this.setFont();
      case Op.Td:
        return cursor.move(n[0]!, n[1]!);
      case Op.TD:
        state.leading = -n[1]!;
        return cursor.move(n[0]!, n[1]!);
      case Op.Tm:
        return cursor.place({ a: n[0]!, b: n[1]!, c: n[2]!, d: n[3]!, e: n[4]!, f: n[5]! });
      case Op.TStar:
        return cursor.move(0, -state.leading);
      case Op.Tj:
        return this.show();
      case Op.TJ:
        return this.show();
      case Op.quote:
        cursor.move(0, -state.leading);
        return this.show();
      case Op.doubleQuote:
        state.wordSpacing = n[0]!;
        state.characterSpacing = n[1]!;
        cursor.move(0, -state.leading);
        return this.show();
      default:
        return;
    }
  }

  // ---- paths ------------------------------------------------------------------------------

  private x(i: number): number {
    const { ctm } = this.state;
    return ctm.a * this.numbers[i]! + ctm.c * this.numbers[i + 1]! + ctm.e;
  }

  private y(i: number): number {
    const { ctm } = this.state;
    return ctm.b * this.numbers[i]! + ctm.d * this.numbers[i + 1]! + ctm.f;
  }

  /** The first segment of a path says where the path begins. */
  private pathBegins(): void {
    if (this.pathFrom < 0) this.pathFrom = this.operandsFrom;
  }

  private rectangle(): void {
    this.pathBegins();
    const { numbers: n } = this;
    const [x, y, width, height] = [n[0]!, n[1]!, n[2]!, n[3]!];
    const { paths } = this.page;
    const corner = (dx: number, dy: number): void => {
      n[0] = x + dx;
      n[1] = y + dy;
    };
    paths.moveTo(this.x(0), this.y(0));
    corner(width, 0);
    paths.lineTo(this.x(0), this.y(0));
    corner(width, height);
    paths.lineTo(this.x(0), this.y(0));
    corner(0, height);
    paths.lineTo(this.x(0), this.y(0));
    paths.close();
  }

  private paint(painted: number): void {
    const { state, page } = this;
    if (!page.paths.isOpen) return this.endPath();
    const paint = this.withoutTransparent(painted);
    if (!(state.unitMm > 0)) {
      page.leftOut("no-extent", "Some lines are drawn in a space without extent and show nowhere; they were left out.");
      return this.endPath();
    }
    const filled = (paint & PAINT.fill) !== 0 && state.fillPattern > 0 ? page.paths.outline()?.boxMm : undefined;
    const uneven = isUneven(state.ctm) ? page.paths.longest() : undefined;
    // Under a matrix that stretches unevenly, a line is as wide as it is across, and its dashes as long as along it.
    const [unitMm, alongMm] = uneven ? unitsOf(state.ctm, uneven) : [state.unitMm, state.unitMm];
    if (uneven) state.dashId = -1;
    if (state.dashId < 0) state.dashId = page.file.dashes.idOf(state.dash.map((each) => each * alongMm));
    const kept = page.paths.commit(
      {
        paint: this.flags(paint) | (state.cap !== 0 ? PAINT.capped : 0),
        layer: this.member.layer,
        widthMm: state.lineWidth * unitMm,
        dash: state.dashId,
        strokeColour: state.strokeColour,
        fillColour: state.fillColour,
        fillPattern: state.fillPattern,
        clip: state.clip,
        transparency: state.transparencyId,
      },
      {
        instance: this.instance,
        start: this.pathFrom,
        end: this.lexer.at,
        width: state.widthSet.instance === this.instance ? state.widthSet : NOWHERE,
        dash: state.dashSet.instance === this.instance ? state.dashSet : NOWHERE,
        unitMm,
        widthUnits: state.lineWidth,
        dashText: state.dash.length === 0 ? "[] 0" : `[${state.dash.join(" ")}] ${state.dashPhase}`,
      },
      page.nextOrder(),
    );
    if (kept) this.watch?.paints(state.ctm);
    this.endPath();
    if (filled) this.drawCell(filled);
  }

  /** Reads the cell of the pattern that an area is filled with, once for each layer, where it lies nearest to the middle of the area. */
  private drawCell(filled: BoxMm): void {
    const { state, page } = this;
    const cell = page.file.fillPatterns.cellOf(state.fillPattern);
    if (!cell || this.within.includes(cell.number) || this.within.length >= page.file.limits.formDepth) return;
    if (!page.takesCell(`${cell.number} ${this.member.layer} ${this.member.visible}`)) return;
    const inner = new GraphicsState();
    const [stepX, stepY] = [numberAt(cell.dict, "XStep") ?? 0, numberAt(cell.dict, "YStep") ?? 0];
    const matrix = concat(matrixOf(cell.dict), this.base);
    const middle = backwards(matrix, filled.x + filled.width / 2, filled.y + filled.height / 2);
    const at = (step: number, along: number): number => (step === 0 ? 0 : Math.round(along / step) * step);
    const offset = { ...IDENTITY, e: at(stepX, middle?.[0] ?? 0), f: at(stepY, middle?.[1] ?? 0) };
    inner.ctm = concat(offset, matrix);
    inner.unitMm = scaleOf(inner.ctm);
    inner.clip = this.clippedBy(cell.dict, inner.ctm, state.clip);
    // A cell brings its colours along, and begins in black; or it is a stencil, in the colour of the area.
    if (numberAt(cell.dict, "PaintType") === 2) inner.strokeColour = inner.fillColour = state.fillColour;
    inner.strokeAlpha = inner.fillAlpha = state.fillAlpha;
    inner.groupAlpha = state.groupAlpha;
    inner.blend = state.blend;
    inner.masked = state.masked;
    inner.transparencyId = page.file.transparencies.idOf(inner);
    const { name } = page.file.fillPatterns.patterns[state.fillPattern] ?? { name: "" };
    const instance = page.enterForm({
      form: cell.number,
      parent: this.instance,
      name,
      at: 0,
      to: 0,
      cell: {
        pattern: state.fillPattern,
        stepsMm: [stepX * matrix.a, stepX * matrix.b, stepY * matrix.c, stepY * matrix.d],
      },
    });
    const content = page.file.streams.contentOf(cell);
    const resources = dictAt(cell.dict, "Resources") ?? this.resources;
    new StreamReader(page, content, resources, instance, inner, this.member, [...this.within, cell.number]).run();
  }

  private flags(paint: number): number {
    const { member } = this;
    for (let i = 0; i < member.beside.length; i++) this.page.layersBeside.add(member.beside[i]!);
    return paint | (member.visible ? 0 : PAINT.hidden);
  }

  /** What of a painting is not fully transparent; all of it is kept, hidden, where nothing is left. */
  private withoutTransparent(paint: number): number {
    const { state, page } = this;
    if (state.transparencyId === 0) return paint;
    const { strokeAlpha, fillAlpha } = page.file.transparencies.at(state.transparencyId);
    const left = (strokeAlpha > 0 ? paint : paint & ~PAINT.stroke) & (fillAlpha > 0 ? -1 : ~PAINT.fill);
    return (left & (PAINT.stroke | PAINT.fill)) === 0 ? paint | PAINT.hidden : left;
  }

  private endPath(): void {
    if (this.clipPending !== "") {
      const { boxMm, outline } = this.page.paths.outline() ?? { boxMm: NOWHERE_MM };
      this.state.clip = this.page.clipWithin(this.state.clip, boxMm, outline, this.clipPending === "even-odd");
      this.clipPending = "";
    }
    this.page.paths.drop();
    this.pathFrom = -1;
  }

  private fillWith(colour: number, pattern?: string): void {
    this.state.fillColour = colour;
    if (pattern !== undefined && isByFunction(lookup(dictAt(this.resources, "Pattern"), pattern)))
      this.page.otherwise.add("shading-function");
    this.state.fillPattern = pattern === undefined ? 0 : this.page.file.fillPatterns.idOf(pattern, this.resources);
  }

  // ---- state ------------------------------------------------------------------------------

  private save(): void {
    if (this.saved.length >= DEEPEST_SAVE) return;
    this.saved.push(this.state);
    this.state = (this.spare.pop() ?? new GraphicsState()).copy(this.state);
  }

  private restore(): void {
    const saved = this.saved.pop();
    if (!saved) return;
    this.spare.push(this.state);
    this.state = saved;
  }

  private setMatrix(ctm: Matrix): void {
    this.state.ctm = ctm;
    this.state.unitMm = scaleOf(ctm);
    this.state.dashId = this.state.dash.length === 0 ? 0 : -1;
  }

  private hereSet(): { instance: number; from: number; to: number } {
    return { instance: this.instance, from: this.operandsFrom, to: this.lexer.at };
  }

  private setDash(operand: Operand | undefined, phase: number): void {
    const array = Array.isArray(operand) ? operand.filter((each): each is number => typeof each === "number") : [];
    this.useDash(array, phase);
    this.state.dashSet = this.hereSet();
  }

  private useDash(array: readonly number[], phase: number): void {
    const { state } = this;
    state.dash = array.slice(0, 32).map(Math.abs);
    if (state.dash.every((each) => each === 0)) state.dash = [];
    state.dashPhase = phase;
    state.dashId = state.dash.length === 0 ? 0 : -1;
  }

  private applyExternalState(): void {
    const name = this.stringOperand();
    const dict = name === undefined ? undefined : dictAt(dictAt(this.resources, "ExtGState"), name);
    if (!dict) return;
    const width = numberAt(dict, "LW");
    if (width !== undefined) {
      this.state.lineWidth = Math.abs(width);
      this.state.widthSet = NOWHERE;
    }
    const dash = lookup(dict, "D");
    if (dash instanceof List && dash.items.length === 2) {
      const [array, phase] = elements(dash);
      this.useDash(numbersOf(array), typeof phase === "number" ? phase : 0);
      this.state.dashSet = NOWHERE;
    }
    this.state.cap = numberAt(dict, "LC") ?? this.state.cap;
    if (asksForOverprint(dict)) this.page.overprints = true;
    this.applyTransparency(dict);
    const font = lookup(dict, "Font");
    if (font instanceof List) this.useFont(font.items[0], "", numbersOf(font)[1] ?? 0);
  }

  private applyTransparency(dict: Dict): void {
    const { state } = this;
    state.strokeAlpha = share(numberAt(dict, "CA")) ?? state.strokeAlpha;
    state.fillAlpha = share(numberAt(dict, "ca")) ?? state.fillAlpha;
    const blend = lookup(dict, "BM");
    const named = blend instanceof List ? elements(blend)[0] : blend;
    if (named instanceof Name) state.blend = named.text === "Compatible" ? "Normal" : named.text;
    const mask = lookup(dict, "SMask");
    if (mask !== undefined) state.masked = !(mask instanceof Name);
    state.transparencyId = this.page.file.transparencies.idOf(state);
  }

  private nameOperand(): Name | undefined {
    const name = this.stringOperand();
    return name === undefined ? undefined : Name.of(name);
  }

  private stringOperand(): string | undefined {
    const last = this.others[this.others.length - 1];
    return typeof last === "string" ? last : undefined;
  }

  // ---- layers -----------------------------------------------------------------------------

  private beginContent(withProperties: boolean): void {
    if (this.contentStack.length < DEEPEST_SAVE) this.contentStack.push(this.member);
    const [tag, properties] = this.others;
    const names = withProperties && tag === "OC" && typeof properties === "string";
    const value = names ? rawAt(dictAt(this.resources, "Properties"), properties) : undefined;
    const joins = this.join(value);
    const { optional } = this.page.file;
    this.watch?.begins(this.operandsFrom, this.lexer.at, joins ? value : undefined, (at) => optional.isLayer(at));
  }

  /** Marks are on the innermost layer, and seen only when every layer around them is. False where a value names none. */
  private join(value: Value | undefined): boolean {
    if (!value) return false;
    const inner = this.page.file.optional.membership(value);
    if (!inner) return false;
    const { member } = this;
    const layer = inner.layer >= 0 ? inner.layer : member.layer;
    const beside = [
      ...member.beside,
      ...inner.beside,
      ...(member.layer >= 0 && layer !== member.layer ? [member.layer] : []),
    ];
    this.member = { layer, visible: inner.visible && member.visible, beside: beside.slice(0, MOST_BESIDE) };
    return true;
  }

  // ---- forms and images -------------------------------------------------------------------

  private drawObject(): void {
    const name = this.stringOperand();
    const objects = dictAt(this.resources, "XObject");
    const object = name === undefined ? undefined : lookup(objects, name);
    if (name === undefined || !(object instanceof Stream)) return;
    const around = this.member;
    this.join(rawAt(object.dict, "OC"));
    const kind = nameAt(object.dict, "Subtype");
    if (kind === "Form") this.drawForm(object, name);
    else if (kind === "Image") {
      this.page.lookAtPicture(object);
      this.placeImage();
    }
    this.member = around;
  }

  /** Draws what was stuck onto the page. */
  drawNote({ appearance, layer, name }: Note): void {
    this.join(layer);
    this.join(rawAt(appearance.dict, "OC"));
    this.drawForm(appearance, name, true);
  }

  private drawForm(form: Stream, name: string, isNote = false): void {
    if (this.within.includes(form.number))
      return this.page.leftOut("form-in-itself", `The form ${name} is drawn inside itself; it was not followed again.`);
    if (this.within.length >= this.page.file.limits.formDepth)
      throw overLimit("Forms are nested in forms", `${this.page.file.limits.formDepth} deep`);
    const instance = this.page.enterForm({
      form: form.number,
      parent: this.instance,
      name,
      at: this.operandsFrom,
      to: this.lexer.at,
      ...(isNote ? { isNote: true as const } : {}),
    });
    this.watch?.draws(instance, rawAt(form.dict, "OC") !== undefined, this.member.layer >= 0);
    const state = this.stateWithin(form.dict);
    const resources = dictAt(form.dict, "Resources") ?? this.resources;
    const content = this.page.file.streams.contentOf(form);
    new StreamReader(this.page, content, resources, instance, state, this.member, [...this.within, form.number]).run();
  }

  /** The state in which a form is drawn: moved by its matrix, cut by its box. */
  private stateWithin(form: Dict): GraphicsState {
    if (isKnockout(form)) this.page.otherwise.add("knockout");
    const state = this.state.clone();
    state.ctm = concat(matrixOf(form), state.ctm);
    state.unitMm = scaleOf(state.ctm);
    state.dashId = state.dash.length === 0 ? 0 : -1;
    state.clip = this.clippedBy(form, state.ctm, state.clip);
    // A group is laid down as a whole: what it is let through counts for all in it, which begins afresh.
    if (nameAt(dictAt(form, "Group"), "S") === "Transparency") {
      state.groupAlpha *= state.fillAlpha;
      state.strokeAlpha = state.fillAlpha = 1;
      state.transparencyId = this.page.file.transparencies.idOf(state);
    }
    return state;
  }

  /** The clip that the box of a form or a cell makes within another. */
  private clippedBy(dict: Dict, ctm: Matrix, outer: number): number {
    const edge = numbersAt(dict, "BBox");
    if (edge.length !== 4 || !edge.every(Number.isFinite)) return outer;
    return this.page.clipWithin(outer, boxOnPaper(edge, ctm), isUpright(ctm) ? undefined : cornersOf(edge, ctm));
  }

  private placeImage(): void {
    const { a, b, c, d, e, f } = this.state.ctm;
    const xs = [e, e + a, e + c, e + a + c];
    const ys = [f, f + b, f + d, f + b + d];
    const [x, y] = [Math.min(...xs), Math.min(...ys)];
    if (![...xs, ...ys].every((each) => Math.abs(each) < 1e7)) return;
    this.place("image", { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y });
  }

  private place(kind: PlacedImage["kind"], boxMm: BoxMm): void {
    const { state, page } = this;
    this.flags(0);
    this.watch?.other();
    page.images.push({
      kind,
      layer: this.member.layer,
      boxMm,
      order: page.nextOrder(),
      group: this.instance,
      clip: state.clip,
      transparency: state.transparencyId,
    });
  }

  /** A shading covers all that the clip leaves. */
  private placeShading(): void {
    const box = this.page.clips[this.state.clip]?.boxMm;
    if (box) this.place("shading", box);
  }

  private inlineImage(): void {
    const { lexer } = this;
    for (let token = lexer.next(); token !== Token.end; token = lexer.next()) {
      if (token !== Token.operator) continue;
      if (lexer.operator === Op.ID) break;
    }
    lexer.skipInlineImage();
    this.placeImage();
    this.page.leftOut("inline-image", "Pictures written into the page were counted, not read.");
  }

  // ---- text -------------------------------------------------------------------------------

  private setFont(): void {
    const name = this.others.find((each) => typeof each === "string") ?? "";
    const entry = rawAt(dictAt(this.resources, "Font"), name);
    this.useFont(entry, name, this.numbers[this.count - 1] ?? 0);
  }

  private useFont(entry: Value | undefined, name: string, size: number): void {
    const { state, page } = this;
    const found = this.resources && page.file.fonts.find(entry, this.resources.source);
    state.font = found?.loaded;
    state.fontId = found?.id ?? 0;
    state.fontName = name;
    state.fontSize = size;
  }

  private show(): void {
    const { state, page, cursor } = this;
    const last = this.others[this.others.length - 1];
    const pieces =
      last instanceof Uint8Array ? [last] : Array.isArray(last) ? (last as readonly (number | Uint8Array)[]) : [];
    if (!state.font || pieces.length === 0 || !pieces.some((each) => each instanceof Uint8Array)) {
      // A lone adjustment moves on but shows nothing.
      if (state.font) cursor.adjust(pieces, state);
      else if (pieces.length > 0) page.leftOut("no-font", "Some strings have no font; they were left out.");
      return;
    }
    if ((textPaint(state.textMode) & PAINT.stroke) !== 0)
      for (const { instance, from } of [state.widthSet, state.dashSet])
        if (instance >= 0) page.sharedSettings.add(`${instance}:${from}`);
    const { matrix, line } = cursor;
    const shown = cursor.show(pieces, state, state.font);
    if (shown.mark.string.includes(UNREADABLE))
      page.leftOut(
        "unreadable-letters",
        "Some lettering uses glyphs that the file gives no letters for; its words can't be read.",
      );
    const kept = page.texts.add(
      {
        paint: this.flags(this.withoutTransparent(textPaint(state.textMode))),
        layer: this.member.layer,
        font: state.fontId,
        colour: state.textMode === 1 ? state.strokeColour : state.fillColour,
        clip: state.clip,
        transparency: state.transparencyId,
        ...shown.mark,
      },
      {
        instance: this.instance,
        start: this.operandsFrom,
        end: this.lexer.at,
        fontName: state.fontName,
        size: state.fontSize,
        unitMm: shown.unitMm,
        horizontal: state.horizontal,
        grows: shown.grows,
        lead: shown.lead,
      },
      page.nextOrder(),
    );
    if (!kept) return;
    const advance = shown.mark.advanceMm / (shown.unitMm || 1);
    this.watch?.shows(this.lexer.operator, { matrix, line }, state, state.font, advance);
  }
}

/** A clip without a path lets nothing through. */
const NOWHERE_MM: BoxMm = { x: 0, y: 0, width: 0, height: 0 };

/** Whether lengths grow differently in different directions, by more than a thousandth. */
function isUneven({ a, b, c, d }: Matrix): boolean {
  const size = a * a + b * b + c * c + d * d;
  return Math.abs(a * c + b * d) > size * 1e-3 || Math.abs(a * a + b * b - c * c - d * d) > size * 1e-3;
}

/** Millimetres of one unit across a line of this direction on paper, and along it. */
function unitsOf({ a, b, c, d }: Matrix, [dx, dy]: readonly [number, number]): [number, number] {
  const det = a * d - b * c;
  const along = Math.hypot(dx, dy) / Math.hypot((d * dx - c * dy) / det, (a * dy - b * dx) / det);
  return Number.isFinite(along) && along > 0 ? [Math.abs(det) / along, along] : [Math.sqrt(Math.abs(det)), along || 1];
}

/** A point on paper in the space that a matrix leads out of; undefined where it leads nowhere. */
function backwards(matrix: Matrix, x: number, y: number): [number, number] | undefined {
  const { a, b, c, d, e, f } = inverse(matrix);
  const found: [number, number] = [a * x + c * y + e, b * x + d * y + f];
  return found.every(Number.isFinite) ? found : undefined;
}

/** Alpha as a file says it, within its bounds. */
const share = (value: number | undefined): number | undefined =>
  value === undefined ? undefined : Math.min(1, Math.max(0, value));

/** The corners of a box that was turned. */
function cornersOf([x0 = 0, y0 = 0, x1 = 0, y1 = 0]: readonly number[], { a, b, c, d, e, f }: Matrix): number[] {
  const corners = [x0, y0, x1, y0, x1, y1, x0, y1];
  return [0, 2, 4, 6].flatMap((i) => {
    const [x, y] = [corners[i] ?? 0, corners[i + 1] ?? 0];
    return [a * x + c * y + e, b * x + d * y + f];
  });
}

/** Whether boxes stay boxes under a matrix: it turns by whole quarters at most. */
const isUpright = ({ a, b, c, d }: Matrix): boolean => (b === 0 && c === 0) || (a === 0 && d === 0);

/** How a text rendering mode (0–7) paints: modes 3 and 7 show nothing. */
function textPaint(mode: number): number {
  const plain = mode & 3;
  if (plain === 3) return PAINT.hidden;
  if (plain === 1) return PAINT.stroke;
  return plain === 2 ? PAINT.stroke | PAINT.fill : PAINT.fill;
}
