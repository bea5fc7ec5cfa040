import type { NextConfig } from "next";

const headers = [
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "X-Frame-Options", value: "DENY" },
  { key: "Referrer-Policy", value: "same-origin" },
  { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
  { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=()" },
];

const config: NextConfig = {
  transpilePackages: ["@hemstitch/core"],
  // These load files of their own at run time and stay outside the bundle.
  serverExternalPackages: ["pg", "piscina"],
  poweredByHeader: false,
  // The tests check types first, and need not have them checked again while building.
  typescript: { ignoreBuildErrors: process.env["HEMSTITCH_TYPES_CHECKED"] === "yes" },
  experimental: { optimizePackageImports: ["@mui/material"] },
  headers: async () => [
    // The painter reads files that anybody may have written. It can reach this host alone, and only what was shipped
    // runs in it.
    {
      source: "/picture/:path*",
      headers: [
        {
          key: "Content-Security-Policy",
          value: "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; connect-src 'self'",
        },
      ],
    },
    { source: "/:path*", headers },
    // An answer of the programming interface is never a page, whatever it holds.
    {
      source: "/api/:path*",
      headers: [{ key: "Content-Security-Policy", value: "default-src 'none'; frame-ancestors 'none'; sandbox" }],
    },
  ],
};

export default config;
