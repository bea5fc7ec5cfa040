import "@fontsource-variable/archivo";
import "@fontsource/spline-sans-mono/400.css";
import "@fontsource/spline-sans-mono/500.css";
import "@fontsource/barlow/400.css";
import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import { Shell } from "@/features/shell/Shell";
import type { Somebody } from "@/features/shell/somebody";
import { access, Refused } from "@/server/access/access";
import { needsOf } from "@/server/access/roles";

export const metadata: Metadata = {
  title: { default: "Hemstitch", template: "%s · Hemstitch" },
  description: "The workroom of a drafting office's standards coordinator",
};
export const dynamic = "force-dynamic";

async function somebody(): Promise<Somebody | null> {
  try {
    const { who, officeName, role } = await access(await headers(), "see", false);
    return { name: who, officeName, may: needsOf(role) };
  } catch (error) {
    if (error instanceof Refused) return null;
    throw error;
  }
}

export default async function Layout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <AppRouterCacheProvider options={nonce ? { nonce } : {}}>
          <Shell somebody={await somebody()} nonce={nonce}>
            {children}
          </Shell>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
