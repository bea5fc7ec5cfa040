/** What a handler says went wrong; shown to the person as it stands. */
export interface Complaint {
  readonly message: string;
  readonly remedy?: string;
  readonly problems?: readonly { at: string; message: string }[];
}

export const answer = (value: unknown, status = 200): Response =>
  Response.json(value, { status, headers: { "Cache-Control": "no-store" } });

export const complain = (status: number, complaint: Complaint): Response => answer(complaint, status);
