import { isId } from "../ids";
import { access, Refused, type Asker } from "./access";

/** What a handler says went wrong; shown to the person as it stands. */
export interface Complaint {
  readonly message: string;
  readonly remedy?: string;
  readonly problems?: readonly { at: string; message: string }[];
}

export const answer = (value: unknown, status = 200): Response =>
  Response.json(value, { status, headers: { "Cache-Control": "no-store" } });

export const complain = (status: number, complaint: Complaint): Response => answer(complaint, status);

type Params = Readonly<Record<string, string>>;

/** A route handler that asks access first. Every handler of the application is made with this. */
export function guarded(
  changes: boolean,
  handler: (asker: Asker, request: Request, params: Params) => Promise<Response>,
) {
  return async (
    request: Request,
    context: { params: Promise<Record<string, string> | undefined> },
  ): Promise<Response> => {
    try {
      const asker = await access(request.headers, changes);
      const params = (await context.params) ?? {};
      if (Object.entries(params).some(([name, value]) => name.endsWith("Id") && !isId(value)))
        throw new Refused(404, "There is no such thing here.");
      return await handler(asker, request, params);
    } catch (error) {
      if (error instanceof Refused) return complain(error.status, { message: error.message });
      process.stderr.write(
        `${request.method} ${new URL(request.url).pathname}: ${error instanceof Error ? error.stack : String(error)}\n`,
      );
      return complain(500, {
        message: "Something went wrong on our side; nothing was changed.",
        remedy: "Try again. If it happens again, tell whoever runs Hemstitch.",
      });
    }
  };
}

export const missing = (): Response =>
  complain(404, { message: "There is no such thing here. It may have been removed." });
