import "@fontsource-variable/archivo";
import "@fontsource/spline-sans-mono/400.css";
import "@fontsource/spline-sans-mono/500.css";
import "@fontsource/barlow/400.css";
import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import { Shell } from "@/features/shell/Shell";
import { access, Refused } from "@/server/access/access";

export const metadata: Metadata = {
  title: { default: "Hemstitch", template: "%s · Hemstitch" },
  description: "The workroom of a drafting office's standards coordinator",
};
export const dynamic = "force-dynamic";

async function officeName(): Promise<string> {
  try {
    return (await access(await headers(), false)).officeName;
  } catch (error) {
    if (error instanceof Refused) return "";
    throw error;
  }
}

export default async function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <AppRouterCacheProvider>
          <Shell officeName={await officeName()}>{children}</Shell>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
