"use client";
import Button from "@mui/material/Button";
import { useRouter } from "next/navigation";
import { startTransition } from "react";
import { Page } from "@/features/shared/Page";

export default function Failed({ reset }: { error: Error; reset: () => void }) {
  const router = useRouter();
  // The page is asked for anew; shown again as it came, it would fail again.
  const again = (): void =>
    startTransition(() => {
      router.refresh();
      reset();
    });
  return (
    <Page title="This page could not be shown">
      <p>
        The database may be away for a moment, or something went wrong on our side. What was stored is still there. If
        it happens again, tell your administrator.
      </p>
      <div>
        <Button variant="contained" onClick={again}>
          Try again
        </Button>
      </div>
    </Page>
  );
}
