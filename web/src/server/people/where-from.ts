import { isIP } from "node:net";
import { PEER_HEADER } from "../base/peer";
import type { RequestHeaders } from "../base/request-headers";

/** Proxies in front of Hemstitch whose word is believed: HEMSTITCH_TRUSTED_PROXIES, none unless set. */
function trustedProxies(): number {
  const said = Number(process.env["HEMSTITCH_TRUSTED_PROXIES"] ?? 0);
  return Number.isInteger(said) && said > 0 ? said : 0;
}

/**
 * The address that a request comes from. Each proxy writes behind the others whom it was asked by, so that of the
 * forwarded addresses only as many count as there are proxies of ours, from the last one backwards; what stands before
 * them was written by who asks. Without a proxy it is the address of the connection.
 */
export function addressOf(headers: RequestHeaders): string {
  const peer = headers.get(PEER_HEADER) ?? "unknown";
  const proxies = trustedProxies();
  if (proxies === 0) return networkOf(peer);
  const forwarded = (headers.get("x-forwarded-for") ?? "").split(",").map((each) => each.trim());
  const said = forwarded.at(-proxies) ?? "";
  return networkOf(isIP(said) === 0 ? peer : said);
}

/** Who has one address of version 6 has a network of them: the first 64 bits count. */
function networkOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, "");
  if (isIP(plain) !== 6) return plain;
  const [head = "", tail] = plain.toLowerCase().replace(/%.*$/, "").split("::");
  const before = head === "" ? [] : head.split(":");
  const after = tail === undefined || tail === "" ? [] : tail.split(":");
  const groups = [...before, ...Array<string>(Math.max(0, 8 - before.length - after.length)).fill("0"), ...after];
  return `${groups
    .slice(0, 4)
    .map((group) => group.replace(/^0+(?=.)/, ""))
    .join(":")}::/64`;
}
