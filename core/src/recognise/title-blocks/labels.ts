/** Fields of title blocks; the ids are those that frames of a standard use (ISO 7200 and common practice, from memory). */
export type TitleField =
  | "owner"
  | "client"
  | "project"
  | "projectNumber"
  | "address"
  | "title"
  | "supplement"
  | "scale"
  | "drawnBy"
  | "checkedBy"
  | "approvedBy"
  | "date"
  | "status"
  | "number"
  | "revision"
  | "sheetOf"
  | "size"
  | "telephone";

/**
 * What people write at a field, whole; a colon behind it is left out before. English first, then German, French, Spanish,
 * Italian, Portuguese and Dutch. Common practice and from memory, no source.
 */
const LABELS: readonly (readonly [TitleField, RegExp])[] = [
  [
    "projectNumber",
    /^(?:(?:project|job|contract|commission|file)\s*(?:no|nr|num(?:ber)?|#|ref(?:erence)?)|(?:projekt|auftrags?)-?\s?(?:nr|nummer)|n\s?[°º]?\s*(?:de |d')?(?:projet|affaire|proyecto|projeto)|commessa|projectn(?:umme)?r)$/,
  ],
  [
    "project",
    /^(?:project|job|project (?:name|title)|works?|projekt|bauvorhaben|projet|proyecto|obra|progetto|projeto)$/,
  ],
  [
    "owner",
    /^(?:office|owner|legal owner|company|architect|engineer|consultant|author|designer|practice|firm|architekt|planverfasser|architecte|arquitecto|architetto|progettista)$/,
  ],
  [
    "client",
    /^(?:client|customer|employer|for|client name|bauherr(?:schaft)?|auftraggeber|ma[iî]tre d['’]ouvrage|cliente|committente|promotor|opdrachtgever)$/,
  ],
  [
    "address",
    /^(?:address|site|site address|location|project address|adresse|bauort|ubicaci[oó]n|ubicazione|morada|adres)$/,
  ],
  [
    "supplement",
    /^(?:supplementary title|sub-?title|supplement|part|area|zone|building|level|floor|bauteil|geschoss)$/,
  ],
  [
    "title",
    /^(?:title|drawing|drawing title|sheet title|drawing name|sheet name|description|contents?|subject|planinhalt|plantitel|titre|t[ií]tulo|titolo|titel|onderwerp)$/,
  ],
  ["scale", /^(?:scales?|scale @ ?a\d|drawing scale|ma(?:ß|ss)stab|[eé]chelle|escala|scala|schaal)$/],
  [
    "drawnBy",
    /^(?:drawn|drawn by|dr|drn|created by|creator|prepared by|author initials|by|draw?n\.?|gezeichnet|gez|bearbeiter|dessin[eé](?: par)?|dibujado(?: por)?|disegnato(?: da)?|desenhado|getekend)$/,
  ],
  [
    "checkedBy",
    /^(?:checked|checked by|chk|chkd|ch'?k'?d|reviewed by|verified by|gepr[üu]ft|gepr|v[eé]rifi[eé](?: par)?|revisado(?: por)?|verificato|verificado|gecontroleerd)$/,
  ],
  [
    "approvedBy",
    /^(?:approved|approved by|appr?|apprv|app'?d|authori[sz]ed by|released by|freigegeben|freigabe|approuv[eé](?: par)?|aprobado(?: por)?|approvato|aprovado|goedgekeurd)$/,
  ],
  ["date", /^(?:date|date of issue|issue date|issued|date drawn|drawing date|datum|fecha|data)$/],
  [
    "status",
    /^(?:status|issue|purpose|purpose of issue|issue status|issued for|suitability|phase|stage|fase|leistungsphase)$/,
  ],
  [
    "number",
    /^(?:(?:sheet|drawing|dr(?:aw)?g|d(?:ra)?wg)\s*(?:no|nr|num(?:ber)?|#)|identification number|document (?:no|number)|number|no|drg|d(?:ra)?wg|(?:plan|zeichnungs?|blatt)-?\s?(?:nr|nummer)|n\s?[°º]?\s*(?:de |du )?(?:plan|plano|desenho)|tavola|tekeningn(?:umme)?r)$/,
  ],
  [
    "revision",
    /^(?:rev(?:ision|n)?(?:\s*(?:no|nr|number|index))?|index|indice|[ií]ndice|revisi[oó]n|revisione|revis[aã]o|revisie)$/,
  ],
  ["sheetOf", /^(?:sheet|page|sheet of|sheets|page of|blatt|feuille|hoja|foglio|folha|blad)$/],
  ["size", /^(?:size|paper|format|sheet size|paper size|blattgr[öo](?:ß|ss)e|formato|formaat)$/],
  ["telephone", /^(?:tel|telephone|phone|fax|e-?mail|web)$/],
];

/**
 * A label and its value in one line without a colon between them; only where the value can be nothing else.
 * Common practice, no source.
 */
const RUN_TOGETHER: readonly (readonly [TitleField, RegExp])[] = [
  ["sheetOf", /^(sheet|page|blatt|feuille|hoja|foglio)\s+(\d{1,4}\s*(?:of|\/|von|de|di)\s*\d{1,4})$/i],
  ["scale", /^(scales?)\s+(\d.*[:=].+)$/i],
  ["date", /^(date|datum)\s+(\d{1,4}[./ -]\S.*\d)$/i],
  ["revision", /^(rev(?:ision)?\.?)\s+([A-Z]\d{0,2}|\d{1,2})$/i],
  ["projectNumber", /^((?:project|job)\s*(?:no|nr|#)\.?)\s+([A-Z]{0,3}[-/]?\d[\w/-]*)$/i],
  ["number", /^((?:sheet|drawing|d(?:ra)?wg)\s*(?:no|nr|#)\.?)\s+([A-Z]{0,3}[-.]?\d[\w.-]*)$/i],
  ["drawnBy", /^((?:DRAWN|[Dd]rawn)(?: (?:BY|by))?)\s+([A-Z]{2,4})$/],
  ["checkedBy", /^((?:CHECKED|[Cc]hecked)(?: (?:BY|by))?)\s+([A-Z]{2,4})$/],
];

const plain = (text: string): string => text.trim().toLowerCase().replace(/[.:]/g, " ").replace(/\s+/g, " ").trim();

/** The field that a text is the label of; undefined for any other text. */
export function fieldOf(text: string): TitleField | undefined {
  const label = plain(text);
  if (label.length > 28 || !/^\p{L}/u.test(label)) return undefined;
  return LABELS.find(([, pattern]) => pattern.test(label))?.[0];
}

/** A label and its value in one line: `SCALE: 1:50`, `SHEET 3 OF 12`, `DATE 12.03.2024`. */
export function labelled(
  text: string,
): { readonly field: TitleField; readonly label: string; readonly value: string } | undefined {
  const [, label = "", value = ""] = /^([^:]{2,28}):\s*(.*)$/.exec(text.trim()) ?? [];
  const field = label === "" ? undefined : fieldOf(label);
  if (field) return { field, label: label.trim(), value: value.trim() };
  if (fieldOf(text)) return undefined;
  for (const [own, pattern] of RUN_TOGETHER) {
    const [, said = "", words = ""] = pattern.exec(text.trim()) ?? [];
    if (said !== "") return { field: own, label: said, value: words };
  }
  return undefined;
}
