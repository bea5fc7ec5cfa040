import { publicAddress } from "./address";

/** Whether people come by https: then cookies go by nothing else. */
export const isSecure = (): boolean => publicAddress()?.startsWith("https://") ?? false;

/**
 * The name of a cookie. With `__Host-` before it a browser takes it from this host alone, over https and for all of it
 * (RFC 6265bis); without https there is no such protection to be had.
 */
export const cookieName = (name: string): string => `${isSecure() ? "__Host-" : ""}hemstitch.${name}`;

/** A cookie that scripts and other sites don't get. */
export const setCookie = (name: string, value: string, maxAgeS: number): string =>
  `${cookieName(name)}=${value}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${maxAgeS}${isSecure() ? "; Secure" : ""}`;

/** Gives an answer the cookies of another: what the sign-in library has set. */
export function withCookies(response: Response, from: Response): Response {
  for (const cookie of from.headers.getSetCookie()) response.headers.append("Set-Cookie", cookie);
  return response;
}

/** The value of a cookie of ours in a request's header. */
export function cookieOf(header: string | null, name: string): string | undefined {
  const wanted = `${cookieName(name)}=`;
  const pair = (header ?? "").split(/;\s*/).find((each) => each.startsWith(wanted));
  return pair?.slice(wanted.length);
}
