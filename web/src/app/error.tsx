"use client";
import Button from "@mui/material/Button";
import { Page } from "@/features/shared/Page";

export default function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <Page title="This page could not be shown">
      <p>Something went wrong on our side; nothing was changed. If it happens again, tell whoever runs Hemstitch.</p>
      <div>
        <Button variant="contained" onClick={reset}>
          Try again
        </Button>
      </div>
    </Page>
  );
}
