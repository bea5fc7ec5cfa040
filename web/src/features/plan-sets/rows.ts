export interface FrameShape {
  readonly id: string;
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly block: { readonly widthMm: number; readonly heightMm: number };
}

export interface SheetRow {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly frame: string;
  readonly revision: string;
  readonly scale: string | null;
  readonly empty: number;
}

export interface SourceRow {
  readonly id: string;
  readonly title: string;
  readonly fileName: string;
  readonly drawnAt: string;
  readonly madeAt: string;
}

export interface ParticularField {
  readonly field: string;
  readonly label: string;
}

export interface PlanSetFacts {
  readonly id: string;
  readonly name: string;
  readonly units: string;
  readonly version: number;
  readonly particulars: Readonly<Record<string, string>>;
}
