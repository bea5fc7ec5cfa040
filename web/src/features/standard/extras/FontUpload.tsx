"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { FontAnswer } from "@/app/api/standard/fonts/route";
import { sendFile, wordsOf } from "../../shared/api";
import { UploadButton } from "../../shared/UploadButton";
import { useDraft } from "../draft";
import { rememberFont } from "../lettering-fonts";

/** Takes the file of a font, so that starters and sheets can be lettered in it. */
export default function FontUpload({ set }: { set: (path: string, value: unknown) => void }) {
  const { mayEdit } = useDraft();
  const [told, setTold] = useState<{ words: string; bad: boolean } | null>(null);
  const take = async (file: File): Promise<void> => {
    try {
      const font = await sendFile<FontAnswer>("/api/standard/fonts", file);
      rememberFont(font.family, font.sha256, file);
      set("family", font.family);
      set("sha256", font.sha256);
      setTold({
        words: `${font.family}: capitals are ${(font.capHeight * 100).toFixed(1)} % of the size. Write down its licence, then store.`,
        bad: false,
      });
    } catch (error) {
      setTold({ words: wordsOf(error), bad: true });
    }
  };
  return (
    <Box sx={{ mb: 1.5 }}>
      <Typography variant="body2" color="text.secondary">
        Barlow, Archivo and Spline Sans Mono come with Hemstitch. Another font is used where its file has been uploaded.
      </Typography>
      {mayEdit && (
        <UploadButton accept=".ttf,.otf" testId="font-file" onFile={(file) => void take(file)}>
          Upload its file
        </UploadButton>
      )}
      {told && (
        <Typography role="status" variant="body2" color={told.bad ? "error" : "text.primary"}>
          {told.words}
        </Typography>
      )}
    </Box>
  );
}
