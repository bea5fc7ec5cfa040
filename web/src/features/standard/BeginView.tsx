"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import { useState } from "react";
import type { Held } from "@hemstitch/core/standard/plain";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { Page, Part } from "../shared/Page";
import { CODE_FONT } from "../shell/theme";
import { useWholeStandard } from "./whole-standard";

/** A published standard, with what it holds. */
export interface Offered {
  readonly id: string;
  readonly title: string;
  readonly lead: string;
  /** Where its layer names come from. */
  readonly source: string;
  /** Names of layers as it puts them together. */
  readonly examples: readonly string[];
  readonly contents: readonly Held[];
}

/** What a new office is asked first: from what its standard begins. */
export function BeginView({ offered }: { offered: readonly Offered[] }) {
  const notice = useNotice();
  const [sending, setSending] = useState(false);
  const { choose, dialog } = useWholeStandard();
  const begin = async (preset: string): Promise<void> => {
    setSending(true);
    try {
      await sendJson("POST", "/api/standard/begin", { preset });
      window.location.assign("/standard/layers");
    } catch (error) {
      notice(wordsOf(error), "error");
      setSending(false);
    }
  };
  return (
    <Page
      title="Begin the standard"
      lead="Drawings are measured against your office's standard. From what does it begin? All of it can be changed afterwards."
    >
      <Part title="From published conventions">
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(400px, 1fr))", gap: 4 }}>
          {offered.map((each) => (
            <OneOffered key={each.id} offered={each} sending={sending} begin={() => void begin(each.id)} />
          ))}
        </Box>
      </Part>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(400px, 1fr))", gap: 4 }}>
        <Part title="From a file">
          <Typography variant="body2" sx={{ mb: 1.5 }}>
            A standard that somebody downloaded from Hemstitch, as JSON or as a workbook. It is checked first, and you
            see what it holds before anything is stored.
          </Typography>
          <Button variant="outlined" onClick={choose}>
            Choose a file
          </Button>
        </Part>
        <Part title="With empty registers">
          <Typography variant="body2" sx={{ mb: 1.5 }}>
            You write every layer, pen and style yourself, or paste them from tables that you have. Each register says
            what belongs in it.
          </Typography>
          <Button variant="outlined" component={Link} href="/standard/layers">
            Go to the registers
          </Button>
        </Part>
      </Box>
      {dialog}
    </Page>
  );
}

function OneOffered({ offered, sending, begin }: { offered: Offered; sending: boolean; begin: () => void }) {
  const { title, lead, source, examples, contents } = offered;
  return (
    <Box component="article" aria-label={title} sx={{ display: "flex", flexDirection: "column", gap: 1 }}>
      <Typography sx={{ fontWeight: 600 }}>{title}</Typography>
      <Typography variant="body2">{lead}</Typography>
      <Box component="dl" sx={{ m: 0, display: "grid", gridTemplateColumns: "auto 1fr", columnGap: 2, fontSize: 13 }}>
        <dt>names</dt>
        <Box component="dd" sx={{ m: 0, fontFamily: CODE_FONT }}>
          {examples.join("  ")}
        </Box>
        {contents.map(({ list, words, count, first }) => (
          <Box key={list} sx={{ display: "contents" }}>
            <dt>
              {count} {words}
            </dt>
            <Box component="dd" sx={{ m: 0, color: "text.secondary", overflowWrap: "anywhere" }}>
              {first.join(", ")}
              {count > first.length ? " …" : ""}
            </Box>
          </Box>
        ))}
      </Box>
      {source && (
        <Typography variant="caption" color="text.secondary">
          {source}
        </Typography>
      )}
      <Box sx={{ mt: "auto", pt: 0.5 }}>
        <Button variant="contained" disabled={sending} onClick={begin} aria-label={`Begin from: ${title}`}>
          Begin from this
        </Button>
      </Box>
    </Box>
  );
}
