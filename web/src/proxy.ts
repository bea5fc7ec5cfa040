import { randomBytes } from "node:crypto";
import { NextResponse, type NextRequest } from "next/server";

/** Scripts run only with the answer's own nonce; styles are written into the page by the interface's library. */
function policy(nonce: string): string {
  const rules = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ];
  return rules.join("; ");
}

/** Gives every page its content security policy. */
export function proxy(request: NextRequest): NextResponse {
  const nonce = randomBytes(16).toString("base64");
  const csp = policy(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("Content-Security-Policy", csp);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("Content-Security-Policy", csp);
  return response;
}

/**
 * Pages only. The framework reads the body of whatever passes here and cuts it at 10 MB, so nothing that may have one
 * does: what answers under `/api` and the painter say of themselves stands in `next.config.ts`.
 */
export const config = { matcher: ["/((?!api/|picture/|_next/static|_next/image|icon.svg).*)"] };
