/** The installation's secret; everything that is signed or keyed hangs on it. Throws where there is none, or a short one. */
export function secret(): string {
  const said = process.env["HEMSTITCH_SECRET"];
  if (!said || said.length < 32)
    throw new Error(
      "HEMSTITCH_SECRET is not set. Give it at least 32 random characters, for example from `openssl rand -hex 32`.",
    );
  return said;
}
