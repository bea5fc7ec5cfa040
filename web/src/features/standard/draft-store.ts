import {
  applyEdit,
  editInWords,
  inverseOf,
  seenNow,
  type Conflict,
  type DraftEdit,
  type Entry,
  type ListName,
  type OfficeStandard,
} from "@hemstitch/core/standard/plain";
import type { EditAnswer } from "@/server/forms/edit-answers";
import { ApiError } from "../shared/api";
import { keepSteps, keptSteps, withStep, type Step, type Steps } from "./steps";

/** What everybody sees of the draft. */
export interface DraftState {
  readonly standard: OfficeStandard;
  readonly version: number;
  readonly saving: boolean;
  readonly steps: Steps;
  /** An edit that somebody else's stands against, and that somebody must decide on. */
  readonly conflict: { readonly edit: ListEdit; readonly conflicts: readonly Conflict[] } | null;
}

type ListEdit = Extract<DraftEdit, { of: "list" }>;

/** What the store needs of its surroundings. */
export interface DraftSurroundings {
  readonly officeId: string;
  /** Sends an edit; throws an `ApiError` where it was not stored. */
  readonly send: (edit: DraftEdit) => Promise<EditAnswer>;
  readonly fetchList: (list: ListName) => Promise<{ readonly version: number; readonly entries: readonly Entry[] }>;
  readonly tell: (message: string, severity: "error" | "info") => void;
}

/** The draft of the office standard in the browser: edits are shown at once, stored in turn, and can be taken back. */
export class DraftStore {
  private state: DraftState;
  private readonly listeners = new Set<() => void>();
  private queue: Promise<unknown> = Promise.resolve();

  constructor(
    initial: { readonly standard: OfficeStandard; readonly version: number },
    private readonly around: DraftSurroundings,
  ) {
    this.state = { ...initial, saving: false, steps: keptSteps(around.officeId, initial.version), conflict: null };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  readonly snapshot = (): DraftState => this.state;

  /** Makes an edit and stores it; false where it was not stored. */
  readonly edit = (forth: DraftEdit): Promise<boolean> =>
    this.inTurn(async () => {
      const back = inverseOf(this.state.standard, forth);
      const stored = await this.store(forth);
      if (stored) this.stepsBecome(withStep(this.state.steps, { forth, back }));
      return stored;
    });

  /** Takes over an edit that was stored in another way, as a table from a spreadsheet is. */
  readonly adopt = (forth: ListEdit, version: number): Promise<void> =>
    this.inTurn(async () => {
      const { standard, version: known } = this.state;
      const applied = applyEdit(standard, forth);
      // Where others' changes lie between, what is stored is asked for, and can't be taken back in one step.
      if (applied.kind !== "changed" || version !== known + 1) return this.reload(forth.list);
      const back = inverseOf(standard, forth);
      this.become({ standard: applied.standard, version });
      this.stepsBecome(withStep(this.state.steps, { forth, back }));
    });

  readonly undo = (): void => this.replay("done", "undone", (step) => step.back, "Taken back");

  readonly redo = (): void => this.replay("undone", "done", (step) => step.forth, "Made again");

  /** Takes somebody else's entries as they are. */
  readonly takeTheirs = (): void => {
    const { conflict } = this.state;
    this.become({ conflict: null });
    if (conflict) void this.inTurn(() => this.reload(conflict.edit.list));
  };

  /** Stores one's own in place of somebody else's; what was removed meanwhile is added again. */
  readonly insist = (): void => {
    const { conflict } = this.state;
    this.become({ conflict: null });
    if (!conflict) return;
    void this.inTurn(async () => {
      await this.reload(conflict.edit.list);
      const gone = new Set(conflict.conflicts.filter((each) => each.theirs === null).map((each) => each.key));
      const edits = conflict.edit.edits.map((each) =>
        each.key !== null && gone.has(each.key) ? { ...each, key: null } : each,
      );
      await this.store({ ...conflict.edit, edits }, true);
    });
  };

  private become(change: Partial<DraftState>): void {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }

  private stepsBecome(steps: Steps): void {
    this.become({ steps });
    keepSteps(this.around.officeId, this.state.version, steps);
  }

  /** Edits go one after the other, so that each is made on what the one before left. */
  private inTurn<R>(work: () => Promise<R>): Promise<R> {
    const next = this.queue.then(work, work);
    this.queue = next;
    return next;
  }

  private async reload(list: ListName): Promise<void> {
    const { entries, version } = await this.around.fetchList(list);
    this.become({ standard: { ...this.state.standard, [list]: entries } as OfficeStandard, version });
  }

  /** Shows an edit at once, sends it, and takes it back where the server does not store it. */
  private async store(edit: DraftEdit, insist = false): Promise<boolean> {
    const { standard, version } = this.state;
    const applied = applyEdit(standard, edit);
    this.become({ saving: true, ...(applied.kind === "changed" ? { standard: applied.standard } : {}) });
    try {
      const saved = await this.around.send(insist ? edit : seenNow(standard, edit));
      this.become({ version: saved.version });
      await this.bringTogether(edit, saved);
      return true;
    } catch (error) {
      this.become({ standard, version });
      this.refused(edit, error);
      return false;
    } finally {
      this.become({ saving: false });
    }
  }

  /** What somebody else had changed of the same entries is asked for. */
  private async bringTogether(edit: DraftEdit, { merged }: EditAnswer): Promise<void> {
    if (merged.length === 0) return;
    const lists = edit.of === "several" ? edit.edits : [edit];
    for (const each of lists) if (each.of === "list") await this.reload(each.list);
    this.around.tell(`Somebody else had changed ${merged.join(", ")} too; both changes were brought together.`, "info");
  }

  private refused(edit: DraftEdit, error: unknown): void {
    const conflicts = error instanceof ApiError ? (error.conflicts as readonly Conflict[]) : [];
    if (conflicts.length > 0 && edit.of === "list") this.become({ conflict: { edit, conflicts } });
    else this.around.tell(error instanceof Error ? error.message : String(error), "error");
  }

  private replay(from: keyof Steps, to: keyof Steps, way: (step: Step) => DraftEdit, word: string): void {
    void this.inTurn(async () => {
      const step = this.state.steps[from].at(-1);
      if (!step || !(await this.store(way(step)))) return;
      const { steps } = this.state;
      this.stepsBecome({ ...steps, [from]: steps[from].slice(0, -1), [to]: [...steps[to], step] });
      // It may have been made in another chapter.
      this.around.tell(`${word}: ${editInWords(step.forth)}.`, "info");
    });
  }
}
